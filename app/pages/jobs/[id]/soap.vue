<script setup lang="ts">
import type { WatchedMark } from '#core/leaktest/soap/watchedMarks'
import { listWords } from '#core/words/words'
import { SOAP_WATCH_TIME, soapMarks, type SoapMark } from '#core/leaktest/soap/soap'
import { reachedIn } from '#shared/leaktest/felt'
import { soapShows } from '#shared/leaktest/soap/soapForm'

/** A soap walk: the parts in route order while under pressure, each wetted and watched. */
const walk = useWalk('soap', {
  ending: 'The end of the soap walk',
  marksOf: (test, onItsWay) =>
    new Map<string, WatchedMark['mark']>([
      ...test.marks.map(each => [each.partId, each.mark] as const),
      ...[...onItsWay].map(([partId, { mark: value, made }]) => [partId, whatCounts(partId, value as SoapMark, made)] as const),
    ]),
  look: mark => soapLook(mark ?? 'not reached'),
})
const { id, job, test, tests, parts, marks, looks, picked, at, save, saving, record, said, take, now } = walk
const { short } = useQuantities()
const last = computed(() => tests.value.at(-1) ?? null)
const left = computed(() => parts.value.filter(part => !marks.value.has(part.id)))
const watching = computed(
  () => new Map([...(test.value?.watching.map(each => [each.partId, each.since] as const) ?? []), ...walk.wetted.value]),
)
/** What a mark that is on its way will count as: dry only after the whole watch. */
function whatCounts(partId: string, value: SoapMark, made: number): WatchedMark['mark'] {
  const since = watching.value.get(partId)
  return value === 'dry' && (since === undefined || made - since < SOAP_WATCH_TIME * 1000) ? 'not watched' : value
}
/** s that the part is still to be watched; null while nobody has wetted it. */
const toWatch = computed(() => {
  const since = watching.value.get(picked.value ?? '')
  return since === undefined ? null : Math.max(0, Math.ceil(SOAP_WATCH_TIME - (now.value - since) / 1000))
})
walk.follow(() => left.value[0]?.id)

/** Parts that can be watched together with the one at hand: the next ones of the route. */
const inView = ref(1)
const chosen = computed(() => soapMarks.find(value => value === marks.value.get(picked.value ?? '')))
const wetTogether = computed(() => {
  const from = parts.value.findIndex(part => part.id === picked.value)
  return from < 0 ? [] : parts.value.slice(from, from + inView.value)
})
const wet = () =>
  save(async () => {
    const partIds = wetTogether.value.map(part => part.id)
    await record('watch', { partIds }, `Wetted: ${listWords(wetTogether.value.map(part => lowerFirst(part.name)))}`)
  })
function step(by: number) {
  const i = parts.value.findIndex(part => part.id === picked.value)
  picked.value = parts.value[Math.min(parts.value.length - 1, Math.max(0, i + by))]?.id ?? null
}
function mark(value: SoapMark) {
  if (!test.value || !at.value) return
  const part = at.value
  if (value === 'foams' || value === 'bubbles') return walk.find(value)
  void save(async () => {
    await record('mark', { partId: part.id, mark: value }, `${soapWords[value]}: ${lowerFirst(part.name)}`)
    walk.goOn()
  })
}
const seeing = ref<SeenStart | null>(null)
const seeByEye = () => {
  seeing.value = at.value ? { partId: at.value.id } : {}
}
const looking = useSave()
const seen = ref<SoapMark | null>(null)
watch(picked, () => (seen.value = null))
const lookThere = () =>
  looking.save(async () => {
    seen.value = (await callApi<{ mark: SoapMark }>(`tests/${test.value!.id}/look?at=${picked.value}`)).mark
  })

/** Parts that no pressure reaches in this walk: dry there says nothing. */
const shut = computed(() => {
  if (!job.value || !test.value) return new Set<string>()
  const reached = reachedIn(job.value, test.value)
  return new Set(parts.value.filter(part => !reached.includes(part.id)).map(part => part.id))
})
const subtitle = computed(() => {
  if (!test.value) return 'Wet every joint while it is under pressure, and watch each for half a minute.'
  const progress =
    left.value.length === 0 ? 'Every part is marked.' : `${left.value.length} of ${parts.value.length} parts to go.`
  return `At ${short('pressure', test.value.pressure)}. ${progress}`
})

useActionKeys('Soap', [
  { key: 'w', label: 'Wetted: begin to watch', run: () => void wet(), when: walk.may },
  ...soapMarks.map(value => ({ key: soapKeys[value], label: soapWords[value], run: () => mark(value), when: walk.may })),
  { key: 'e', label: 'A leak is seen by eye', run: seeByEye, when: walk.may },
  { key: 'arrowdown', label: 'Next part', run: () => step(1), when: walk.may },
  { key: 'arrowup', label: 'Part before', run: () => step(-1), when: walk.may },
  {
    key: 'l',
    label: 'Look at the stand-in',
    run: () => void lookThere(),
    when: () => walk.may() && job.value?.hasStandIn === true,
  },
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <div>
    <WalkPage
      :walk="walk"
      title="Soap"
      :subtitle="subtitle"
      act="air or smoke"
      end-words="End the walk"
      :over="left.length === 0"
      :shows="soapShows"
    >
      <template #actions>
        <UButton color="neutral" variant="outline" icon="i-lucide-eye" size="xl" class="ml-auto" @click="seeByEye"
          >Seen by eye<span class="key max-sm:hidden">E</span></UButton
        >
      </template>
      <template #start="{ job: its }"><SoapStart :job="its" :now="now" @started="take" /></template>
      <template #last="{ job: its }">
        <section v-if="last" class="sheet">
          <h2 class="mb-2">Soap {{ last.number }}, {{ stampText(last.stoppedAt ?? last.startedAt) }}</h2>
          <ul class="grid gap-x-6 sm:grid-cols-2">
            <li v-for="entry in last.marks" :key="entry.partId" class="flex justify-between border-b border-(--hair) py-1.5">
              {{ its.parts.find(part => part.id === entry.partId)?.name
              }}<MarkText :mark="entry.mark" :look="soapLook(entry.mark)" />
            </li>
          </ul>
        </section>
      </template>
      <template #clock>
        <span v-if="toWatch !== null" class="figure" :class="toWatch === 0 ? 'sealed font-bold' : 'time font-bold'">{{
          toWatch === 0 ? 'watched half a minute' : `watch ${toWatch} s more`
        }}</span>
      </template>
      <template #before>
        <WatchStart
          v-model="inView"
          class="mb-3"
          :parts="wetTogether.map(part => part.name)"
          :again="toWatch !== null"
          :busy="saving"
          @wet="wet"
        />
      </template>
      <template #doubt="{ part }">
        <p v-if="shut.has(part.id)" class="unsure mb-3 font-semibold">
          <StateSign look="unsure" :size="16" /> No pressure gets here in this set-up: dry says nothing of it.
        </p>
      </template>
      <template #find="{ part }">
        <p class="mt-3">
          <UButton
            color="neutral"
            variant="ghost"
            class="min-h-11"
            @click="seeing = { on: 'rig', testId: test!.id, partId: part.id }"
            >It is the rig’s: plug, tape, tee</UButton
          >
        </p>
      </template>
      <template #marks>
        <MarkButtons :marks="soapMarks" :words="soapWords" :keys="soapKeys" :look="soapLook" :chosen="chosen" @mark="mark" />
        <StandInLook
          v-if="job?.hasStandIn"
          keyed
          :problem="looking.problem.value"
          :shown="seen"
          :look="seen ? soapLook(seen) : undefined"
          @look="lookThere"
        />
      </template>
      <template #aside>
        <WalkRoute :parts="parts" :picked="picked" :marks="marks" :looks="looks" :waits="said" @pick="picked = $event" />
      </template>
    </WalkPage>
    <SeenPanel v-if="job" v-model:start="seeing" :job="job" @done="walk.recorded" />
  </div>
</template>
