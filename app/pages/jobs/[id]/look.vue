<script setup lang="ts">
import { lookMethod } from '#core/leaktest/look/lookMethods'
import { lookWatch } from '#shared/leaktest/look/lookWatch'
import { lookShows } from '#shared/leaktest/look/lookForm'

/** A look with fuel, lamp, water or ear: parts are marked dry after the watch, what shows is found, drops and bubbles are counted. */
const walk = useWalk('look', {
  ending: 'The end of the look',
  marksOf: (test, onItsWay) =>
    new Map<string, string>([
      ...test.marks.map(each => [each.partId, each.mark] as const),
      ...[...onItsWay].map(([partId, { mark: value }]) => [partId, value] as const),
    ]),
  look: lookLook,
})
const { id, job, session, test, tests, parts, marks, looks, picked, at, save, record, said, take, now } = walk
const { short } = useQuantities()
const last = computed(() => tests.value.findLast(each => !each.struck) ?? null)
const method = computed(() => (test.value ? lookMethod(test.value.method) : null))
walk.follow(() => parts.value.find(part => !marks.value.has(part.id))?.id)

/** s of the watch that are still to go. */
const left = computed(() => {
  if (!test.value || !job.value) return 0
  const least = lookWatch(test.value, job.value)
  return least === Infinity ? Infinity : Math.max(0, Math.ceil(least - (now.value - test.value.startedAt) / 1000))
})
function mark(value: (typeof lookMarks)[number]) {
  const part = at.value
  if (!test.value || !part || (value === 'dry' && left.value > 0)) return
  if (value === 'shows') return walk.find('wet')
  void save(async () => {
    await record('mark', { partId: part.id, mark: value }, `${lookWords[value]}: ${lowerFirst(part.name)}`)
    walk.goOn()
  })
}
const chosen = computed(() => lookMarks.find(value => value === marks.value.get(picked.value ?? '')))
const shown = ref<{ mark: string; count: number | null } | null>(null)
watch(picked, () => (shown.value = null))
const looking = useSave()
const standIn = (partId: string) => callApi<{ mark: string; count: number | null }>(`tests/${test.value!.id}/look?at=${partId}`)
const standInHisses = async (partId: string) => (await standIn(partId)).mark === 'hisses'
const lookThere = () =>
  looking.save(async () => {
    shown.value = picked.value ? await standIn(picked.value) : null
  })
const shownWords = computed(
  () =>
    shown.value && [shown.value.mark, shown.value.count && `${shown.value.count} drops in 10 min`].filter(Boolean).join(', '),
)
/** What a phone heard becomes a find by ear, to be looked at and recorded like any other. */
async function heardAt(partId: string, note: string) {
  picked.value = partId
  await nextTick()
  walk.find('hisses', note)
}
const subtitle = computed(() => {
  if (!test.value || !method.value)
    return 'Fuel in, running, under way, dyed, under water, by ear: what is found is a leak like any other.'
  const how = [
    test.value.wettedShare ? `${Math.round(test.value.wettedShare * 100)} % full` : '',
    test.value.pressure ? `at ${short('pressure', test.value.pressure)}` : '',
    test.value.tilt ? `leaning ${short('angle', test.value.tilt)}` : '',
  ].filter(Boolean)
  return [method.value.name, ...how].join(', ')
})
useActionKeys('Look', [
  ...lookMarks.map(value => ({ key: lookKeys[value], label: lookWords[value], run: () => mark(value), when: walk.may })),
  { key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) },
])
</script>

<template>
  <WalkPage
    :walk="walk"
    :title="test ? 'Look' : 'A look'"
    :subtitle="subtitle"
    act="look"
    end-words="End the look"
    :shows="lookShows"
  >
    <template #start="{ job: its }"><LookStart :job="its" :now="now" @started="take" @read="take" /></template>
    <template #last>
      <section v-if="last" class="sheet">
        <h2 class="mb-2">Look {{ last.number }}, {{ stampText(last.stoppedAt ?? last.startedAt) }}</h2>
        <p>{{ upperFirst(lookMethod(last.method).name) }}: {{ last.marks.filter(each => each.mark === 'dry').length }} dry.</p>
      </section>
    </template>
    <template #above>
      <section class="sheet text-center" aria-label="The watch">
        <p v-if="left === Infinity" class="unsure font-semibold">Dry says nothing in this way; what is wet is a leak.</p>
        <p v-else-if="left > 0" class="time text-3xl font-bold figure">watch {{ waitText(left) }} more</p>
        <p v-else class="sealed text-2xl font-bold">Watched long enough</p>
        <p class="soft">What shows is a leak. Dry is no evidence by itself: say it as a step in use, on Prove.</p>
      </section>
    </template>
    <template #between="{ job: its }">
      <ListenPanel
        v-if="test?.method === 'listening' && session.mayWork"
        :parts="parts"
        :picked="picked"
        :stand-in="its.hasStandIn ? standInHisses : null"
        @find="heardAt"
      />
    </template>
    <template #marks="{ part }">
      <MarkButtons
        :marks="lookMarks"
        :words="lookWords"
        :keys="lookKeys"
        :look="lookLook"
        :chosen="chosen"
        :barred="left > 0 ? 'dry' : null"
        @mark="mark"
      />
      <LookCount :look="test!" :part-id="part.id" :name="part.name" @done="take" />
      <StandInLook
        v-if="job?.hasStandIn"
        :problem="looking.problem.value"
        :shown="shownWords"
        :look="lookLook(shown?.mark)"
        @look="lookThere"
      />
    </template>
    <template #aside>
      <WalkRoute :parts="parts" :picked="picked" :marks="marks" :looks="looks" :waits="said" @pick="picked = $event" />
    </template>
  </WalkPage>
</template>
