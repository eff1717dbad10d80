<script setup lang="ts">
import { StorageSerializers } from '@vueuse/core'
import { spanOfPart } from '#core/circuit/placeOnPart'
import type { WatchedMark } from '#core/leaktest/soap/watchedMarks'
import { listWords } from '#core/words/words'
import { SOAP_WATCH_TIME, soapMarks, type SoapMark } from '#core/leaktest/soap/soap'
import type { JobView } from '#shared/views'
import { reachedIn } from '#shared/leaktest/felt'
import type { FindForm } from '#shared/record/kinds/find'
import { soapShows } from '#shared/leaktest/soap/soapForm'
import { isRunning, testsOf } from '#shared/leaktest/tests'

/** A soap walk: the parts in route order while under pressure; a find is drawn between its two hash marks. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, standing, take, now } = useJob(id)
const mustRead = useMustRead(job, 'air or smoke')
const { short } = useQuantities()
const { saving, problem, save } = useSave({ inOrder: true })
const parts = computed(() => job.value?.parts.filter(part => part.removedAt === null) ?? [])
const walk = computed(() => (job.value ? (testsOf(job.value, 'soap').find(isRunning) ?? null) : null))
const last = computed(() => (job.value ? (testsOf(job.value, 'soap').at(-1) ?? null) : null))
const { record, end: endTest, said, wetted } = useTestEntries(id, () => walk.value?.id ?? null, take)
const marks = computed(
  () =>
    new Map<string, WatchedMark['mark']>([
      ...(walk.value?.marks.map(each => [each.partId, each.mark] as const) ?? []),
      ...[...said.value].map(
        ([partId, { mark: value, made }]) => [partId, whatCounts(partId, value as SoapMark, made)] as const,
      ),
    ]),
)
/** What a mark that is on its way will count as: dry only after the whole watch. */
function whatCounts(partId: string, value: SoapMark, made: number): WatchedMark['mark'] {
  const since = watching.value.get(partId)
  return value === 'dry' && (since === undefined || made - since < SOAP_WATCH_TIME * 1000) ? 'not watched' : value
}
const left = computed(() => parts.value.filter(part => !marks.value.has(part.id)))

const picked = ref<string | null>(null)
const at = computed(() => parts.value.find(part => part.id === picked.value) ?? null)
/** Half a find is kept until it is recorded or given up. */
const finding = useLocalStorage<FindForm | null>(ownKey(`draft:soap-find:${id}`), null, {
  serializer: StorageSerializers.object,
})
const findForm = useTemplateRef('findForm')
const seeing = ref<SeenStart | null>(null)
const seen = ref<SoapMark | null>(null)
const watching = computed(
  () => new Map([...(walk.value?.watching.map(each => [each.partId, each.since] as const) ?? []), ...wetted.value]),
)
/** s that the part is still to be watched; null while nobody has wetted it. */
const toWatch = computed(() => {
  const since = watching.value.get(picked.value ?? '')
  return since === undefined ? null : Math.max(0, Math.ceil(SOAP_WATCH_TIME - (now.value - since) / 1000))
})
/** Parts that can be watched together with the one at hand: the next ones of the route. */
const inView = ref(1)
const chosen = computed(() => soapMarks.find(value => value === marks.value.get(picked.value ?? '')))
const wetTogether = computed(() => {
  const from = parts.value.findIndex(part => part.id === picked.value)
  return from < 0 ? [] : parts.value.slice(from, from + inView.value)
})
watch(picked, partId => {
  seen.value = null
  if (finding.value?.partId !== partId) finding.value = null
})
const wet = () =>
  save(async () => {
    const partIds = wetTogether.value.map(part => part.id)
    await record('watch', { partIds }, `Wetted: ${listWords(wetTogether.value.map(part => lowerFirst(part.name)))}`)
  })
const goToNext = () => {
  picked.value = left.value[0]?.id ?? picked.value ?? parts.value[0]?.id ?? null
}
watch(
  walk,
  (open, before) => {
    if (!open || open.id === before?.id) return
    if (finding.value) picked.value = finding.value.partId
    else goToNext()
  },
  { immediate: true },
)
function step(by: number) {
  const i = parts.value.findIndex(part => part.id === picked.value)
  picked.value = parts.value[Math.min(parts.value.length - 1, Math.max(0, i + by))]?.id ?? null
}

const known = computed(() => (standing.value?.entries.leaks ?? []).filter(leak => leak.partId === picked.value))
function mark(value: SoapMark) {
  if (!walk.value || !at.value) return
  const part = at.value
  if (value === 'foams' || value === 'bubbles') {
    finding.value = {
      id: newId(),
      partId: part.id,
      seen: value,
      ...spanOfPart(part.shape, 0, 1),
      length: null,
      note: '',
      leakId: known.value[0]?.id ?? null,
    }
    return
  }
  void save(async () => {
    await record('mark', { partId: part.id, mark: value }, `${soapWords[value]}: ${lowerFirst(part.name)}`)
    goToNext()
  })
}
/** One that waits for a network stands on its part already. */
function recorded(view: JobView | null) {
  finding.value = null
  if (view) take(view)
  goToNext()
}
function seenDone(view: JobView) {
  take(view)
  finding.value = null
  goToNext()
}
const looking = useSave()
const lookThere = () =>
  looking.save(async () => {
    seen.value = (await callApi<{ mark: SoapMark }>(`tests/${walk.value!.id}/look?at=${picked.value}`)).mark
  })
const end = () => save(() => endTest('The end of the soap walk'))

const drawn = computed(() => {
  const leaks = job.value && standing.value ? mapLeaks(job.value, standing.value.ledger) : []
  const find = finding.value
  return find
    ? [...leaks.filter(leak => leak.id !== find.leakId), { ...find, number: 0, look: 'leaking' as const, label: 'this find' }]
    : leaks
})
/** Parts that no pressure reaches in this walk: dry there says nothing. */
const shut = computed(() => {
  if (!job.value || !walk.value) return new Set<string>()
  const reached = reachedIn(job.value, walk.value)
  return new Set(parts.value.filter(part => !reached.includes(part.id)).map(part => part.id))
})
const looks = computed(() =>
  Object.fromEntries(parts.value.map(part => [part.id, soapLook(marks.value.get(part.id) ?? 'not reached')])),
)
const subtitle = computed(() => {
  if (!walk.value) return 'Wet every joint while it is under pressure, and watch each for half a minute.'
  const progress =
    left.value.length === 0 ? 'Every part is marked.' : `${left.value.length} of ${parts.value.length} parts to go.`
  return `At ${short('pressure', walk.value.pressure)}. ${progress}`
})

const may = () => walk.value !== null && session.mayWork && finding.value === null
useActionKeys('Soap', [
  { key: 'w', label: 'Wetted: begin to watch', run: () => void wet(), when: may },
  ...soapMarks.map(value => ({ key: soapKeys[value], label: soapWords[value], run: () => mark(value), when: may })),
  {
    key: 'e',
    label: 'A leak is seen by eye',
    run: () => {
      seeing.value = at.value ? { partId: at.value.id } : {}
    },
    when: may,
  },
  { key: 'arrowdown', label: 'Next part', run: () => step(1), when: may },
  { key: 'arrowup', label: 'Part before', run: () => step(-1), when: may },
  { key: 'l', label: 'Look at the stand-in', run: () => void lookThere(), when: () => may() && job.value?.hasStandIn === true },
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
        <h1>{{ walk ? `Soap ${walk.number}` : 'Soap' }}</h1>
        <p class="soft">{{ subtitle }}</p>
        <p v-if="walk?.earlyReason" class="time font-semibold">Before the repair cured: {{ walk.earlyReason }}</p>
      </div>
      <UButton
        v-if="session.mayWork && !mustRead"
        color="neutral"
        variant="outline"
        icon="i-lucide-eye"
        size="xl"
        class="ml-auto"
        @click="seeing = at ? { partId: at.id } : {}"
        >Seen by eye<span class="key max-sm:hidden">E</span></UButton
      >
      <UButton
        v-if="walk && session.mayWork"
        color="neutral"
        size="xl"
        :variant="left.length ? 'outline' : 'solid'"
        :loading="saving"
        @click="end"
        >End the walk</UButton
      >
    </header>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <WaitingHere :job-id="job.id" :now="now" />

    <template v-if="!walk">
      <CautionList v-if="mustRead" :job="job" act="air or smoke" @read="take" />
      <SoapStart v-else-if="session.mayWork" :job="job" :now="now" @started="take" />
      <section v-if="last" class="sheet">
        <h2 class="mb-2">Soap {{ last.number }}, {{ stampText(last.stoppedAt ?? last.startedAt) }}</h2>
        <ul class="grid gap-x-6 sm:grid-cols-2">
          <li v-for="entry in last.marks" :key="entry.partId" class="flex justify-between border-b border-(--hair) py-1.5">
            {{ job.parts.find(part => part.id === entry.partId)?.name }}<SoapMarkText :mark="entry.mark" />
          </li>
        </ul>
      </section>
    </template>

    <div v-else class="grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div class="min-w-0 space-y-3">
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
        <section v-if="at && session.mayWork" class="sheet" aria-label="What this part shows">
          <div class="mb-3 flex flex-wrap items-baseline justify-between gap-2">
            <h2 class="text-xl font-bold text-(--ink)">{{ at.name }}</h2>
            <span v-if="toWatch !== null" class="figure" :class="toWatch === 0 ? 'sealed font-bold' : 'time font-bold'">{{
              toWatch === 0 ? 'watched half a minute' : `watch ${toWatch} s more`
            }}</span>
          </div>
          <WatchStart
            v-if="!finding"
            v-model="inView"
            class="mb-3"
            :parts="wetTogether.map(part => part.name)"
            :again="toWatch !== null"
            :busy="saving"
            @wet="wet"
          />
          <p v-if="shut.has(at.id)" class="unsure mb-3 font-semibold">
            <StateSign look="unsure" :size="16" /> No pressure gets here in this set-up: dry says nothing of it.
          </p>
          <FindForm
            v-if="finding"
            ref="findForm"
            v-model="finding"
            :job-id="id"
            :path="`tests/${walk.id}/finds`"
            :shows="soapShows"
            :part="at"
            :known="job.leaks.filter(leak => known.some(each => each.id === leak.id))"
            @recorded="recorded"
            @close="finding = null"
          />
          <p v-if="finding" class="mt-3">
            <UButton
              color="neutral"
              variant="ghost"
              class="min-h-11"
              @click="seeing = { on: 'rig', testId: walk.id, partId: at.id }"
              >It is the rig’s: plug, tape, tee</UButton
            >
          </p>
          <template v-else>
            <MarkButtons
              :marks="soapMarks"
              :words="soapWords"
              :keys="soapKeys"
              :look="soapLook"
              :chosen="chosen"
              @mark="mark"
            />
            <div v-if="job.hasStandIn" class="mt-3 flex flex-wrap items-center gap-3">
              <UButton color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="lookThere"
                >Look at the stand-in<span class="key max-sm:hidden">L</span></UButton
              >
              <p v-if="looking.problem.value" role="alert" class="leaking font-medium">{{ looking.problem.value }}</p>
              <p v-else-if="seen" aria-live="polite">
                The simulated tank shows: <b :class="soapLook(seen)">{{ seen }}</b>
              </p>
            </div>
          </template>
        </section>
      </div>
      <SoapRoute :parts="parts" :picked="picked" :marks="marks" :waits="said" @pick="picked = $event" />
    </div>
    <SeenPanel v-model:start="seeing" :job="job" @done="seenDone" />
  </div>
</template>
