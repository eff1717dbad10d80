<script setup lang="ts">
import { standardFromThroughput } from '#core/quantity/standardLeakRate'
import type { DescentPoint } from '#shared/views'

/** Each hold's leak rate and 95 % interval on a log scale, falling to the limit. */
const props = defineProps<{ points: DescentPoint[]; limit: number; height: number }>()

const place = ref<HTMLElement>()
const width = useWidth(place)
const size = computed(() => Math.max(160, width.value))
/** Room at the sides, above, and below for the names of the tests. */
const EDGE = 8
const FOOT = 22
const bottom = computed(() => props.height - FOOT)

/** mL/min from the foot to the top of the drawing; what is smaller or larger stands at its edge. */
const span = computed(() => {
  const limit = standardFromThroughput(props.limit)
  const highs = props.points.map(point => standardFromThroughput(point.high))
  return { foot: limit / 8, top: Math.max(limit * 4, ...highs) * 1.5 }
})
const y = (throughput: number) => {
  const { foot, top } = span.value
  const rate = Math.max(foot * 1.35, Math.min(top, standardFromThroughput(throughput)))
  return bottom.value - (Math.log(rate / foot) / Math.log(top / foot)) * (bottom.value - EDGE)
}
const drawn = computed(() => {
  const step = (size.value - 2 * EDGE) / props.points.length
  return props.points.map(({ label, rate, low, high, verdict }, k) => ({
    label,
    look: verdictLook(verdict),
    x: EDGE + step * (k + 0.5),
    y: y(rate),
    low: y(low),
    high: y(high),
  }))
})
const words = computed(() =>
  props.points.length
    ? props.points
        .map(point => `${point.label}: ${rateText(point.rate)} mL/min, ${verdictWords[point.verdict].toLowerCase()}`)
        .join('; ')
    : 'No hold yet',
)
</script>

<template>
  <div ref="place">
    <svg
      :width="size"
      :height="height"
      role="img"
      :aria-label="`Descent against a limit of ${limitText(limit)} mL/min. ${words}`"
      class="block"
    >
      <rect
        :x="EDGE"
        :y="y(limit)"
        :width="size - 2 * EDGE"
        :height="bottom - y(limit)"
        fill="var(--sealed-soft)"
        opacity="0.7"
      />
      <path :d="`M${EDGE} ${y(limit)}H${size - EDGE}`" stroke="var(--sealed)" stroke-width="2" />
      <text :x="EDGE + 4" :y="y(limit) - 5" font-size="12" font-weight="600" fill="var(--sealed)">
        {{ limitText(limit) }} mL/min
      </text>
      <path
        v-for="(point, k) in drawn.slice(1)"
        :key="`to ${k}`"
        :d="`M${drawn[k]!.x} ${drawn[k]!.y}L${point.x} ${point.y}`"
        stroke="var(--ink-soft)"
        stroke-dasharray="2 3"
      />
      <g v-for="(point, k) in drawn" :key="k" :style="{ color: `var(--${point.look})` }">
        <path
          :d="`M${point.x} ${point.low}V${point.high}M${point.x - 6} ${point.high}h12M${point.x - 6} ${point.low}h12`"
          stroke="currentColor"
          stroke-width="2"
        />
        <path
          v-if="point.look === 'leaking'"
          :d="DROP"
          :transform="`translate(${point.x} ${point.y})`"
          fill="currentColor"
          stroke="var(--sheet)"
          stroke-width="1.500"
        />
        <circle
          v-else
          :cx="point.x"
          :cy="point.y"
          r="6"
          fill="var(--sheet)"
          stroke="currentColor"
          :stroke-width="point.look === 'sealed' ? 5 : 2.5"
          :stroke-dasharray="point.look === 'sealed' ? undefined : '3 2.500'"
        />
        <text :x="point.x" :y="height - 6" font-size="12" text-anchor="middle" fill="var(--ink-soft)">{{ point.label }}</text>
      </g>
    </svg>
  </div>
</template>
