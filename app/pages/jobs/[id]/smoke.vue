<script setup lang="ts">
import { figureText } from '#shared/writing'
import { StorageSerializers } from '@vueuse/core'
import { isFeed } from '#core/circuit/boundary'
import { linkStateIn, settableLinks, type Link } from '#core/circuit/circuit'
import type { BallReading } from '#core/leaktest/flowtube/flowTube'
import { spanOfPart } from '#core/circuit/placeOnPart'
import { farEnds, isSmokeFind, smokeMarks, type SmokeMark } from '#core/leaktest/smoke/smoke'
import { listWords } from '#core/words/words'
import { liveParts, placeName } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'
import type { FindForm } from '#shared/record/kinds/find'
import { smokeFlowOn, smokeOn } from '#shared/leaktest/smoke/smokeTest'
import type { SmokeView } from '#shared/leaktest/smoke/smokeView'
import { smokeShows } from '#shared/leaktest/smoke/smokeForm'
import { isRunning, testsOf } from '#shared/leaktest/tests'

/** Smoke: put on, seen to arrive, looked for part by part, valves switched while watching, the tube read. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, standing, take, now } = useJob(id)
const mustRead = useMustRead(job, 'air or smoke')
const { short } = useQuantities()
const { saving, problem, save } = useSave({ inOrder: true })
const test = computed(() => (job.value ? (testsOf(job.value, 'smoke').find(isRunning) ?? null) : null))
const last = computed(() =>
  job.value ? (testsOf(job.value, 'smoke').findLast(smoke => smoke.stoppedAt !== null) ?? null) : null,
)
const at = computed(() => job.value && test.value && smokeOn(job.value, test.value))
const flow = computed(() => (job.value && test.value ? smokeFlowOn(job.value, test.value) : null))
const parts = computed(() => (job.value ? liveParts(job.value) : []))
const links = computed(() => (job.value ? settableLinks(job.value.circuit) : []))
const ends = computed(() =>
  job.value && test.value && at.value ? farEnds(job.value.circuit, parts.value, at.value.setup) : [],
)
const drawnFlow = computed(
  () =>
    at.value && {
      spaces: at.value.proven.size ? at.value.proven : new Set(at.value.reach.spaces.keys()),
      parts: new Set(at.value.proven.size ? at.value.provenParts : at.value.reach.reached),
      links: at.value.setup.links,
    },
)

const { record, end: endTest, said: onItsWay } = useTestEntries(id, () => test.value?.id ?? null, take)
const marks = computed(
  () =>
    new Map<string, SmokeMark>([
      ...(at.value?.marks.map(mark => [mark.partId, mark.mark] as const) ?? []),
      ...[...onItsWay.value].map(([partId, { mark }]) => [partId, mark as SmokeMark] as const),
    ]),
)
const fedAt = computed(() => {
  if (!test.value || !job.value) return 'A quiet look says something only where smoke was seen to arrive.'
  const feeds = parts.value.filter(each => isFeed(test.value!.closures[each.id])).map(each => lowerFirst(each.name))
  return `At ${short('pressure', test.value.pressure)}, fed at the ${listWords(feeds)}.`
})
const unproven = computed(() => new Set(at.value?.unproven.map(mark => mark.partId) ?? []))
const picked = ref<string | null>(null)
const part = computed(() => parts.value.find(each => each.id === picked.value) ?? null)
/** Half a find is kept until it is recorded or given up. */
const finding = useLocalStorage<FindForm | null>(ownKey(`draft:smoke-find:${id}`), null, {
  serializer: StorageSerializers.object,
})
watch(
  test,
  (open, before) => {
    if (open && open.id !== before?.id)
      picked.value = finding.value?.partId ?? parts.value.find(each => at.value?.reach.reached.includes(each.id))?.id ?? null
  },
  { immediate: true },
)
/** Why smoke does not get to the part that is picked; null where it does. */
const whyNot = computed(() => {
  const not = at.value?.reach.unreached.find(each => each.partId === picked.value)
  return job.value && not ? unreachedWords(job.value, not) : null
})
const findForm = useTemplateRef('findForm')
watch(picked, partId => {
  if (finding.value?.partId !== partId) finding.value = null
  seen.value = null
})
const known = computed(() => (standing.value?.entries.leaks ?? []).filter(leak => leak.partId === picked.value))

const send = (event: object, words: string) => save(() => record('event', event, words))
/** The next part to look at: not marked yet, or marked before smoke was proven to be there. */
const next = () => {
  const left = parts.value.filter(
    each =>
      at.value?.reach.reached.includes(each.id) &&
      !marks.value.has(each.id) &&
      (!unproven.value.has(each.id) || at.value.proven.has(each.space ?? '')),
  )
  picked.value = left[0]?.id ?? picked.value
}
function mark(value: SmokeMark) {
  if (!part.value || !test.value) return
  if (isSmokeFind(value)) {
    finding.value = {
      id: newId(),
      partId: part.value.id,
      seen: value === 'smoke' ? 'smoke' : 'dye',
      ...spanOfPart(part.value.shape, 0, 1),
      length: null,
      note: '',
      leakId: known.value[0]?.id ?? null,
    }
    return
  }
  const words = `${smokeWords[value]}: ${lowerFirst(part.value.name)}`
  void send({ kind: 'mark', partId: part.value.id, mark: value }, words).then(next)
}
/** One that waits for a network stands on its part already. */
function recorded(view: JobView | null) {
  finding.value = null
  if (view) take(view)
  next()
}
function toggle(link: Link) {
  const to = linkStateIn(link, at.value!.setup.links) === 'shut' ? 'open' : 'shut'
  return send({ kind: 'link', linkId: link.id, to }, `${link.name}: ${to}`)
}
const arrival = (end: string, came: boolean) =>
  send({ kind: 'arrival', end, seen: came }, came ? 'Smoke came at an end' : 'No smoke at an end')
const ball = ref<BallReading>({ ball: 'floor' })
const readTube = () => send({ kind: 'flow', reading: ball.value }, 'A reading of the tube')
const end = () => save(() => endTest('The end of the smoke test'))

/** What the simulated circuit shows. */
const looking = useSave()
const seen = ref<string | null>(null)
type Look =
  | { what: 'tube'; reading: BallReading }
  | { what: 'sensor'; volts: number; zero: number }
  | { what: 'part'; mark: SmokeMark }
  | { what: 'end'; seen: boolean }
const look = (query: string) => looking.save(() => callApi<Look>(`tests/${test.value!.id}/look?${query}`))
async function lookAtPart() {
  const view = picked.value ? await look(`what=part&at=${picked.value}`) : undefined
  if (view?.what === 'part') seen.value = `The simulated circuit shows: ${view.mark}`
}
async function lookAtEnd(place: string) {
  const view = await look(`what=end&at=${place}`)
  if (view?.what === 'end') await arrival(place, view.seen)
}
async function lookAtTube() {
  const view = await look('what=tube')
  if (view?.what !== 'tube') return
  ball.value = view.reading
  await readTube()
}
const sensor = ref<string | null>(null)
async function lookAtSensor() {
  const view = await look('what=sensor')
  if (view?.what === 'sensor')
    sensor.value = `${figureText(view.volts, 2)} V with the cap off; its zero is ${view.zero} V${Math.abs(view.volts - view.zero) > 0.1 ? ': it is off, and every leak code with it' : ''}.`
}

const drawn = computed(() => {
  const leaks = job.value && standing.value ? mapLeaks(job.value, standing.value.ledger) : []
  const find = finding.value
  return find
    ? [...leaks.filter(leak => leak.id !== find.leakId), { ...find, number: 0, look: 'leaking' as const, label: 'this find' }]
    : leaks
})
const looks = computed(() =>
  Object.fromEntries(
    parts.value.map(each => [each.id, marks.value.has(each.id) ? smokeLook(marks.value.get(each.id)!) : ('unsure' as const)]),
  ),
)
const said = (smoke: SmokeView) => {
  const where = smokeOn(job.value!, smoke)
  const found = where.marks.filter(each => isSmokeFind(each.mark)).length
  return `${where.marks.length - found} clear where smoke was proven to be, ${found} found${where.unproven.length ? `, ${where.unproven.length} looked at without proof` : ''}`
}
const may = () => test.value !== null && session.mayWork && finding.value === null
useActionKeys('Smoke', [
  ...smokeMarks.map(value => ({
    key: smokeKeys[value],
    label: smokeWords[value],
    run: () => mark(value),
    when: () => may() && part.value !== null,
  })),
  {
    key: 'l',
    label: 'Look at the stand-in',
    run: () => void lookAtPart(),
    when: () => may() && test.value?.simulated === true,
  },
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
        <h1 class="mt-1">{{ test ? `Smoke ${test.number}` : 'Smoke' }}</h1>
        <p class="soft">
          {{ fedAt }}
        </p>
      </div>
      <UButton v-if="test && session.mayWork" color="neutral" size="xl" variant="outline" :loading="saving" @click="end"
        >Take smoke off</UButton
      >
    </header>
    <p v-if="problem || looking.problem.value" role="alert" class="leaking font-medium">
      {{ problem ?? looking.problem.value }}
    </p>
    <WaitingHere :job-id="job.id" :now="now" />

    <template v-if="!test">
      <CautionList v-if="mustRead" :job="job" act="air or smoke" @read="take" />
      <SmokeStart v-else-if="session.mayWork" :job="job" :now="now" @started="take" />
      <section v-if="last" class="sheet">
        <h2 class="mb-1">Smoke {{ last.number }}, {{ stampText(last.stoppedAt!) }}</h2>
        <p>{{ said(last) }}.</p>
        <ReachSummary class="mt-2" :job="job" :reach="smokeOn(job, last).reach" may-escape />
      </section>
    </template>

    <template v-else-if="at">
      <section class="sheet" aria-label="Map">
        <TankMap
          :kind="job.tankKind"
          :parts="parts"
          :circuit="job.circuit"
          :flow="drawnFlow"
          :leaks="drawn"
          :looks="looks"
          :picked="picked"
          pickable
          @pick="finding ? undefined : (picked = $event)"
          @place="(x, y) => findForm?.place(x, y)"
        />
        <p v-if="!at.proven.size" class="unsure font-semibold">
          <StateSign look="unsure" :size="16" /> Not proven yet: open a far end, see smoke come, close it again. Until then a
          clear part says nothing.
        </p>
      </section>
      <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,1fr)_21rem]">
        <div class="min-w-0 space-y-3">
          <section v-if="part && session.mayWork" class="sheet" aria-label="What this part shows">
            <h2 class="mb-2 text-xl font-bold text-(--ink)">{{ part.name }}</h2>
            <p v-if="whyNot" class="unsure mb-2 font-semibold">
              <StateSign look="unsure" :size="16" /> Smoke does not get here: {{ whyNot }}.
            </p>
            <p v-else-if="unproven.has(part.id)" class="unsure mb-2 font-semibold">
              <StateSign look="unsure" :size="16" /> Looked at before smoke was proven to be here: look again.
            </p>
            <FindForm
              v-if="finding"
              ref="findForm"
              v-model="finding"
              :job-id="id"
              :path="`tests/${test.id}/finds`"
              :shows="smokeShows"
              :part="part"
              :known="job.leaks.filter(leak => known.some(each => each.id === leak.id))"
              @recorded="recorded"
              @close="finding = null"
            />
            <template v-else>
              <MarkButtons
                :marks="smokeMarks"
                :words="smokeWords"
                :keys="smokeKeys"
                :look="smokeLook"
                :chosen="marks.get(part.id)"
                @mark="mark"
              />
              <div v-if="test.simulated" class="mt-3 flex flex-wrap items-center gap-3">
                <UButton color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="lookAtPart"
                  >Look at the stand-in<span class="key max-sm:hidden">L</span></UButton
                >
                <p v-if="seen" aria-live="polite">{{ seen }}</p>
              </div>
            </template>
          </section>
          <section class="sheet">
            <h2 class="mb-1">What it reaches</h2>
            <ReachSummary :job="job" :reach="at.reach" may-escape />
          </section>
        </div>

        <div class="space-y-3">
          <SmokeArrivals :test="test" :ends="ends" :now="now" :may-work="session.mayWork" @saw="arrival" @look="lookAtEnd" />
          <SmokeValves
            v-if="links.length"
            :links="links"
            :states="at.setup.links"
            :may-work="session.mayWork"
            :busy="saving"
            @toggle="toggle"
          />
          <SmokeTube
            v-model="ball"
            :at="at"
            :flow="flow"
            :simulated="test.simulated"
            :may-work="session.mayWork"
            :busy="saving"
            @keep="readTube"
            @look="lookAtTube"
          />
          <section
            v-if="test.simulated && parts.some(each => each.family === 'sensor')"
            class="sheet"
            aria-labelledby="sensor-title"
          >
            <h2 id="sensor-title" class="mb-1">Pressure sensor</h2>
            <p v-if="sensor" class="mb-2" aria-live="polite">{{ sensor }}</p>
            <UButton color="neutral" variant="subtle" icon="i-lucide-eye" class="min-h-11" @click="lookAtSensor"
              >Cap off, read its volts</UButton
            >
          </section>
        </div>
      </div>
      <section v-if="at.marks.length" class="sheet">
        <h2 class="mb-1">Looked at</h2>
        <p>{{ at.marks.map(each => `${placeName(job!, each.partId)}: ${each.mark}`).join(' · ') }}</p>
      </section>
    </template>
  </div>
</template>
