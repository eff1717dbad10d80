<script setup lang="ts">
import { firstPutOn } from '#core/repair/stage/stages'
import type { WorkAct } from '#core/fuel/makeSafe'
import { repairMethod } from '#core/repair/method/repairMethods'
import { repairMaterial } from '#core/repair/material/repairMaterials'
import { vacuumProblem } from '#core/repair/stage/stageRun'
import type { BoxFace } from '#core/repair/defect/defect'
import { listWords } from '#core/words/words'
import { approvalOf, wantsApproval } from '#shared/repair/approvals'
import { factsOfKind, runSheet, stagesOfRun } from '#shared/repair/runView'

/** A repair, stage by stage: one stage, one clock, what it must look like before going on; the cup's work time always in view. */
const route = useRoute()
const jobId = String(route.params.job)
const asked = String(route.params.run)
const session = useSession()
const { job, error, refresh, now, run, state, repair, record, fields } = useRunOf(jobId, asked)
const { materials } = useMaterials()
const { short } = useQuantities()
const current = computed(() => state.value?.state.current ?? null)
const stage = computed(() => current.value?.stage ?? null)
const clock = computed(() => stage.value?.clock ?? null)
/** Mixing and curing have a sheet of their own below. */
const hasClock = computed(() => clock.value !== null && clock.value.kind !== 'cure' && clock.value.kind !== 'mix')
const reason = ref('')
const photoId = ref<string | null>(null)
const temperature = ref<number | null>(null)
const column = ref<number | null>(null)
const wrongOpen = ref(false),
  backOpen = ref(false),
  thermometerOpen = ref(false)
const mayLeaveOut = useMayLeaveOut(job)
const skipping = ref(false),
  overriding = ref(false)
watch(
  () => `${stage.value?.key} ${state.value?.state.stages.filter(each => each.state === 'done').length}`,
  () => {
    reason.value = ''
    photoId.value = null
    skipping.value = false
    overriding.value = false
    column.value = null
  },
)
const lastMix = computed(() => run.value?.entries.findLast(entry => entry.kind === 'mix')?.id ?? null)
/** As warm as it was when it was mixed, else as when something was last put on. */
const warm = computed(() => {
  const mixed = run.value?.entries.findLast(entry => entry.kind === 'mix')
  return (mixed && factsOfKind(mixed, 'mix')?.temperature) ?? job.value?.repairs.at(-1)?.temperature ?? null
})
watch(warm, value => (temperature.value ??= value), { immediate: true })
const hidden = computed(() =>
  stage.value?.hides && photoId.value === null ? 'It will be hidden: photograph it first, or say why not.' : null,
)
const why = computed(() => state.value?.notYet ?? hidden.value)
const cures = computed(() => (run.value ? runSheet(run.value).cure !== null : false))
const asksWarmth = computed(() => Boolean(stage.value?.applies) && cures.value)
watch(
  () => fields.value.reason,
  told => {
    if (told) overriding.value = true
  },
)
const mayEnd = computed(
  () =>
    (!why.value || reason.value.trim() !== '') &&
    (!asksWarmth.value || (temperature.value !== null && Number.isFinite(temperature.value))),
)
const end = () =>
  stage.value &&
  record('done', {
    stage: stage.value.key,
    reason: why.value ? reason.value.trim() : '',
    photoId: photoId.value,
    temperature: asksWarmth.value ? temperature.value : null,
    batch: '',
    taken: [],
  })
const skip = () => stage.value && record('skip', { stage: stage.value.key, reason: reason.value.trim() })
const tick = (item: string | null) => stage.value && record('tick', { stage: stage.value.key, item })
const ticked = computed(() => current.value?.ticks.map(each => each.item ?? '') ?? [])
const next = computed(() => (current.value?.items ?? []).find(item => !ticked.value.includes(item)) ?? null)
const isBox = computed(() => clock.value?.kind === 'list' && clock.value.of === 'faces')
const holes = computed(() => {
  const counted: Partial<Record<BoxFace, number>> = {}
  for (const id of run.value?.leakIds ?? []) {
    const card = job.value?.defectCards.findLast(each => each.leakId === id)?.defect
    if (card?.face) counted[card.face] = (counted[card.face] ?? 0) + Math.min(4, card.pinholes?.count ?? 1)
  }
  return counted
})
/** The clock of the stage: what is left of its least time, of the item in hand, of the wait after a pass. */
const stageLeft = computed(() => {
  const its = state.value?.state
  return its && its.ringsAt !== null ? Math.max(0, (its.ringsAt - state.value!.now) / 1000) : null
})
const workTold = computed(() => {
  const its = state.value?.state.work
  const entry = run.value?.entries.find(each => each.id === its?.mixId)
  const mix = entry && factsOfKind(entry, 'mix')
  if (!its || !mix || !run.value) return ''
  const sheet = runSheet(run.value).cure!
  return `mix ${its.mixNumber}, ${short('smallMass', mix.base + (mix.hardener ?? 0))} in the cup, ${short('temperature', mix.temperature)}: the sheet’s ${waitText(sheet.potLife)} are ${waitText((its.until - its.from) / 1000)} here`
})
const columnSays = computed(() => {
  if (column.value === null || !Number.isFinite(column.value) || clock.value?.kind !== 'vacuum' || !job.value) return null
  return vacuumProblem(column.value, clock.value, job.value.pressureLimit)
})
const readings = computed(() => run.value?.entries.flatMap(entry => factsOfKind(entry, 'vacuum') ?? []) ?? [])
/** Something is put on, drawn in or heated in this stage. */
const putsOn = computed(() => {
  const stages = run.value ? stagesOfRun(run.value) : []
  const at = stages.findIndex(each => each.key === stage.value?.key)
  return at >= firstPutOn(stages) && at <= stages.findIndex(each => each.applies)
})
const cautionAct = computed<WorkAct>(() =>
  run.value && repairMethod(run.value.method).heat ? 'heat or sparks' : 'sealant or solvent',
)
const takesSomething = computed(
  () =>
    !!run.value &&
    (cautionAct.value === 'heat or sparks' || repairMethod(run.value.method).takes.some(each => each !== 'none')),
)
const blocked = computed(() => {
  if (!run.value || !job.value || !wantsApproval(job.value, run.value.method)) return null
  if (approvalOf(job.value, run.value.method)?.step === 'granted') return null
  return putsOn.value ? 'It carries people by air: approved data is not granted yet. Nothing is put on before.' : null
})
const subject = computed(() => {
  if (!job.value || !run.value) return ''
  return lowerFirst(repairSubject(job.value, run.value))
})
const endWords = computed(() => {
  const following =
    state.value?.state.stages[state.value.state.stages.findIndex(each => each.stage.key === stage.value?.key) + 1]
  return following ? `Next: ${lowerFirst(following.stage.title)}` : 'It is done'
})
async function photograph(files: File[]) {
  const id = newId()
  await sendPhoto(jobId, files[0]!, id)
  photoId.value = id
}
const past = computed(() => state.value?.state.stages.filter(each => each.state === 'done' || each.state === 'skipped') ?? [])
const backReason = ref('')
const goBack = (key: string) => {
  backOpen.value = false
  void record('back', { stage: key, reason: backReason.value.trim() || 'done again' })
}
const mishap = (key: string) => {
  wrongOpen.value = false
  if (stage.value) void record('mishap', { stage: stage.value.key, mishap: key })
}
const toldWrong = computed(() => {
  const last = run.value?.entries.at(-1)
  const facts = last && factsOfKind(last, 'mishap')
  return facts
    ? (state.value?.state.stages.flatMap(each => each.stage.mishaps).find(each => each.key === facts.mishap) ?? null)
    : null
})
const speeds = computed(
  () => (run.value?.entries.findLast(entry => entry.kind === 'speed')?.facts as { speed: number } | undefined)?.speed ?? 1,
)
const may = () => session.mayWork && stage.value !== null
useActionKeys('Repair', [
  {
    key: 'enter',
    label: 'Go on',
    run: () => void end(),
    when: () => may() && mayEnd.value && document.activeElement === document.body,
  },
  {
    key: 'c',
    label: 'Count one',
    run: () => void tick(next.value),
    when: () => may() && ['count', 'list', 'passes'].includes(clock.value?.kind ?? ''),
  },
  { key: 'p', label: 'Pause, go on', run: () => void record(state.value?.state.paused ? 'resume' : 'pause'), when: may },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${jobId}`) },
])
</script>

<template>
  <PageState v-if="!job || !run || !state" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-end justify-between gap-3">
      <div class="min-w-0">
        <NuxtLink :to="`/jobs/${jobId}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ subject }}: {{ lowerFirst(repairMethod(run.method).doing) }}</NuxtLink
        >
        <h1>{{ stage ? stage.title : state.state.abandoned ? 'Given up' : 'All stages are done' }}</h1>
        <p class="soft">
          <template v-if="run.material !== 'none'">{{ run.sheet?.name ?? repairMaterial(run.material).name }}. </template>
          <template v-if="run.simulated">Practised, not evidence. </template>
          <template v-if="state.state.paused"><b class="text-(--ink)">Paused.</b> A mixed cup goes on setting. </template>
        </p>
      </div>
      <div v-if="session.mayWork && stage" class="flex flex-wrap gap-2">
        <UButton
          v-if="run.simulated"
          color="neutral"
          variant="ghost"
          class="min-h-11"
          @click="record('speed', { speed: speeds === 1 ? 60 : 1 })"
          >{{ speeds === 1 ? 'Clock × 60' : 'Clock as the wall’s' }}</UButton
        >
        <UButton color="neutral" variant="outline" size="xl" @click="record(state.state.paused ? 'resume' : 'pause')"
          >{{ state.state.paused ? 'Go on' : 'Pause' }}<span class="key max-sm:hidden">P</span></UButton
        >
        <UButton color="neutral" variant="outline" size="xl" @click="wrongOpen = true">It went wrong</UButton>
      </div>
    </header>

    <p v-if="toldWrong" class="sheet border-2 border-(--leaking)">
      <b class="font-semibold">{{ toldWrong.words }}.</b> {{ toldWrong.now }}
    </p>

    <div class="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[15rem_minmax(0,1fr)]">
      <section class="sheet order-last lg:order-first" aria-labelledby="stages-title">
        <h2 id="stages-title" class="mb-3">Stages</h2>
        <StageSeam :run="state" />
        <UButton
          v-if="session.mayWork && past.length && stage"
          color="neutral"
          variant="ghost"
          class="min-h-11"
          @click="backOpen = true"
          >Go back</UButton
        >
      </section>
      <div class="min-w-0 space-y-3">
        <WorkClock :run="state" :told="workTold" />
        <section v-if="stage" class="sheet space-y-4" aria-label="This stage">
          <div class="grid grid-cols-[minmax(0,1fr)] gap-5" :class="hasClock && 'md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]'">
            <div class="space-y-3">
              <p class="text-[1.2rem] leading-snug">{{ stage.doing }}</p>
              <p v-if="stage.why" class="soft">{{ stage.why }}</p>
              <p v-if="stage.needs.length" class="soft">At hand: {{ listWords(stage.needs) }}.</p>
              <p v-if="stage.looks" class="rounded-lg border-l-4 border-(--sealed) bg-(--bay) px-3 py-2">
                <b class="font-semibold">Before going on:</b> {{ stage.looks }}
              </p>
            </div>
            <!-- On a phone what is tapped comes before what is read. -->
            <div v-if="clock && hasClock" class="space-y-3 max-md:order-first">
              <p
                v-if="stageLeft !== null"
                class="figure text-[clamp(3rem,12vw,5rem)] leading-none"
                role="timer"
                aria-label="Left of this stage"
              >
                {{ durationText(stageLeft) }}
              </p>
              <p v-else-if="clock.kind === 'none'" class="figure soft text-[2rem] leading-none">
                {{ durationText(state.state.elapsed) }}
              </p>
              <template v-if="clock.kind === 'count' || clock.kind === 'passes'">
                <p class="text-[1.2rem]">
                  <b class="figure text-[2.5rem]">{{ ticked.length }}</b>
                  {{ ticked.length === 1 ? clock.noun : clock.nouns }}
                </p>
                <UButton
                  v-if="session.mayWork"
                  color="neutral"
                  variant="outline"
                  class="min-h-14 px-6 text-lg"
                  @click="tick(null)"
                  >One more {{ clock.noun }}<span class="key max-sm:hidden">C</span></UButton
                >
              </template>
              <BoxFaces v-if="isBox" :ticked="ticked" :now="next" :holes="holes" :disabled="!session.mayWork" @tick="tick" />
              <TickList
                v-else-if="clock.kind === 'list'"
                :items="current!.items ?? []"
                :ticked="ticked"
                :disabled="!session.mayWork"
                @tick="tick"
              />
              <p v-if="clock.kind === 'list' && !current!.items?.length" class="soft">None is known. Go on.</p>
              <template v-if="clock.kind === 'vacuum'">
                <div class="flex flex-wrap items-end gap-3">
                  <UFormField label="Below the air outside"
                    ><QuantityInput v-model="column" kind="pressure" class="w-36"
                  /></UFormField>
                  <UButton
                    color="neutral"
                    variant="outline"
                    class="min-h-11"
                    :disabled="column === null || !Number.isFinite(column)"
                    @click="record('vacuum', { stage: stage.key, pressure: column })"
                    >Read so</UButton
                  >
                </div>
                <p v-if="columnSays" role="alert" class="leaking font-semibold">{{ columnSays }}</p>
                <p class="soft">
                  1 kPa is 102 mm of water. This tank never beyond {{ short('pressure', job.pressureLimit) }}.
                  <template v-if="readings.length">Last read {{ short('pressure', readings.at(-1)!.pressure) }}.</template>
                </p>
              </template>
            </div>
          </div>
          <MixSheet
            v-if="clock?.kind === 'mix' || (clock?.kind === 'list' && clock.gels)"
            v-show="!state.state.work || clock?.kind === 'list'"
            :run="run"
            :materials="materials"
            :fields="fields"
            :warm="warm"
            :capacity="job.capacity"
            :now="now"
            @mix="record('mix', { stage: stage.key, after: lastMix, ...$event })"
          />
          <CureSheetView
            v-if="clock?.kind === 'cure' && repair"
            :repair="repair"
            :now="now"
            @thermometer="thermometerOpen = true"
          />
          <CautionList v-if="putsOn && takesSomething" :job="job" :act="cautionAct" @read="refresh" />
          <div v-if="!session.mayWork && mayLeaveOut" class="flex flex-wrap items-end gap-3 border-t border-(--hair) pt-3">
            <ReasonField
              v-model="reason"
              what="step left out"
              label="Why it is left out"
              class="min-w-56 flex-1"
              :error="fields.reason"
            />
            <UButton color="neutral" size="xl" :disabled="!reason.trim()" @click="skip">Leave it out</UButton>
          </div>
          <div v-if="session.mayWork" class="space-y-3 border-t border-(--hair) pt-3">
            <div v-if="stage.hides" class="flex flex-wrap items-center gap-3">
              <PhotoButton label="Photograph it" @taken="photograph" />
              <span v-if="photoId" class="sealed font-semibold"><StateSign look="sealed" /> Photograph kept</span>
            </div>
            <UFormField v-if="asksWarmth" label="How warm it is where it cures" :error="fields.temperature"
              ><QuantityInput v-model="temperature" kind="temperature" class="w-36"
            /></UFormField>
            <p v-if="blocked" role="alert" class="unsure font-semibold">{{ blocked }}</p>
            <p v-if="why" class="unsure font-medium">
              {{ why }}
              <button
                v-if="!overriding && !skipping"
                type="button"
                class="min-h-11 cursor-pointer px-1.5 underline underline-offset-3"
                @click="overriding = true"
              >
                Go on all the same
              </button>
            </p>
            <ReasonField
              v-if="skipping"
              v-model="reason"
              what="step left out"
              label="Why it is left out"
              :error="fields.reason"
            />
            <UFormField v-else-if="why && overriding" label="To go on all the same, say why" :error="fields.reason"
              ><UInput v-model="reason" class="w-full" autocomplete="off"
            /></UFormField>
            <ThumbBar>
              <UButton v-if="!skipping" color="neutral" size="xl" class="min-h-14 px-6 text-lg" :disabled="!mayEnd" @click="end"
                >{{ endWords }}<span class="key max-sm:hidden">Enter</span></UButton
              >
              <UButton v-else color="neutral" size="xl" class="min-h-14 px-6 text-lg" :disabled="!reason.trim()" @click="skip"
                >Leave it out</UButton
              >
              <UButton v-if="mayLeaveOut" color="neutral" variant="ghost" class="min-h-11" @click="skipping = !skipping">{{
                skipping ? 'Do it after all' : 'Leave it out'
              }}</UButton>
            </ThumbBar>
          </div>
        </section>
        <section v-else class="sheet space-y-3">
          <p class="text-[1.15rem]">
            {{
              state.state.abandoned
                ? 'What was done to the metal stays done; nothing counts as a repair.'
                : 'What was put on is recorded, with its stages.'
            }}
          </p>
          <CureSheetView v-if="repair && cures" :repair="repair" :now="now" @thermometer="thermometerOpen = true" />
          <UButton :to="`/jobs/${jobId}`" color="neutral" size="xl">To the job</UButton>
        </section>
      </div>
    </div>

    <USlideover v-model:open="wrongOpen" title="It went wrong" :description="stage?.title" :ui="{ content: 'max-w-md' }">
      <template #body>
        <div class="space-y-4">
          <div v-for="each in stage?.mishaps ?? []" :key="each.key" class="rounded-lg border border-(--hair) p-3">
            <p class="font-semibold">{{ each.words }}</p>
            <p class="soft">{{ each.now }}</p>
            <UButton color="neutral" variant="outline" class="mt-2 min-h-11" @click="mishap(each.key)"
              >That is it{{ each.strips ? ': it comes off' : '' }}</UButton
            >
          </div>
          <UButton color="neutral" variant="ghost" class="min-h-11" @click="((wrongOpen = false), (backOpen = true))"
            >Something else: go back to a stage</UButton
          >
          <UFormField label="Or give this repair up, because"><UInput v-model="reason" class="w-full" /></UFormField>
          <UButton
            color="neutral"
            variant="outline"
            class="min-h-11"
            :disabled="!reason.trim()"
            @click="(record('abandon', { reason: reason.trim() }), (wrongOpen = false))"
            >Give it up</UButton
          >
        </div>
      </template>
    </USlideover>
    <USlideover
      v-model:open="backOpen"
      title="Go back to a stage"
      description="It and all after it are done again."
      :ui="{ content: 'max-w-md' }"
    >
      <template #body>
        <div class="space-y-3">
          <UFormField label="Why"><UInput v-model="backReason" class="w-full" /></UFormField>
          <UButton
            v-for="each in past"
            :key="each.stage.key"
            block
            color="neutral"
            variant="outline"
            class="min-h-11"
            @click="goBack(each.stage.key)"
            >{{ each.stage.title }}</UButton
          >
        </div>
      </template>
    </USlideover>
    <ThermometerPanel v-model:open="thermometerOpen" @done="refresh" />
  </div>
</template>
