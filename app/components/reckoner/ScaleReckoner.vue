<script setup lang="ts">
import { figureText } from '#shared/writing'
import { PressureScaleError, pressureFrom, sensorFromTwoPoints, readAtPressure } from '#core/readings/pressureScale'
import { WATER_DENSITY } from '#core/quantity/waterDensity'

/** A column's height and a sensor's volts as pressure. */
const { short } = useQuantities()
const column = useLocalStorage(ownKey('reckoner:column'), {
  height: 0.3 as number | null,
  density: WATER_DENSITY as number | null,
})
const sensor = useLocalStorage(ownKey('reckoner:sensor'), {
  volts1: 0.5 as number | null,
  pressure1: -3750 as number | null,
  volts2: 4.5 as number | null,
  pressure2: 1250 as number | null,
  volts: 2.6 as number | null,
})
const fine = (...values: (number | null)[]) => values.every(value => value !== null && Number.isFinite(value))
const columnPressure = computed(() =>
  fine(column.value.height, column.value.density) && column.value.density! > 0
    ? pressureFrom({ kind: 'column', density: column.value.density! }, column.value.height!)
    : null,
)
const scale = computed(() => {
  const { volts1, pressure1, volts2, pressure2 } = sensor.value
  if (!fine(volts1, pressure1, volts2, pressure2)) return null
  try {
    return sensorFromTwoPoints([
      { volts: volts1!, pressure: pressure1! },
      { volts: volts2!, pressure: pressure2! },
    ])
  } catch (error) {
    if (error instanceof PressureScaleError) return error.message
    throw error
  }
})
</script>

<template>
  <div class="space-y-3">
    <section class="sheet">
      <h2 class="mb-3">Water column</h2>
      <div class="flex flex-wrap items-end gap-x-5 gap-y-3">
        <UFormField label="Between the two levels"><QuantityInput v-model="column.height" kind="length" /></UFormField>
        <UFormField label="Density of the liquid"><QuantityInput v-model="column.density" kind="density" /></UFormField>
        <p v-if="columnPressure !== null" class="pb-1.5 text-lg">
          is <b class="figure">{{ short('pressure', columnPressure) }}</b>
        </p>
      </div>
    </section>
    <section class="sheet">
      <h2 class="mb-3">Sensor by two points</h2>
      <div class="grid gap-x-5 gap-y-3 sm:grid-cols-4">
        <UFormField label="First point"><QuantityInput v-model="sensor.volts1" kind="volts" /></UFormField>
        <UFormField label="is"><QuantityInput v-model="sensor.pressure1" kind="pressure" /></UFormField>
        <UFormField label="Second point"><QuantityInput v-model="sensor.volts2" kind="volts" /></UFormField>
        <UFormField label="is"><QuantityInput v-model="sensor.pressure2" kind="pressure" /></UFormField>
      </div>
      <p v-if="typeof scale === 'string'" role="alert" class="leaking mt-3 font-medium">{{ scale }}</p>
      <div v-else-if="scale" class="mt-3 flex flex-wrap items-end gap-x-5 gap-y-3">
        <UFormField label="It shows"><QuantityInput v-model="sensor.volts" kind="volts" /></UFormField>
        <p v-if="fine(sensor.volts)" class="pb-1.5 text-lg">
          that is <b class="figure">{{ short('pressure', pressureFrom(scale, sensor.volts!)) }}</b>
        </p>
        <p class="soft basis-full">
          One volt is {{ short('pressure', scale.slope) }}; with the cap off it must show
          {{ figureText(readAtPressure(scale, 0), 3) }} V.
        </p>
      </div>
    </section>
  </div>
</template>
