<script setup lang="ts">
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { driesOff, harmlessFuel } from '#core/fuel/fuelThroughLeak'
import { bubbleRate, depthPressure } from '#core/leaktest/count/bubbles'
import { dropFreeTime, dropRate, spotRate, type LiquidRate } from '#core/leaktest/count/drops'

/** Drops, a spot on paper and bubbles under water, counted to a rate with its doubt. */
const drops = useLocalStorage(ownKey('reckoner:drops'), {
  count: 3 as number | null,
  time: 600 as number | null,
  fuel: 'petrol' as FuelKey,
})
const spot = useLocalStorage(ownKey('reckoner:spot'), {
  width: 0.03 as number | null,
  dropWidth: 0.015 as number | null,
  time: 1800 as number | null,
})
const bubbles = useLocalStorage(ownKey('reckoner:bubbles'), {
  count: 20 as number | null,
  time: 60 as number | null,
  width: 0.003 as number | null,
  depth: 0.1 as number | null,
  pressure: 5000 as number | null,
})
const { short } = useQuantities()
const fuelItems = fuels.map(fuel => ({ label: fuel.name, value: fuel.key }))

const fine = (...values: (number | null)[]): boolean => values.every(value => value !== null && Number.isFinite(value))
/** What comes of it, or the sentence that says why nothing does. */
function reckoned<T>(reckon: () => T): T | string {
  try {
    return reckon()
  } catch (error) {
    if (error instanceof RangeError) return error.message
    throw error
  }
}

const lost = computed(() =>
  fine(drops.value.count, drops.value.time) ? reckoned(() => dropRate(drops.value.count!, drops.value.time!)) : null,
)
/** What the drops amount to: one that falls is a leak, none says how much may still be lost. */
const judged = computed(() => {
  if (lost.value === null || typeof lost.value === 'string') return null
  if (drops.value.count! > 0) return { look: 'leaking' as const, text: 'A drop that falls is a leak, however slow.' }
  const fuel = fuels.find(each => each.key === drops.value.fuel)!
  const [dries, harmless] = [driesOff(fuel), harmlessFuel(fuel)]
  const hidden =
    dries > harmless ? ` Besides, ${aDay(dries)} of it a day dry off a few fingers’ breadth before any drop forms.` : ''
  return {
    look: 'unsure' as const,
    text: `${lost.value.high > harmless ? `${waitText(dropFreeTime(harmless))} without a drop would say something.` : 'No drop in that time: nothing falls.'}${hidden} Wipe it dry, dust it with talc, and look again.`,
  }
})
const soaked = computed(() =>
  fine(spot.value.width, spot.value.dropWidth, spot.value.time)
    ? reckoned(() => spotRate(spot.value.width!, spot.value.dropWidth!, spot.value.time!))
    : null,
)
const risen = computed(() => {
  const { count, time, width, depth } = bubbles.value
  return fine(count, time, width, depth) ? reckoned(() => bubbleRate(count!, time!, width!, { depth: depth! })) : null
})
/** Water holds back what does not push harder: then no bubble says nothing. */
const heldBack = computed(() => {
  const { depth, pressure } = bubbles.value
  if (!fine(depth, pressure) || !(depth! >= 0) || pressure! > depthPressure(depth!)) return null
  return `At that depth water pushes back with ${short('pressure', depthPressure(depth!))}: no bubble can come at ${short('pressure', pressure!)}, whatever leaks.`
})
const between = ({ low, high }: LiquidRate) => `${aDay(low, 2)} to ${aDay(high, 2)}`
</script>

<template>
  <div class="space-y-3">
    <section class="sheet">
      <h2 class="mb-3">Drops that fall</h2>
      <div class="grid grid-cols-2 gap-x-5 gap-y-4 sm:grid-cols-3">
        <UFormField label="Drops"><QuantityInput v-model="drops.count" kind="count" /></UFormField>
        <UFormField label="in"><QuantityInput v-model="drops.time" kind="minutes" /></UFormField>
        <UFormField label="Fuel"
          ><USelect v-model="drops.fuel" :items="fuelItems" class="w-full" aria-label="Fuel"
        /></UFormField>
      </div>
      <p v-if="typeof lost === 'string'" role="alert" class="leaking mt-3 font-medium">{{ lost }}</p>
      <template v-else-if="lost && judged">
        <p class="mt-3 text-[1.15rem]">
          <template v-if="drops.count"
            >About <b class="figure">{{ aDay(lost.likely, 2) }}</b> a day; {{ between(lost) }}.</template
          >
          <template v-else
            >At most <b class="figure">{{ aDay(lost.high, 2) }}</b> a day.</template
          >
        </p>
        <p class="font-semibold" :class="judged.look"><StateSign :look="judged.look" /> {{ judged.text }}</p>
      </template>
    </section>
    <section class="sheet">
      <h2 class="mb-3">A spot on blotting paper</h2>
      <div class="grid grid-cols-2 gap-x-5 gap-y-4 sm:grid-cols-3">
        <UFormField label="Spot, wide"><QuantityInput v-model="spot.width" kind="length" /></UFormField>
        <UFormField label="One drop on that paper, wide"><QuantityInput v-model="spot.dropWidth" kind="length" /></UFormField>
        <UFormField label="The paper lay there for"><QuantityInput v-model="spot.time" kind="minutes" /></UFormField>
      </div>
      <p v-if="typeof soaked === 'string'" role="alert" class="leaking mt-3 font-medium">{{ soaked }}</p>
      <template v-else-if="soaked">
        <p class="mt-3 text-[1.15rem]">
          About <b class="figure">{{ aDay(soaked.likely, 2) }}</b> a day; {{ between(soaked) }}.
        </p>
        <p class="soft">Petrol dries off the paper while it lies there: cover it, and measure at once.</p>
      </template>
    </section>
    <section class="sheet">
      <h2 class="mb-3">Bubbles under water</h2>
      <div class="grid grid-cols-2 gap-x-5 gap-y-4 sm:grid-cols-3">
        <UFormField label="Bubbles"><QuantityInput v-model="bubbles.count" kind="count" /></UFormField>
        <UFormField label="in"><QuantityInput v-model="bubbles.time" kind="minutes" /></UFormField>
        <UFormField label="Each, wide"><QuantityInput v-model="bubbles.width" kind="length" /></UFormField>
        <UFormField label="The place is under water by"><QuantityInput v-model="bubbles.depth" kind="length" /></UFormField>
        <UFormField label="Pressure in the tank"><QuantityInput v-model="bubbles.pressure" kind="pressure" /></UFormField>
      </div>
      <p v-if="typeof risen === 'string'" role="alert" class="leaking mt-3 font-medium">{{ risen }}</p>
      <template v-else-if="risen">
        <p class="mt-3 text-[1.15rem]">
          <template v-if="bubbles.count"
            >About <b class="figure">{{ rateText(risen.likely) }}</b> mL/min of air; {{ rateText(risen.low) }} to
            {{ rateText(risen.high) }}.</template
          >
          <template v-else
            >At most <b class="figure">{{ rateText(risen.high) }}</b> mL/min of air.</template
          >
        </p>
        <p class="soft">By eye a bubble’s width is out by a fifth, its volume by half.</p>
      </template>
      <p v-if="heldBack" role="alert" class="unsure mt-2 font-semibold"><StateSign look="unsure" /> {{ heldBack }}</p>
    </section>
  </div>
</template>
