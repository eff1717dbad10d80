<script setup lang="ts">
import { figureText } from '#shared/writing'
import type { Residual } from '#core/hold/residuals'

/** What the fitted curve left of the readings: a cloud about zero when the model is right. */
const props = defineProps<{ residuals: readonly Residual[]; /** Pa, one standard deviation of the gauge */ spread: number }>()
const inks = useInks()
const option = computed(() => {
  const colours = inks.value
  const text = { color: colours.inkSoft, fontSize: 12.5, fontFamily: 'Archivo Variable' }
  const kept = props.residuals.filter(each => !each.ignored)
  const most = 1.15 * Math.max(3 * props.spread, ...kept.map(each => Math.abs(each.pressure)))
  return {
    animation: false,
    grid: { left: 8, right: 20, top: 24, bottom: 6, containLabel: true },
    xAxis: {
      type: 'value',
      min: 0,
      max: props.residuals.at(-1)?.t,
      axisLabel: { ...text, formatter: (value: number) => durationText(value), hideOverlap: true, showMaxLabel: false },
      splitLine: { show: false },
      axisLine: { show: false },
      axisTick: { show: false },
    },
    yAxis: {
      type: 'value',
      min: -most,
      max: most,
      name: 'Pa',
      nameTextStyle: { ...text, align: 'right' },
      nameGap: 6,
      axisLabel: { ...text, showMinLabel: false, showMaxLabel: false },
      splitLine: { show: false },
    },
    series: [
      {
        type: 'scatter',
        data: kept.map(each => [each.t, each.pressure]),
        symbolSize: 3.5,
        itemStyle: { color: colours.ink },
        silent: true,
        markArea: {
          silent: true,
          itemStyle: { color: colours.unsureSoft, opacity: 0.6 },
          data: [[{ yAxis: -2 * props.spread }, { yAxis: 2 * props.spread }]],
        },
        markLine: {
          silent: true,
          symbol: 'none',
          label: { show: false },
          lineStyle: { color: colours.unsure, type: 'solid', width: 1.5 },
          data: [{ yAxis: 0 }],
        },
      },
    ],
  }
})
const worst = computed(() =>
  props.residuals.filter(each => !each.ignored).reduce((most, each) => Math.max(most, Math.abs(each.pressure)), 0),
)
</script>

<template>
  <div>
    <div class="h-44" role="img" :aria-label="`Readings lie up to ${figureText(worst, 1)} Pa off the fitted curve`">
      <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" :init-options="{ renderer: 'svg' }" />
    </div>
    <p class="soft text-sm">
      Band: where 95 % of good readings of this gauge fall. Dense readings are averaged before they are drawn and lie closer.
    </p>
  </div>
</template>
