<script setup lang="ts">
import { StorageSerializers } from '@vueuse/core'
import { spanOfPart } from '#core/circuit/placeOnPart'
import { lookMethod } from '#core/leaktest/look/lookMethods'
import { lookWatch } from '#shared/leaktest/look/lookWatch'
import { lookShows } from '#shared/leaktest/look/lookForm'
import type { FindForm } from '#shared/record/kinds/find'
import { isRunning, testsOf } from '#shared/leaktest/tests'
import type { JobView } from '#shared/views'

/** A look with fuel, lamp, water or ear: parts are marked dry after the watch, what shows is found, drops and bubbles are counted. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, standing, take, now } = useJob(id)
const mustRead = useMustRead(job, 'look')
const { short } = useQuantities()
const { saving, problem, save } = useSave({ inOrder: true })
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const look = computed(() => (job.value ? (testsOf(job.value, 'look').find(isRunning) ?? null) : null))
const last = computed(() => (job.value ? (testsOf(job.value, 'look').findLast(each => !each.struck) ?? null) : null))
const method = computed(() => (look.value ? lookMethod(look.value.method) : null))
const { record, end: endTest, said } = useTestEntries(id, () => look.value?.id ?? null, take)
const marks = computed(
  () =>
    new Map<string, string>([
      ...(look.value?.marks.map(each => [each.partId, each.mark] as const) ?? []),
      ...[...said.value].map(([partId, { mark }]) => [partId, mark] as const),
    ]),
)
const picked = ref<string | null>(null)
const at = computed(() => parts.value.find(part => part.id === picked.value) ?? null)
watch(
  look,
  (open, before) => {
    if (open && open.id !== before?.id) picked.value = parts.value[0]?.id ?? null
  },
  { immediate: true },
)
/** s of the watch that are still to go. */
const left = computed(() => {
  if (!look.value || !job.value) return 0
  const least = lookWatch(look.value, job.value)
  return least === Infinity ? Infinity : Math.max(0, Math.ceil(least - (now.value - look.value.startedAt) / 1000))
})
const finding = useLocalStorage<FindForm | null>(ownKey(`draft:look-find:${id}`), null, {
  serializer: StorageSerializers.object,
})
const findForm = useTemplateRef('findForm')
const known = computed(() => job.value?.leaks.filter(leak => leak.partId === picked.value) ?? [])
const goToNext = () => {
  picked.value = parts.value.find(part => !marks.value.has(part.id))?.id ?? picked.value
}
const mark = (value: 'dry' | 'not reached') =>
  save(async () => {
    if (!look.value || !at.value) return
    await record('mark', { partId: at.value.id, mark: value }, `${upperFirst(value)}: ${lowerFirst(at.value.name)}`)
    goToNext()
  })
const find = () => findWith('wet', '')
function findWith(seen: FindForm['seen'], note: string) {
  if (!at.value) return
  finding.value = {
    id: newId(),
    partId: at.value.id,
    seen,
    ...spanOfPart(at.value.shape, 0, 1),
    length: null,
    note,
    leakId: known.value[0]?.id ?? null,
  }
}
/** One that waits for a network stands on its part already. */
function recorded(view: JobView | null) {
  finding.value = null
  if (view) take(view)
  goToNext()
}
const shown = ref<{ mark: string; count: number | null } | null>(null)
watch(picked, () => {
  shown.value = null
  if (finding.value?.partId !== picked.value) finding.value = null
})
const looking = useSave()
const standInHisses = async (partId: string) =>
  (await callApi<{ mark: string }>(`tests/${look.value!.id}/look?at=${partId}`)).mark === 'hisses'
/** What a phone heard becomes a find by ear, to be looked at and recorded like any other. */
async function heardAt(partId: string, note: string) {
  picked.value = partId
  await nextTick()
  findWith('hisses', note)
}
const lookThere = () =>
  looking.save(async () => {
    shown.value = await callApi<{ mark: string; count: number | null }>(`tests/${look.value!.id}/look?at=${picked.value}`)
  })
const end = () => save(() => endTest('The end of the look'))
const drawn = computed(() => (job.value && standing.value ? mapLeaks(job.value, standing.value.ledger) : []))
const lookOfMark = (value: string | undefined): StateLook =>
  value === undefined || value === 'not reached' ? 'unsure' : value === 'dry' ? 'sealed' : 'leaking'
const looks = computed(() => Object.fromEntries(parts.value.map(part => [part.id, lookOfMark(marks.value.get(part.id))])))
const subtitle = computed(() => {
  if (!look.value || !method.value)
    return 'Fuel in, running, under way, dyed, under water, by ear: what is found is a leak like any other.'
  const how = [
    look.value.wettedShare ? `${Math.round(look.value.wettedShare * 100)} % full` : '',
    look.value.pressure ? `at ${short('pressure', look.value.pressure)}` : '',
    look.value.tilt ? `leaning ${short('angle', look.value.tilt)}` : '',
  ].filter(Boolean)
  return [method.value.name, ...how].join(', ')
})
const may = () => look.value !== null && session.mayWork && finding.value === null
useActionKeys('Look', [
  { key: 'd', label: 'Dry', run: () => void mark('dry'), when: may },
  { key: 'w', label: 'It shows here', run: find, when: may },
  { key: 'x', label: 'Not reached', run: () => void mark('not reached'), when: may },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <PageState v-if="!job || !standing" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header class="flex flex-wrap items-start justify-between gap-3">
      <div>
        <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1>{{ look ? `Look ${look.number}` : 'A look' }}</h1>
        <p class="soft">{{ subtitle }}</p>
      </div>
      <UButton v-if="look && session.mayWork" color="neutral" size="xl" variant="outline" :loading="saving" @click="end"
        >End the look</UButton
      >
    </header>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <WaitingHere :job-id="job.id" :now="now" />
    <template v-if="!look">
      <CautionList v-if="mustRead" :job="job" act="look" @read="take" />
      <LookStart v-else-if="session.mayWork" :job="job" :now="now" @started="take" @read="take" />
      <section v-if="last" class="sheet">
        <h2 class="mb-2">Look {{ last.number }}, {{ stampText(last.stoppedAt ?? last.startedAt) }}</h2>
        <p>{{ upperFirst(lookMethod(last.method).name) }}: {{ last.marks.filter(each => each.mark === 'dry').length }} dry.</p>
      </section>
    </template>
    <div v-else class="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div class="min-w-0 space-y-3">
        <section class="sheet text-center" aria-label="The watch">
          <p v-if="left === Infinity" class="unsure font-semibold">Dry says nothing in this way; what is wet is a leak.</p>
          <p v-else-if="left > 0" class="time text-3xl font-bold figure">watch {{ waitText(left) }} more</p>
          <p v-else class="sealed text-2xl font-bold">Watched long enough</p>
          <p class="soft">What shows is a leak. Dry is no evidence by itself: say it as a step in use, on Prove.</p>
        </section>
        <section class="sheet" aria-label="Map">
          <TankMap
            :kind="job.tankKind"
            :parts="parts"
            :leaks="drawn"
            :looks="looks"
            :picked="picked"
            pickable
            @pick="finding ? undefined : (picked = $event)"
            @place="(x, y) => findForm?.place(x, y)"
          />
        </section>
        <ListenPanel
          v-if="look.method === 'listening' && session.mayWork"
          :parts="parts"
          :picked="picked"
          :stand-in="job.hasStandIn ? standInHisses : null"
          @find="heardAt"
        />
        <section v-if="at && session.mayWork" class="sheet" aria-label="What this part shows">
          <h2 class="mb-3 text-xl font-bold text-(--ink)">{{ at.name }}</h2>
          <FindForm
            v-if="finding"
            ref="findForm"
            v-model="finding"
            :job-id="id"
            :path="`tests/${look.id}/finds`"
            :shows="lookShows"
            :part="at"
            :known="known"
            @recorded="recorded"
            @close="finding = null"
          />
          <template v-else>
            <div class="grid grid-cols-3 gap-2">
              <UButton
                color="neutral"
                :variant="marks.get(at.id) === 'dry' ? 'solid' : 'outline'"
                class="h-16 justify-center text-lg"
                :disabled="left > 0"
                @click="mark('dry')"
                ><StateSign look="sealed" />Dry<span class="key max-sm:hidden">D</span></UButton
              >
              <UButton color="neutral" variant="outline" class="h-16 justify-center text-lg" @click="find"
                ><StateSign look="leaking" />It shows<span class="key max-sm:hidden">W</span></UButton
              >
              <UButton
                color="neutral"
                :variant="marks.get(at.id) === 'not reached' ? 'solid' : 'outline'"
                class="h-16 justify-center"
                @click="mark('not reached')"
                >Not reached<span class="key max-sm:hidden">X</span></UButton
              >
            </div>
            <LookCount :look="look" :part-id="at.id" :name="at.name" @done="take" />
            <div v-if="job.hasStandIn" class="mt-3 flex flex-wrap items-center gap-3">
              <UButton color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="lookThere"
                >Look at the stand-in</UButton
              >
              <p v-if="looking.problem.value" role="alert" class="leaking font-medium">{{ looking.problem.value }}</p>
              <p v-else-if="shown" aria-live="polite">
                The simulated tank shows: <b :class="lookOfMark(shown.mark)">{{ shown.mark }}</b><template
                  v-if="shown.count !== null"
                  >, {{ shown.count }} drops in 10 min</template
                >
              </p>
            </div>
          </template>
        </section>
      </div>
      <ol class="sheet h-fit p-2" aria-label="Parts">
        <li v-for="part in parts" :key="part.id">
          <button
            type="button"
            class="flex min-h-11 w-full items-center gap-2.5 rounded-md px-2 text-left"
            :class="part.id === picked ? 'bg-(--bay) font-bold' : 'font-medium'"
            :aria-current="part.id === picked ? 'step' : undefined"
            @click="picked = part.id"
          >
            <span class="min-w-0 flex-1">{{ part.name }}</span>
            <span v-if="marks.get(part.id)" class="text-sm" :class="lookOfMark(marks.get(part.id))"
              ><StateSign :look="lookOfMark(marks.get(part.id))" :size="16" /> {{ marks.get(part.id) }}</span
            >
          </button>
        </li>
      </ol>
    </div>
  </div>
</template>
