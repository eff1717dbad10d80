<script setup lang="ts">
import { figureText } from '#shared/writing'
import { mixDensity, mixOfMass, mixOfVolume, volumeRatioOf } from '#core/repair/amount/mix'
import { timeToCure } from '#core/repair/cure/cure'
import { mixProblem, workTime } from '#core/repair/cure/potLife'
import { repairMaterial, repairMaterials, type RepairMaterialKey } from '#core/repair/material/repairMaterials'

/** Parts of a mix by mass and volume, how long a cup can be worked in this warmth, and when it has cured. */
const { short } = useQuantities()
const { materials } = useMaterials()
const state = useLocalStorage(ownKey('reckoner:mix'), {
  of: 'epoxy-liner' as string,
  amount: 'mass' as 'mass' | 'volume',
  mass: 0.1 as number | null,
  volume: 0.0001 as number | null,
  depth: null as number | null,
  temperature: 293.15 as number | null,
})
const choices = computed(() => [
  ...(materials.value?.sheets ?? [])
    .filter(each => !each.retired)
    .map(each => ({ label: `${each.name} (its sheet)`, value: each.id })),
  ...repairMaterials.filter(each => each.cure).map(each => ({ label: each.name, value: each.key as string })),
])
const sheet = computed(() => {
  const own = materials.value?.sheets.find(each => each.id === state.value.of)
  if (own) return { cure: own.facts, milestones: own.facts, ratio: own.facts.ratio }
  const { cure, milestones, ratio } = repairMaterial(
    repairMaterials.some(each => each.key === state.value.of) ? (state.value.of as RepairMaterialKey) : 'epoxy-liner',
  )
  return { cure: cure!, milestones: milestones!, ratio }
})
const isAbove = (value: number | null): value is number => value !== null && Number.isFinite(value) && value > 0
const mix = computed(() => {
  const { ratio } = sheet.value
  if (!ratio) return null
  if (state.value.amount === 'mass') return isAbove(state.value.mass) ? mixOfMass(state.value.mass, ratio) : null
  return isAbove(state.value.volume) ? mixOfVolume(state.value.volume, ratio) : null
})
const temperature = computed(() =>
  isAbove(state.value.temperature) && state.value.temperature > 223 && state.value.temperature < 373
    ? state.value.temperature
    : null,
)
const wrong = computed(() => temperature.value !== null && mixProblem(sheet.value.cure, temperature.value))
const time = computed(() => {
  if (temperature.value === null || !mix.value || wrong.value) return null
  return workTime(sheet.value.cure, temperature.value, {
    mass: mix.value.mass,
    density: mixDensity(sheet.value.ratio!),
    depth: isAbove(state.value.depth) ? state.value.depth : null,
  })
})
const cures = computed(() => {
  if (temperature.value === null || wrong.value) return null
  const { cure, milestones } = sheet.value
  const after = (seconds: number) => waitText(timeToCure({ ...cure, cureTime: seconds }, temperature.value!))
  return { moved: after(milestones.moveTime), tested: after(cure.cureTime), fuel: after(milestones.fuelTime) }
})
</script>

<template>
  <div class="space-y-3">
    <div class="sheet grid gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="Material" class="sm:col-span-2"
        ><USelect v-model="state.of" :items="choices" class="w-full" aria-label="Material"
      /></UFormField>
      <UFormField label="How warm"><QuantityInput v-model="state.temperature" kind="temperature" /></UFormField>
      <template v-if="sheet.ratio">
        <UFormField label="A cup"
          ><TapChoice
            v-model="state.amount"
            :options="['mass', 'volume']"
            :words="{ mass: 'By mass', volume: 'By volume' }"
            several
            label="A cup"
        /></UFormField>
        <UFormField v-if="state.amount === 'mass'" label="of"
          ><QuantityInput v-model="state.mass" kind="smallMass"
        /></UFormField>
        <UFormField v-else label="of"><QuantityInput v-model="state.volume" kind="smallVolume" /></UFormField>
        <UFormField label="Depth in the cup" hint="if deep"><QuantityInput v-model="state.depth" kind="length" /></UFormField>
      </template>
    </div>
    <section v-if="mix && sheet.ratio" class="sheet">
      <p class="text-[1.15rem]">
        <b class="figure">{{ short('smallMass', mix.base) }}</b> of base and
        <b class="figure">{{ short('smallMass', mix.hardener) }}</b> of hardener; by volume
        {{ short('smallVolume', mix.baseVolume) }} and {{ short('smallVolume', mix.hardenerVolume) }}. Together
        {{ short('smallMass', mix.mass) }}, {{ short('smallVolume', mix.volume) }}.
      </p>
      <p class="soft">
        100 to {{ sheet.ratio.hardener }} by mass, 100 to {{ figureText(volumeRatioOf(sheet.ratio), 1) }} by volume. Weigh it:
        measured by eye it is rarely right.
      </p>
    </section>
    <p v-if="wrong" role="alert" class="sheet leaking font-semibold">{{ wrong }}</p>
    <section v-else-if="time !== null || cures" class="sheet space-y-1">
      <p v-if="time !== null" class="text-[1.15rem]">
        Workable for <b class="figure text-[1.6rem]">{{ waitText(time) }}</b><template
          v-if="Math.abs(time / sheet.cure.potLife - 1) > 0.05"
          >, where the sheet says {{ waitText(sheet.cure.potLife) }}</template
        >.
        <template v-if="time < sheet.cure.potLife / 2"
          >So large a cup warms itself: the rest may smoke, stand it outdoors; or mix two.</template
        >
      </p>
      <p v-if="cures">
        At this temperature it may be moved after {{ cures.moved }}, tested after {{ cures.tested }}, and see fuel after
        {{ cures.fuel }}.
      </p>
      <p class="soft">The sheet in hand wins.</p>
    </section>
  </div>
</template>
