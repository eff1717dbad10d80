<script setup lang="ts">
import { figureText } from '#shared/writing'
import { isFeed } from '#core/circuit/boundary'
import { linkStateIn, settableLinks, type Link } from '#core/circuit/circuit'
import type { BallReading } from '#core/leaktest/flowtube/flowTube'
import { farEnds, isSmokeFind, smokeMarks, type SmokeMark } from '#core/leaktest/smoke/smoke'
import { listWords } from '#core/words/words'
import { placeName } from '#shared/jobCircuit'
import { smokeFlowOn, smokeOn } from '#shared/leaktest/smoke/smokeTest'
import type { SmokeView } from '#shared/leaktest/smoke/smokeView'
import { smokeShows } from '#shared/leaktest/smoke/smokeForm'

/** Smoke: put on, seen to arrive, looked for part by part, valves switched while watching, the tube read. */
const walk = useWalk('smoke', {
  ending: 'The end of the smoke test',
  marksOf: (smoke, onItsWay, its) =>
    new Map<string, SmokeMark>([
      ...smokeOn(its, smoke).marks.map(each => [each.partId, each.mark] as const),
      ...[...onItsWay].map(([partId, { mark: value }]) => [partId, value as SmokeMark] as const),
    ]),
  look: mark => (mark ? smokeLook(mark) : 'unsure'),
})
const { id, job, session, test, tests, parts, marks, picked, save, saving, record, take, now } = walk
const { short } = useQuantities()
const last = computed(() => tests.value.findLast(smoke => smoke.stoppedAt !== null) ?? null)
const at = computed(() => job.value && test.value && smokeOn(job.value, test.value))
const flow = computed(() => (job.value && test.value ? smokeFlowOn(job.value, test.value) : null))
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
const fedAt = computed(() => {
  if (!test.value || !job.value) return 'A quiet look says something only where smoke was seen to arrive.'
  const feeds = parts.value.filter(each => isFeed(test.value!.closures[each.id])).map(each => lowerFirst(each.name))
  return `At ${short('pressure', test.value.pressure)}, fed at the ${listWords(feeds)}.`
})
const unproven = computed(() => new Set(at.value?.unproven.map(each => each.partId) ?? []))
/** The next part to look at: smoke gets there, and it is not marked yet, or only before smoke was proven to be there. */
walk.follow(
  () =>
    parts.value.find(
      each =>
        at.value?.reach.reached.includes(each.id) &&
        !marks.value.has(each.id) &&
        (!unproven.value.has(each.id) || at.value.proven.has(each.space ?? '')),
    )?.id,
)
/** Why smoke does not get to a part; null where it does. */
const whyNot = (partId: string) => {
  const not = at.value?.reach.unreached.find(each => each.partId === partId)
  return job.value && not ? unreachedWords(job.value, not) : null
}

const send = (event: object, words: string) => save(() => record('event', event, words))
function mark(value: SmokeMark) {
  const part = walk.at.value
  if (!part || !test.value) return
  if (isSmokeFind(value)) return walk.find(value === 'smoke' ? 'smoke' : 'dye')
  void send({ kind: 'mark', partId: part.id, mark: value }, `${smokeWords[value]}: ${lowerFirst(part.name)}`).then(walk.goOn)
}
function toggle(link: Link) {
  const to = linkStateIn(link, at.value!.setup.links) === 'shut' ? 'open' : 'shut'
  return send({ kind: 'link', linkId: link.id, to }, `${link.name}: ${to}`)
}
const arrival = (end: string, came: boolean) =>
  send({ kind: 'arrival', end, seen: came }, came ? 'Smoke came at an end' : 'No smoke at an end')
const ball = ref<BallReading>({ ball: 'floor' })
const readTube = () => send({ kind: 'flow', reading: ball.value }, 'A reading of the tube')

/** What the simulated circuit shows. */
const looking = useSave()
const seen = ref<SmokeMark | null>(null)
watch(picked, () => (seen.value = null))
type Look =
  | { what: 'tube'; reading: BallReading }
  | { what: 'sensor'; volts: number; zero: number }
  | { what: 'part'; mark: SmokeMark }
  | { what: 'end'; seen: boolean }
const look = (query: string) => looking.save(() => callApi<Look>(`tests/${test.value!.id}/look?${query}`))
async function lookAtPart() {
  const view = picked.value ? await look(`what=part&at=${picked.value}`) : undefined
  if (view?.what === 'part') seen.value = view.mark
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

const said = (smoke: SmokeView) => {
  const where = smokeOn(job.value!, smoke)
  const found = where.marks.filter(each => isSmokeFind(each.mark)).length
  return `${where.marks.length - found} clear where smoke was proven to be, ${found} found${where.unproven.length ? `, ${where.unproven.length} looked at without proof` : ''}`
}
useActionKeys('Smoke', [
  ...smokeMarks.map(value => ({ key: smokeKeys[value], label: smokeWords[value], run: () => mark(value), when: walk.may })),
  {
    key: 'l',
    label: 'Look at the stand-in',
    run: () => void lookAtPart(),
    when: () => walk.may() && test.value?.simulated === true,
  },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <WalkPage
    :walk="walk"
    title="Smoke"
    :subtitle="fedAt"
    act="air or smoke"
    end-words="Take smoke off"
    :shows="smokeShows"
    :map="{ circuit: job?.circuit, flow: drawnFlow }"
    :trouble="looking.problem.value"
  >
    <template #start="{ job: its }"><SmokeStart :job="its" :now="now" @started="take" /></template>
    <template #last="{ job: its }">
      <section v-if="last" class="sheet">
        <h2 class="mb-1">Smoke {{ last.number }}, {{ stampText(last.stoppedAt!) }}</h2>
        <p>{{ said(last) }}.</p>
        <ReachSummary class="mt-2" :job="its" :reach="smokeOn(its, last).reach" may-escape />
      </section>
    </template>
    <template #map>
      <p v-if="!at?.proven.size" class="unsure font-semibold">
        <StateSign look="unsure" :size="16" /> Not proven yet: open a far end, see smoke come, close it again. Until then a
        clear part says nothing.
      </p>
    </template>
    <template #doubt="{ part }">
      <p v-if="whyNot(part.id)" class="unsure mb-2 font-semibold">
        <StateSign look="unsure" :size="16" /> Smoke does not get here: {{ whyNot(part.id) }}.
      </p>
      <p v-else-if="unproven.has(part.id)" class="unsure mb-2 font-semibold">
        <StateSign look="unsure" :size="16" /> Looked at before smoke was proven to be here: look again.
      </p>
    </template>
    <template #marks="{ part }">
      <MarkButtons
        :marks="smokeMarks"
        :words="smokeWords"
        :keys="smokeKeys"
        :look="smokeLook"
        :chosen="marks.get(part.id)"
        @mark="mark"
      />
      <StandInLook
        v-if="test!.simulated"
        keyed
        :problem="null"
        :shown="seen"
        :look="seen ? smokeLook(seen) : undefined"
        @look="lookAtPart"
      />
    </template>
    <template #below="{ job: its }">
      <section class="sheet">
        <h2 class="mb-1">What it reaches</h2>
        <ReachSummary v-if="at" :job="its" :reach="at.reach" may-escape />
      </section>
      <section v-if="at?.marks.length" class="sheet">
        <h2 class="mb-1">Looked at</h2>
        <p>{{ at.marks.map(each => `${placeName(its, each.partId)}: ${each.mark}`).join(' · ') }}</p>
      </section>
    </template>
    <template #aside>
      <div v-if="test && at" class="space-y-3">
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
    </template>
  </WalkPage>
</template>
