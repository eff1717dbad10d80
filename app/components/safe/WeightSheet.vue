<script setup lang="ts">
import { tankShapes } from '#core/circuit/tankKinds'
import { tiltShift } from '#core/fuel/tankShape'
import { densityAt, jackRating } from '#core/fuel/weight'
import { weighingFault, weighUp, withUsual, type UnweighedTank, type Weighing } from '#core/fuel/weighing'

/**
 * What a tank weighs with what is in it, where the weight sits as it empties, what jacks and stands it wants, and what the
 * pickup leaves.
 */
const props = defineProps<{ tank: UnweighedTank }>()
const measured = defineModel<Weighing>({ required: true })
const { short } = useQuantities()
const set = (change: Partial<Weighing>) => {
  measured.value = { ...measured.value, ...change }
}
const filled = computed(() => withUsual(props.tank, measured.value))
const fault = computed(() => weighingFault(props.tank, measured.value))
const problem = computed(
  () =>
    fault.value &&
    {
      'no number': 'Type a number in each field.',
      'density': 'A fuel weighs between 0.6 and 1.0 kg/L. Type the density as 0.745 or as 745.',
      'over capacity': `That is over the tank’s own capacity of ${short('volume', props.tank.capacity)}.`,
    }[fault.value],
)
const weighed = computed(() => (fault.value ? null : weighUp(props.tank, measured.value)))
/** A density typed as 0.745 is kg/L, as 745 kg/m3; it stays on the screen as it was typed. */
const fromTyped = (typed: number) => (typed < 10 ? typed * 1000 : typed)
const typedDensity = ref<number | null>(null)
const shownDensity = computed(() =>
  typedDensity.value !== null && Object.is(fromTyped(typedDensity.value), filled.value.density)
    ? typedDensity.value
    : filled.value.density,
)
function typeDensity(typed: number | null) {
  typedDensity.value = typed ?? NaN
  set({ density: fromTyped(typedDensity.value) })
}
const unusual = computed(
  () =>
    !fault.value && (filled.value.density < props.tank.fuel.densityFrom || filled.value.density > props.tank.fuel.densityTo),
)
const share = computed(() => filled.value.level / props.tank.capacity)
const shapeWords = { 'box': 'Box', 'lying cylinder': 'Lying cylinder', 'keel': 'V, on its edge', 'wing': 'Wing bay' }
</script>

<template>
  <div class="space-y-4">
    <UFormField label="Shape across"
      ><TapChoice
        :model-value="filled.shape"
        :options="tankShapes"
        :words="shapeWords"
        several
        label="Shape across"
        @update:model-value="set({ shape: $event as Weighing['shape'] })"
    /></UFormField>
    <div class="grid grid-cols-2 items-start gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="In it now"
        ><QuantityInput :model-value="filled.level" kind="volume" @update:model-value="set({ level: $event ?? NaN })"
      /></UFormField>
      <UFormField label="Fuel’s temperature"
        ><QuantityInput
          :model-value="filled.temperature"
          kind="temperature"
          @update:model-value="set({ temperature: $event ?? NaN })"
      /></UFormField>
      <UFormField label="Its density at 15 °C" :help="`usual: ${tank.fuel.densityFrom} to ${tank.fuel.densityTo}`"
        ><QuantityInput :model-value="shownDensity" kind="density" @update:model-value="typeDensity"
      /></UFormField>
      <UFormField label="Tank, empty" :help="measured.tankMass === null ? 'estimated until you weigh it' : undefined"
        ><QuantityInput :model-value="filled.tankMass" kind="mass" @update:model-value="set({ tankMass: $event ?? NaN })"
      /></UFormField>
      <UFormField label="Its length"
        ><QuantityInput :model-value="filled.length" kind="length" @update:model-value="set({ length: $event ?? NaN })"
      /></UFormField>
      <UFormField label="Its height"
        ><QuantityInput :model-value="filled.height" kind="length" @update:model-value="set({ height: $event ?? NaN })"
      /></UFormField>
    </div>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <template v-else-if="weighed">
      <p v-if="unusual" class="unsure font-medium">
        <StateSign look="unsure" :size="16" /> That density is not usual for {{ lowerFirst(tank.fuel.name) }}: check which fuel
        it is.
      </p>
      <div class="grid grid-cols-2 gap-4 sm:grid-cols-3">
        <p>
          <span class="soft block">To lift</span><b class="figure text-3xl">{{ short('mass', weighed.total) }}</b
          ><span class="soft block text-sm"
            >{{ short('mass', weighed.fuelMass) }} of fuel at
            {{ Math.round(densityAt({ ...tank.fuel, density: filled.density }, filled.temperature)) }} kg/m³</span
          >
        </p>
        <p>
          <span class="soft block">Jack rated for</span
          ><b class="figure text-3xl">{{ short('mass', jackRating(weighed.total, 1), 2) }}</b
          ><span class="soft block text-sm"
            >under its middle; or two, of {{ short('mass', jackRating(weighed.total, 2), 2) }} each; stands the same</span
          >
        </p>
        <p>
          <span class="soft block">Its fuel’s middle</span
          ><b class="figure text-3xl">{{ short('length', weighed.middle, 2) }}</b
          ><span class="soft block text-sm">above the bottom; {{ short('length', weighed.depth, 2) }} deep</span>
        </p>
      </div>
      <p v-if="share > 0.02 && share < 0.98">
        Tilted by 3° its fuel moves {{ short('length', tiltShift(weighed.length, weighed.depth, 3), 2) }} to the low side. Two
        points, wide wooden pads, stop when it catches.
      </p>
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <UFormField label="Pickup stands above the bottom by" class="w-64"
          ><QuantityInput :model-value="filled.clearance" kind="length" @update:model-value="set({ clearance: $event ?? NaN })"
        /></UFormField>
        <p class="pb-2">
          It leaves <b class="figure">{{ short('volume', weighed.unusable, 2) }}</b> behind.
        </p>
      </div>
    </template>
  </div>
</template>
