<script setup lang="ts">
/** A curve of pressure (Pa) against time (s), small, to see whether it is the right one. */
const props = defineProps<{ points: readonly { x: number; y: number }[]; label: string }>()
const inks = useInks()
const { edges } = useQuantities()
const option = computed(() => {
  const colours = inks.value
  const text = { color: colours.inkSoft, fontSize: 12.5, fontFamily: 'Archivo Variable' }
  const edge = edges.value.pressure
  return {
    animation: false,
    grid: { left: 8, right: 16, top: 32, bottom: 6, containLabel: true },
    xAxis: {
      type: 'value',
      min: 0,
      axisLabel: { ...text, formatter: (value: number) => durationText(value), hideOverlap: true },
      splitLine: { show: false },
      axisLine: { lineStyle: { color: colours.hair } },
    },
    yAxis: {
      type: 'value',
      scale: true,
      name: edge.unit,
      nameTextStyle: { ...text, align: 'right' },
      nameGap: 12,
      axisLabel: { ...text, hideOverlap: true },
      splitLine: { lineStyle: { color: colours.hair } },
    },
    series: [
      {
        type: 'scatter',
        data: props.points.map(({ x, y }) => [x, edge.toShown(y)]),
        symbolSize: 3,
        itemStyle: { color: colours.ink },
        silent: true,
      },
    ],
  }
})
</script>

<template>
  <div class="h-48" role="img" :aria-label="label">
    <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" :init-options="{ renderer: 'svg' }" />
  </div>
</template>
