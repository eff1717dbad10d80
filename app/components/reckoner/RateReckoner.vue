<script setup lang="ts">
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { equivalentHole } from '#core/gas/equivalentHole'
import { orificeFlow } from '#core/gas/orificeFlow'
import { STANDARD_PRESSURE, throughputFromStandard } from '#core/quantity/standardLeakRate'

/** What a rate means, and which rate a hole would give. */
const state = useLocalStorage(ownKey('reckoner:rate'), {
  rate: throughputFromStandard(1) as number | null,
  pressure: 5000 as number | null,
  fuel: 'petrol' as FuelKey,
  hole: 0.5e-3 as number | null,
})
const { short } = useQuantities()
const fuelItems = fuels.map(fuel => ({ label: fuel.name, value: fuel.key }))
const usable = computed(
  () =>
    state.value.rate !== null &&
    state.value.rate >= 0 &&
    state.value.pressure !== null &&
    state.value.pressure !== 0 &&
    Math.abs(state.value.pressure) < 100_000,
)
const flow = computed(() => {
  const { hole, pressure } = state.value
  if (hole === null || !(hole > 0) || pressure === null || !(Math.abs(pressure) < 100_000) || pressure === 0) return null
  return pressure > 0
    ? orificeFlow(hole, STANDARD_PRESSURE + pressure, STANDARD_PRESSURE)
    : orificeFlow(hole, STANDARD_PRESSURE, STANDARD_PRESSURE + pressure)
})
</script>

<template>
  <div class="space-y-3">
    <div class="sheet grid gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="Leak rate"><QuantityInput v-model="state.rate" kind="rate" /></UFormField>
      <UFormField label="Measured at"><QuantityInput v-model="state.pressure" kind="pressure" /></UFormField>
      <UFormField label="Fuel"><USelect v-model="state.fuel" :items="fuelItems" class="w-full" aria-label="Fuel" /></UFormField>
    </div>
    <section v-if="usable" class="sheet">
      <RateMeaning :rate="state.rate!" :pressure="state.pressure!" :fuel="state.fuel" />
    </section>
    <section class="sheet flex flex-wrap items-end gap-x-6 gap-y-3">
      <UFormField label="A sharp hole of"><QuantityInput v-model="state.hole" kind="hole" /></UFormField>
      <p v-if="flow !== null" class="pb-1.5 text-lg">
        passes <b class="figure">{{ rateText(flow) }}</b> mL/min of air at that pressure.<span
          v-if="usable"
          class="soft block text-base"
          >The rate above is one hole of {{ short('hole', equivalentHole(state.rate!, state.pressure!), 2) }}.</span
        >
      </p>
    </section>
  </div>
</template>
