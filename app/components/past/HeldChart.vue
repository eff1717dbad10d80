<script setup lang="ts">
import { productLimit, type Followed } from '#core/repair/decide/survival'

/** The share of a method's repairs that still hold, against days: a step down for each that came back. */
const props = defineProps<{ followed: readonly Followed[]; name: string }>()
const inks = useInks()
const steps = computed(() => productLimit(props.followed))
/** What was followed for less says nothing of later. */
const last = computed(() => Math.max(0, ...props.followed.map(each => each.days)))
const option = computed(() => ({
  animation: false,
  grid: { left: 44, right: 16, top: 10, bottom: 34 },
  xAxis: {
    type: 'value' as const,
    min: 0,
    max: Math.max(30, Math.ceil(last.value / 10) * 10),
    name: 'days',
    nameLocation: 'middle' as const,
    nameGap: 20,
    nameTextStyle: { color: inks.value.inkSoft, fontSize: 12 },
    axisLabel: { color: inks.value.inkSoft, fontSize: 12 },
    splitLine: { show: false },
  },
  yAxis: {
    type: 'value' as const,
    min: 0,
    max: 1,
    interval: 0.5,
    axisLabel: { color: inks.value.inkSoft, fontSize: 12, formatter: (share: number) => `${share * 100} %` },
    splitLine: { lineStyle: { color: inks.value.hair } },
  },
  series: [
    {
      type: 'line' as const,
      step: 'end' as const,
      showSymbol: false,
      data: [...steps.value.map(step => [step.days, step.share]), [last.value, steps.value.at(-1)!.share]],
      lineStyle: { color: inks.value.sealed, width: 3 },
    },
  ],
}))
const says = computed(() => {
  const { share } = steps.value.at(-1)!
  return `${props.name}: ${Math.round(share * 100)} % hold after ${Math.round(last.value)} days, ${countOf(props.followed.length, 'repair')} followed`
})
</script>

<template>
  <div role="img" :aria-label="says" class="h-36">
    <LazyChartFigure :option="option" autoresize :init-options="{ renderer: 'svg' }" />
  </div>
</template>
