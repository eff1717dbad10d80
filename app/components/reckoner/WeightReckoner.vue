<script setup lang="ts">
import { tankMaterials, type TankMaterial } from '#core/circuit/tankKinds'
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { NOT_WEIGHED } from '#core/fuel/weighing'
import { familiarWeight, panelForce } from '#core/gas/panelForce'

/** Weight of a tank with its fuel, the force on its flat side, and airing it out, without a job. */
const state = useLocalStorage(ownKey('reckoner:weight'), {
  fuel: 'petrol' as FuelKey,
  material: 'sheet steel' as TankMaterial,
  capacity: 0.06 as number | null,
  pressure: 7000 as number | null,
  panel: 0.5 as number | null,
})
const { short } = useQuantities()
const fuel = computed(() => fuels.find(each => each.key === state.value.fuel)!)
const measured = ref(NOT_WEIGHED)
// What was measured of one fuel and tank says nothing of another.
watch(
  () => [state.value.fuel, state.value.material],
  () => {
    measured.value = NOT_WEIGHED
  },
)
const usable = computed(() => state.value.capacity !== null && state.value.capacity > 0.0002 && state.value.capacity < 20)
const push = computed(() =>
  state.value.pressure !== null && Number.isFinite(state.value.pressure) && (state.value.panel ?? 0) > 0
    ? panelForce(state.value.pressure, state.value.panel!)
    : null,
)
</script>

<template>
  <div class="space-y-3">
    <div class="sheet grid gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="Fuel"
        ><USelect
          v-model="state.fuel"
          :items="fuels.map(fuel => ({ label: fuel.name, value: fuel.key }))"
          class="w-full"
          aria-label="Fuel"
      /></UFormField>
      <UFormField label="Capacity"><QuantityInput v-model="state.capacity" kind="volume" /></UFormField>
      <UFormField label="Material"
        ><USelect v-model="state.material" :items="[...tankMaterials]" class="w-full" aria-label="Material"
      /></UFormField>
    </div>
    <template v-if="usable">
      <section class="sheet">
        <h2 class="mb-3">What it weighs</h2>
        <WeightSheet v-model="measured" :tank="{ fuel, capacity: state.capacity!, material: state.material, shape: 'box' }" />
      </section>
      <section class="sheet">
        <h2 class="mb-3">Airing it out</h2>
        <DilutionSheet :volume="state.capacity!" :fuel="fuel" :key="fuel.key" />
      </section>
    </template>
    <section class="sheet space-y-3">
      <h2>Force on a flat side</h2>
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
        <UFormField label="Pressure"><QuantityInput v-model="state.pressure" kind="pressure" /></UFormField>
        <UFormField label="Flat side"><QuantityInput v-model="state.panel" kind="area" /></UFormField>
      </div>
      <p v-if="push">
        <b class="figure text-2xl">{{ short('mass', push.mass) }}</b> push on it, like {{ familiarWeight(push.mass) }}.
      </p>
    </section>
  </div>
</template>
