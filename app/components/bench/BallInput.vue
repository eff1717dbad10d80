<script setup lang="ts">
import type { BallReading } from '#core/leaktest/flowtube/flowTube'

/** Where the ball of a flow tube stands: on its floor, at a mark, or at the top. */
const reading = defineModel<BallReading>({ required: true })
defineProps<{ label: string }>()
const places = ['floor', 'floats', 'top'] as const
const words = { floor: 'On the floor', floats: 'Floats at', top: 'At the top' }
const at = computed({
  get: () => (reading.value.ball === 'floats' ? reading.value.at : null),
  set: value => {
    reading.value = { ball: 'floats', at: value ?? NaN }
  },
})
function choose(ball: string | string[] | null) {
  reading.value = ball === 'floats' ? { ball, at: NaN } : { ball: ball === 'top' ? 'top' : 'floor' }
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <TapChoice
      :model-value="reading.ball"
      :options="places"
      :words="words"
      several
      :label="label"
      @update:model-value="choose"
    />
    <QuantityInput v-if="reading.ball === 'floats'" v-model="at" kind="flow" class="w-36" :aria-label="`${label}, mark`" />
  </div>
</template>
