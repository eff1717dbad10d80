<script setup lang="ts">
import type { HoldEstimate } from '#core/hold/holdEstimate'

/**
 * Leak rate on a log scale: from the one 95 % bound to the other a bar beside the notch at the limit. Left of it is sealed, right is leaking,
 * across it is not known yet.
 */
const props = defineProps<{
  estimate: Pick<HoldEstimate, 'leakRate' | 'above95' | 'below95' | 'verdict'> | null
  limit: number
  /** the strictest limit of a part under test, where it is stricter: sealed is left of that */
  strictest?: number | undefined
}>()

const place = ref<HTMLElement>()
const width = useWidth(place)
const span = { low: Math.log10(1 / 30), high: Math.log10(300) }
const LEFT = 14
const sealedBelow = computed(() => Math.min(props.limit, props.strictest ?? props.limit))
const isStricter = computed(() => sealedBelow.value < 0.99 * props.limit)
const x = (rate: number) =>
  LEFT +
  ((Math.min(span.high, Math.max(span.low, Math.log10(Math.max(rate / props.limit, 1e-9)))) - span.low) /
    (span.high - span.low)) *
    (Math.max(200, width.value) - 2 * LEFT)
const limitWords = computed(() =>
  isStricter.value
    ? `limit ${limitText(props.limit)}, ${limitText(sealedBelow.value)} where it is stricter`
    : `limit ${limitText(props.limit)}`,
)
const ticks = computed(() =>
  [0.1, 1, 10, 100].map(times => ({ x: x(times * props.limit), text: limitText(times * props.limit) })),
)
const look = computed<StateLook>(() => (props.estimate ? verdictLook(props.estimate.verdict) : 'unsure'))
const bar = computed(() => {
  if (!props.estimate) return null
  const from = x(props.estimate.above95),
    to = Math.max(x(props.estimate.below95), from + 8)
  return { from, to, dot: x(props.estimate.leakRate) }
})
/** The figure stands above the dot, or beside the notch where it would lie on it. */
const label = computed(() => {
  const dot = bar.value?.dot ?? 0,
    notch = x(props.limit)
  if (Math.abs(dot - notch) > 34) return { x: Math.min(Math.max(dot, 40), Math.max(200, width.value) - 40), anchor: 'middle' }
  return dot >= notch ? { x: notch + 14, anchor: 'start' } : { x: notch - 14, anchor: 'end' }
})
</script>

<template>
  <div ref="place">
    <svg
      :width="Math.max(200, width)"
      height="96"
      role="img"
      :data-rate="estimate?.leakRate"
      :aria-label="
        estimate
          ? `Leak rate ${rateText(estimate.leakRate)} mL/min, 95 % sure above ${rateText(estimate.above95)} and 95 % sure below ${rateText(estimate.below95)}, ${limitWords}`
          : `No estimate yet, ${limitWords} mL/min`
      "
      class="block"
    >
      <rect :x="LEFT" y="46" :width="x(sealedBelow) - LEFT" height="10" rx="5" fill="var(--sealed-soft)" />
      <rect
        :x="x(sealedBelow)"
        y="46"
        :width="Math.max(200, width) - LEFT - x(sealedBelow)"
        height="10"
        rx="5"
        fill="var(--hair)"
      />
      <g v-if="bar" :style="{ color: `var(--${look})` }">
        <template v-if="look === 'leaking'">
          <path
            :d="`M${bar.from + 9} 51H${bar.dot - 15}M${bar.dot + 15} 51H${bar.to - 9}`"
            stroke="currentColor"
            stroke-width="18"
            stroke-linecap="round"
            v-if="bar.to - bar.from > 60"
          />
          <g :transform="`translate(${bar.dot} 51)`"><LeakSign look="leaking" /></g>
        </template>
        <template v-else>
          <rect
            :x="bar.from"
            y="42"
            :width="bar.to - bar.from"
            height="18"
            rx="9"
            :fill="look === 'sealed' ? 'currentColor' : 'var(--unsure-soft)'"
            stroke="currentColor"
            stroke-width="2.500"
            :stroke-dasharray="look === 'unsure' ? '7 5' : undefined"
          />
          <circle :cx="bar.dot" cy="51" r="6" fill="var(--sheet)" stroke="currentColor" stroke-width="2.500" />
        </template>
        <text
          :x="label.x"
          y="32"
          :text-anchor="label.anchor"
          font-size="19"
          font-weight="700"
          fill="currentColor"
          class="figure"
        >
          {{ rateText(estimate!.leakRate) }}
        </text>
      </g>
      <path
        v-if="isStricter"
        :d="`M${x(sealedBelow)} 30V66`"
        stroke="var(--sealed)"
        stroke-width="2.500"
        stroke-dasharray="3 3"
      />
      <path :d="`M${x(limit) - 8} 8H${x(limit) + 8}L${x(limit)} 22Z`" fill="var(--sealed)" />
      <path :d="`M${x(limit)} 22V66`" stroke="var(--sealed)" stroke-width="2.500" />
      <g font-size="12.500" fill="var(--ink-soft)" text-anchor="middle" class="figure">
        <text v-for="tick in ticks" :key="tick.x" :x="tick.x" y="86" :font-weight="tick.x === x(limit) ? 700 : 500">
          {{ tick.text }}
        </text>
      </g>
    </svg>
  </div>
</template>
