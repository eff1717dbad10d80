<script setup lang="ts">
import { figureText } from '#shared/writing'
import { compareBalloons, type ComparedBalloon } from '#core/leaktest/balloon/compareBalloons'
import { HoldError } from '#core/hold/holdSetup'
import { standardFromThroughput } from '#core/quantity/standardLeakRate'
import type { BalloonView } from '#shared/leaktest/balloon/balloonView'
import { testsOf } from '#shared/leaktest/tests'
import type { BayRow, JobView } from '#shared/views'

/** Two like tanks side by side under the same weather, left against right: what both do alike drops out of the difference. */
const props = defineProps<{ job: JobView; balloon: BalloonView }>()
const others = ref<BayRow[]>([])
const chosen = ref<string | undefined>()
const other = shallowRef<JobView | null>(null)
const { problem, save } = useSave({ inOrder: true })
onMounted(() =>
  save(async () => {
    const rows = await callApi<BayRow[]>('bench')
    // Another tank of the same craft first: it stands under the same weather.
    others.value = rows
      .filter(row => row.id !== props.job.id)
      .sort((a, b) => Number(b.craft === props.job.craft.name) - Number(a.craft === props.job.craft.name))
    const sibling = others.value.find(row => row.craft === props.job.craft.name)
    if (sibling) chosen.value = sibling.id
  }),
)
watch(chosen, id =>
  save(async () => {
    other.value = id ? await callApi<JobView>(`jobs/${id}`) : null
  }),
)
const items = computed(() => others.value.map(row => ({ label: `${row.craft}, ${row.tankName}`, value: row.id })))
const theirs = computed(() => {
  const all = other.value ? testsOf(other.value, 'balloon').filter(each => !each.struck) : []
  // The one that was on at the same time.
  return (
    all.findLast(
      each => each.startedAt < (props.balloon.stoppedAt ?? Infinity) && props.balloon.startedAt < (each.stoppedAt ?? Infinity),
    ) ?? null
  )
})
const compared = ({ setup, girths }: BalloonView): ComparedBalloon => ({
  setup,
  girths: girths.map(({ t, at, girth, controlGirth, temperature, barometer }) => ({
    t,
    at: at / 1000,
    girth,
    ...(controlGirth !== null && { controlGirth }),
    ...(temperature !== null && { temperature }),
    ...(barometer !== null && { barometer }),
  })),
})
const said = computed(() => {
  if (!other.value) return null
  if (!theirs.value) return 'No balloon was on that tank in the same hours.'
  try {
    const { more, low95, high95, loses, pairs } = compareBalloons(compared(props.balloon), compared(theirs.value))
    const figure = (rate: number) => figureText(standardFromThroughput(rate), 2)
    const range = `${figure(more)} mL/min more than the other, 95 % between ${figure(low95)} and ${figure(high95)}, by ${pairs} pairs of girths`
    const who = { first: 'This tank loses more', second: 'The other one loses more', neither: 'No difference can be told' }
    return `${who[loses]}: this one loses ${range}.`
  } catch (error) {
    if (error instanceof HoldError) return error.message
    throw error
  }
})
</script>

<template>
  <section class="sheet" aria-labelledby="compare-title">
    <h2 id="compare-title" class="mb-1">Against a like tank in the same hours</h2>
    <p class="soft mb-2">
      Same weather, same time: what warms and presses both drops out. It is an indication and no evidence; each tank is judged
      by its own.
    </p>
    <USelect
      v-if="items.length"
      v-model="chosen"
      :items="items"
      placeholder="Which tank stands beside it"
      aria-label="Which tank stands beside it"
      class="max-w-md"
    />
    <p v-else class="soft">No other tank is in the shop.</p>
    <p v-if="problem" role="alert" class="leaking mt-2 font-medium">{{ problem }}</p>
    <p v-else-if="said" class="mt-2 font-medium" aria-live="polite">{{ said }}</p>
  </section>
</template>
