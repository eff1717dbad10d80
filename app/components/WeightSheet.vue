<script setup lang="ts">
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { centreOfFuel, liquidHeight, tankShapes, tiltShift, type TankShape } from '#core/fuel/tankShape'
import { densityAt, emptyTankMass, jackRating, liftWeight, unusableFuel } from '#core/fuel/weight'
import type { TankMaterial } from '#core/circuit/tankKinds'

/** What a tank weighs with what is in it, where the weight sits as it empties, what jacks and stands it wants, and what the pickup leaves. */
const props = defineProps<{ fuel: FuelKey, capacity: number, material: TankMaterial, shape: TankShape, /** name under which what was typed is kept in this browser */ remember?: string }>()
const emit = defineEmits<{ /** m3 in it now, and what lies below its pickup; null while something typed cannot be */ reckoned: [fuel: { level: number, unusable: number } | null] }>()
const { short } = useQuantities()
/** An estimate is not told finer than it is. */
const round = (value: number, digits: number) => Number(value.toFixed(digits))
/** A box 1 : 0.6 : 0.35 that holds as much, until somebody measures. */
const boxLength = computed(() => Math.cbrt(props.capacity / (0.6 * 0.35)))
interface Typed { level: number | null, temperature: number | null, tankMass: number | null, length: number | null, height: number | null, clearance: number | null, density: number | null, shape: TankShape }
const blank = (): Typed => ({ level: null, temperature: 288.15, tankMass: null, length: null, height: null, clearance: 0.015, density: null, shape: props.shape })
const own = props.remember ? useLocalStorage<Typed>(`weight:${props.remember}`, blank, { mergeDefaults: true }) : ref(blank())
const level = computed(() => own.value.level ?? props.capacity / 4)
const length = computed(() => own.value.length ?? round(boxLength.value, 2)), height = computed(() => own.value.height ?? round(0.35 * boxLength.value, 2))
const tankMass = computed(() => own.value.tankMass ?? round(emptyTankMass(props.material, props.capacity), 1))
const known = computed(() => fuels.find(each => each.key === props.fuel)!)
/** A density typed as 0.745 is kg/L, as 745 kg/m3; what is neither is told. */
const density = computed(() => {
  const typed = own.value.density
  if (typed === null) return known.value.density
  const si = typed < 10 ? typed * 1000 : typed
  return si >= 600 && si <= 1000 ? si : NaN
})
const problem = computed(() => {
  if (Number.isNaN(density.value)) return 'A fuel weighs between 0.6 and 1.0 kg/L. Type the density as 0.745 or as 745.'
  if (!(level.value >= 0)) return 'Type how much is in it.'
  if (level.value > 1.02 * props.capacity) return `That is over the tank’s own capacity of ${short('volume', props.capacity)}.`
  if (![own.value.temperature ?? NaN, tankMass.value, length.value, height.value].every(value => Number.isFinite(value) && value > 0)) return 'Type a number in each field.'
  return null
})
const weighed = computed(() => (problem.value ? null : liftWeight({ fuel: { ...known.value, density: density.value }, level: level.value, temperature: own.value.temperature!, tankMass: tankMass.value })))
const unusual = computed(() => !problem.value && (density.value < known.value.densityFrom || density.value > known.value.densityTo))
const share = computed(() => Math.min(1, level.value / props.capacity))
const depth = computed(() => liquidHeight(own.value.shape, share.value) * height.value)
const middle = computed(() => centreOfFuel(own.value.shape, share.value) * height.value)
const left = computed(() => unusableFuel(own.value.shape, props.capacity, own.value.clearance ?? 0, height.value))
const shapeWords = { 'box': 'Box', 'lying cylinder': 'Lying cylinder', 'keel': 'V, on its edge', 'wing': 'Wing bay' }
watchEffect(() => emit('reckoned', problem.value ? null : { level: level.value, unusable: left.value }))
</script>

<template>
  <div class="space-y-4">
    <UFormField label="Shape across"><TapChoice v-model="own.shape" :options="tankShapes" :words="shapeWords" several label="Shape across" /></UFormField>
    <div class="grid grid-cols-2 items-start gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="In it now"><QuantityInput :model-value="level" kind="volume" @update:model-value="own.level = $event ?? NaN" /></UFormField>
      <UFormField label="Fuel’s temperature"><QuantityInput v-model="own.temperature" kind="temperature" /></UFormField>
      <UFormField label="Its density at 15 °C" :help="`usual: ${known.densityFrom} to ${known.densityTo}`"><QuantityInput :model-value="own.density ?? known.density" kind="density" @update:model-value="own.density = $event ?? NaN" /></UFormField>
      <UFormField label="Tank, empty" help="estimated until you weigh it"><QuantityInput :model-value="tankMass" kind="mass" @update:model-value="own.tankMass = $event ?? NaN" /></UFormField>
      <UFormField label="Its length"><QuantityInput :model-value="length" kind="length" @update:model-value="own.length = $event ?? NaN" /></UFormField>
      <UFormField label="Its height"><QuantityInput :model-value="height" kind="length" @update:model-value="own.height = $event ?? NaN" /></UFormField>
    </div>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <template v-else-if="weighed">
      <p v-if="unusual" class="unsure font-medium"><StateSign look="unsure" :size="16" /> That density is not usual for {{ lowerFirst(known.name) }}: check which fuel it is.</p>
      <div class="grid grid-cols-2 gap-4 sm:grid-cols-3">
        <p><span class="soft block">To lift</span><b class="figure text-3xl">{{ short('mass', weighed.total) }}</b><span class="soft block text-sm">{{ short('mass', weighed.fuelMass) }} of fuel at {{ Math.round(densityAt({ ...known, density }, own.temperature!)) }} kg/m³</span></p>
        <p><span class="soft block">Jack under the middle</span><b class="figure text-3xl">{{ short('mass', jackRating(weighed.total, 1), 2) }}</b><span class="soft block text-sm">or two, of {{ short('mass', jackRating(weighed.total, 2), 2) }} each; stands the same</span></p>
        <p><span class="soft block">Its fuel’s middle</span><b class="figure text-3xl">{{ short('length', middle, 2) }}</b><span class="soft block text-sm">above the bottom; {{ short('length', depth, 2) }} deep</span></p>
      </div>
      <p v-if="share > 0.02 && share < 0.98">Tilted by 3° its fuel moves {{ short('length', tiltShift(length, depth, 3), 2) }} to the low side. Two points, wide wooden pads, stop when it catches.</p>
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <UFormField label="Pickup stands above the bottom by" class="w-64"><QuantityInput v-model="own.clearance" kind="length" /></UFormField>
        <p class="pb-2">It leaves <b class="figure">{{ short('volume', left, 2) }}</b> behind.</p>
      </div>
    </template>
  </div>
</template>
