<script setup lang="ts">
import { BALLOON_PRESSURE, balloonVolume, weatherChange } from '#core/leaktest/balloon/balloon'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '#core/quantity/standardLeakRate'

/** What weather alone does to a balloon: how much of it a night takes. */
const { short } = useQuantities()
const state = useLocalStorage(ownKey('reckoner:balloon'), {
  volume: 0.08 as number | null,
  girth: 0.667 as number | null,
  cooler: 10 as number | null,
  higher: 1000 as number | null,
})
const lost = computed(() => {
  const { volume, girth, cooler, higher } = state.value
  if (
    ![volume, girth, cooler, higher].every(value => value !== null && Number.isFinite(value)) ||
    !(volume! > 0) ||
    !(girth! > 0)
  )
    return null
  const pressure = STANDARD_PRESSURE + BALLOON_PRESSURE
  const before = balloonVolume(girth!)
  return {
    before,
    change: weatherChange(
      volume! + before,
      { temperature: STANDARD_TEMPERATURE, pressure },
      { temperature: STANDARD_TEMPERATURE - cooler!, pressure: pressure + higher! },
    ),
  }
})
</script>

<template>
  <section class="sheet space-y-3">
    <div class="grid gap-x-5 gap-y-3 sm:grid-cols-4">
      <UFormField label="Gas volume of the tank"><QuantityInput v-model="state.volume" kind="volume" /></UFormField>
      <UFormField label="Girth of the balloon"><QuantityInput v-model="state.girth" kind="length" /></UFormField>
      <UFormField label="It gets cooler by"><QuantityInput v-model="state.cooler" kind="temperatureChange" /></UFormField>
      <UFormField label="The barometer rises by"><QuantityInput v-model="state.higher" kind="weather" /></UFormField>
    </div>
    <p v-if="lost" class="text-lg">
      Of {{ short('volume', lost.before) }} in the balloon the weather alone {{ lost.change < 0 ? 'takes' : 'adds' }}
      <b class="figure">{{ short('volume', Math.abs(lost.change)) }}</b>{{
        lost.change < -lost.before
          ? ': it goes flat without any leak'
          : lost.change < -lost.before / 2
            ? ': more than half of it, without any leak'
            : ''
      }}.
    </p>
    <p v-else class="soft">Fill every field with a figure.</p>
  </section>
</template>
