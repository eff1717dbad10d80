<script setup lang="ts">
import { tankKinds } from '#core/circuit/tankKinds'
import { places, wallOf, type Place } from '#core/hold/besides/surroundings'
import type { PlannedHold } from '#core/planning/plannedHold'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'

/** Will this test see it? A hold planned without a job. */
const { of } = useKit()
const state = useLocalStorage(ownKey('reckoner:plan'), {
  volume: 0.06 as number | null,
  pressure: 5000 as number | null,
  step: 10 as number | null,
  noise: 5 as number | null,
  limit: throughputFromStandard(20) as number | null,
  temperature: 0.05 as number | null,
  weather: 10 as number | null,
  every: 60,
  kind: 'moulded',
  place: 'indoors' as Place,
})
const kindItems = tankKinds.map(kind => ({ label: kind.name, value: kind.key }))
function takeKind(key: string) {
  const kind = tankKinds.find(each => each.key === key)!
  Object.assign(state.value, {
    kind: key,
    volume: kind.capacity,
    pressure: kind.workingPressure,
    limit: throughputFromStandard(kind.acceptance),
  })
}
const fine = (value: number | null): value is number => value !== null && Number.isFinite(value)
const planned = computed<PlannedHold | null>(() => {
  const { volume, pressure, step, noise, limit, temperature, weather, every, kind, place } = state.value
  if (
    ![volume, pressure, step, noise, limit, temperature, weather].every(fine) ||
    !(volume! > 0) ||
    pressure === 0 ||
    !(step! > 0) ||
    !(limit! > 0) ||
    noise! < 0 ||
    temperature! < 0 ||
    weather! < 0 ||
    Math.abs(pressure!) > 100_000
  )
    return null
  const tank = tankKinds.find(each => each.key === kind)!
  return {
    every,
    // What is read leaves less than this unseen.
    hasThermometer: temperature! <= 0.2,
    hasBarometer: weather! <= 20,
    course: 'plain',
    pressureLimit: tank.pressureLimit,
    setup: {
      method: pressure! < 0 ? 'vacuum-decay' : 'pressure-decay',
      space: { volume: volume!, wallGive: tank.wallGivePerKPa / 1000 },
      volumeUncertainty: 0,
      wallGiveUncertainty: 0,
      gauge: { resolution: step!, noise: noise! },
      temperatureChangeUncertainty: temperature!,
      barometerChangeUncertainty: weather!,
      testPressure: pressure!,
      limit: limit!,
      rigLeak: 0,
      rigLeakUncertainty: 0,
      surroundings: { place, wall: wallOf(tank.material), inside: 'aired' },
    },
  }
})
const pump = computed(() => of('pump')[0])
const placeItems = places.map(place => ({ label: place, value: place }))
const everyItems = [
  { label: 'each 5 s, by a logger', value: 5 },
  { label: 'each minute, by hand', value: 60 },
  { label: 'each five minutes, by hand', value: 300 },
]
</script>

<template>
  <div class="space-y-3">
    <div class="sheet grid gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="Kind of tank"
        ><USelect
          :model-value="state.kind"
          :items="kindItems"
          class="w-full"
          aria-label="Kind of tank"
          @update:model-value="takeKind($event as string)"
      /></UFormField>
      <UFormField label="Gas volume"><QuantityInput v-model="state.volume" kind="volume" /></UFormField>
      <UFormField label="Test pressure" hint="below zero for vacuum"
        ><QuantityInput v-model="state.pressure" kind="pressure"
      /></UFormField>
      <UFormField label="Leak that matters"><QuantityInput v-model="state.limit" kind="rate" /></UFormField>
      <UFormField label="Step of the gauge"><QuantityInput v-model="state.step" kind="pressureStep" /></UFormField>
      <UFormField label="Its noise"><QuantityInput v-model="state.noise" kind="pressureStep" /></UFormField>
      <UFormField label="Unseen temperature" hint="0.05 if read"
        ><QuantityInput v-model="state.temperature" kind="temperatureChange"
      /></UFormField>
      <UFormField label="Unseen weather" hint="0.1 if read"
        ><QuantityInput v-model="state.weather" kind="weather"
      /></UFormField>
      <UFormField label="It stands"
        ><USelect v-model="state.place" :items="placeItems" class="w-full" aria-label="It stands"
      /></UFormField>
      <UFormField label="Read"
        ><USelect v-model="state.every" :items="everyItems" class="w-full" aria-label="Read"
      /></UFormField>
    </div>
    <HoldPlanSheet
      v-if="planned"
      :planned="planned"
      :stroke="pump?.facts.stroke ?? 100e-6"
      :stroke-name="pump?.name ?? 'Strokes'"
    />
    <p v-else class="sheet soft">
      Fill every field with a figure: volume, step and limit above zero, pressure other than zero.
    </p>
  </div>
</template>
