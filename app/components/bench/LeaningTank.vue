<script setup lang="ts">
import { leaningLevel, outlineSpan } from '#core/fuel/leaningLevel'
import { isFuelSide } from '#core/fuel/wettedParts'
import { tankKind } from '#core/circuit/tankKinds'
import { figureText } from '#shared/writing'
import type { JobView } from '#shared/views'

/** Where fuel stands in a tank that leans, and which parts it then covers: what lies above shows nothing. */
const props = defineProps<{ job: JobView; share: number; tilt: number }>()
const tank = computed(() => tankKind(props.job.tankKind))
const span = computed(() => outlineSpan(tank.value))
const low = ref<'left' | 'right'>('left')
const level = computed(() =>
  span.value
    ? leaningLevel(tank.value.shape, span.value.long, props.share, (low.value === 'left' ? 1 : -1) * props.tilt)
    : null,
)
const upright = computed(() => tank.value.upright)
const yOf = (height: number) => upright.value!.bottom - height * (upright.value!.bottom - upright.value!.top)
const surface = computed(() => {
  if (!span.value || !level.value || !upright.value) return ''
  const { left, right } = span.value
  return `M${left} ${yOf(level.value.left)}L${right} ${yOf(level.value.right)}L${right} 400L${left} 400Z`
})
/** A part is under it where its lowest place is. */
const under = computed(() => {
  if (!span.value || !level.value || !upright.value) return []
  const { left, right } = span.value
  return props.job.parts
    .filter(part => part.removedAt === null && isFuelSide(part, props.job.circuit, tank.value))
    .filter(({ shape }) => {
      const ends =
        shape.at === 'point'
          ? [shape]
          : [
              { x: shape.x1, y: shape.y1 },
              { x: shape.x2, y: shape.y2 },
            ]
      return ends.some(({ x, y }) => {
        const at = Math.min(1, Math.max(0, (x - left) / (right - left)))
        return y >= yOf(level.value!.left + at * (level.value!.right - level.value!.left))
      })
    })
    .map(part => lowerFirst(part.name))
})
const percent = (height: number) => `${figureText(100 * Math.min(1, Math.max(0, height)), 0)} %`
const clip = useId()
</script>

<template>
  <div v-if="level" class="space-y-2">
    <TapChoice
      v-model="low"
      several
      :options="['left', 'right'] as const"
      label="Which end is low"
      :words="{ left: 'Left end low', right: 'Right end low' }"
    />
    <svg
      viewBox="60 60 880 280"
      class="w-full max-w-xl"
      role="img"
      :aria-label="`Fuel stands at ${percent(level.left)} of the height at the left end and ${percent(level.right)} at the right`"
    >
      <clipPath :id="clip"><path :d="tank.outline" /></clipPath>
      <path :d="tank.outline" class="tank" />
      <path :d="surface" class="fuel" :clip-path="`url(#${clip})`" />
      <path :d="tank.outline" class="wall" />
    </svg>
    <p>
      Fuel stands at <b>{{ percent(level.left) }}</b> of the height at the left end and <b>{{ percent(level.right) }}</b> at the
      right. {{ under.length ? `Under it: ${under.join(', ')}.` : 'No part that fuel reaches is under it.' }}
    </p>
  </div>
</template>

<style scoped>
.tank {
  fill: var(--tank-fill);
}
.fuel {
  fill: var(--time);
  opacity: 0.45;
}
.wall {
  fill: none;
  stroke: var(--tank-line);
  stroke-width: 4;
}
</style>
