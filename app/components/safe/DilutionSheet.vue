<script setup lang="ts">
import { figureText } from '#shared/writing'
import type { Fuel } from '#core/fuel/fuels'
import { dilutionTime, GAS_FREE_SHARE, INERT_OXYGEN, notOffered, saturatedShare, volumesToDilute } from '#core/fuel/vapour'

/** Airing out or making inert: how many volumes and how long, ending in a measurement. */
const props = defineProps<{ volume: number; fuel: Fuel }>()
const { short } = useQuantities()
const ways = ['air', 'inert gas'] as const
const state = reactive({
  way: 'air' as (typeof ways)[number],
  from: Number(saturatedShare(props.fuel).toPrecision(2)) as number | null,
  mixing: 3,
  flow: (20 / 60_000) as number | null,
})
const mixings = ['1', '3', '5'] as const
const mixing = computed({
  get: () => String(state.mixing) as (typeof mixings)[number],
  set: value => {
    state.mixing = Number(value)
  },
})
const mixingWords = { 1: 'Perfect, 1', 3: 'Fair, 3', 5: 'Poor, 5' }
const target = computed(() => (state.way === 'air' ? props.fuel.lowerExplosiveLimit * GAS_FREE_SHARE : INERT_OXYGEN))
const result = computed(() => {
  const from = state.way === 'air' ? (state.from ?? NaN) : 0.209
  if (state.way === 'air' && from > 0 && from <= target.value) return { little: true }
  if (!Number.isFinite(from) || state.flow === null || !(state.flow > 0)) return { problem: 'Type a number in each field.' }
  try {
    const volumes = volumesToDilute(from, target.value, state.mixing)
    return { volumes, time: dilutionTime(volumes, props.volume, state.flow) }
  } catch (error) {
    return { problem: (error as Error).message }
  }
})
</script>

<template>
  <div class="space-y-4">
    <div class="flex flex-wrap gap-4">
      <UFormField label="With"><TapChoice v-model="state.way" :options="ways" several label="With" /></UFormField>
      <UFormField label="Mixing"
        ><TapChoice v-model="mixing" :options="mixings" :words="mixingWords" several label="Mixing"
      /></UFormField>
    </div>
    <div class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField v-if="state.way === 'air'" label="Vapour to begin with" help="by volume; air takes up no more at 20 °C"
        ><QuantityInput v-model="state.from" kind="share"
      /></UFormField>
      <UFormField label="Fan or bottle gives"><QuantityInput v-model="state.flow" kind="flow" /></UFormField>
    </div>
    <p v-if="'problem' in result" role="alert" class="leaking font-medium">{{ result.problem }}</p>
    <p v-else-if="'little' in result">
      So little is below a tenth of the lower limit already. Warmth, a mist, or another fuel that was in it before make more of
      it: <b>measure</b>.
    </p>
    <p v-else>
      <b class="figure text-2xl">{{ figureText(result.volumes!, 1) }}</b> volumes of the tank,
      {{ short('volume', result.volumes! * volume) }}, about {{ waitText(result.time!) }}, to
      {{ state.way === 'air' ? 'a tenth of the lower limit' : `${100 * INERT_OXYGEN} % of oxygen` }}. <b>Then measure</b>:
      liquid left behind starts it over, and no time makes a tank safe.
    </p>
    <details>
      <summary class="min-h-11 cursor-pointer py-2 font-semibold">Old ways that are not offered</summary>
      <p v-for="each in notOffered" :key="each.key" class="py-1">
        <b>{{ each.name }}.</b> {{ each.why }}
      </p>
    </details>
  </div>
</template>
