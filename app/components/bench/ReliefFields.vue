<script setup lang="ts">
import { readAtPressure } from '#core/readings/pressureScale'
import { WATER_DENSITY } from '#core/quantity/waterDensity'
import { reliefKinds, type Relief, type ReliefKind } from '#shared/leaktest/setupForm'
import type { JobView } from '#shared/views'

/** What keeps the tank below its limit while air or smoke goes in, and at what pressure it opens. */
const props = defineProps<{ job: JobView; /** Pa gauge that goes in */ pressure: number | null }>()
const relief = defineModel<Relief | null>({ required: true })
const reliefWords = { 'water column': 'A water column', 'relief valve': 'A relief valve', 'regulator': 'A regulator' }
const columnHeight = (pressure: number) =>
  Math.round(1000 * readAtPressure({ kind: 'column', density: WATER_DENSITY }, pressure))
const choose = (kind: ReliefKind | null) => {
  relief.value = kind && { kind, opensAt: relief.value?.opensAt ?? props.job.pressureLimit }
}
</script>

<template>
  <div class="grid items-start gap-x-5 gap-y-3 sm:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
    <UFormField label="What keeps it below the limit" name="relief"
      ><TapChoice
        :model-value="relief?.kind ?? null"
        :options="reliefKinds"
        :words="reliefWords"
        several
        label="What keeps it below the limit"
        @update:model-value="choose($event as ReliefKind | null)"
    /></UFormField>
    <UFormField
      v-if="relief"
      :label="relief.kind === 'water column' ? 'It spills at' : relief.kind === 'regulator' ? 'It is set to' : 'It opens at'"
      name="relief.opensAt"
      :help="
        relief.kind === 'water column' && relief.opensAt > 0
          ? `${columnHeight(relief.opensAt)} mm between the two levels`
          : undefined
      "
    >
      <QuantityInput
        :model-value="relief.opensAt"
        kind="pressure"
        @update:model-value="relief = { kind: relief!.kind, opensAt: $event ?? NaN }"
      />
    </UFormField>
    <p class="soft sm:col-span-2"><PanelPush :job="job" :pressure="pressure" /></p>
  </div>
</template>
