<script setup lang="ts">
import { shortFigure } from '#shared/writing'
import { standardFromThroughput } from '#core/quantity/standardLeakRate'
import type { HoldPlan } from '#core/planning/planHold'

/** How small a limit a hold decides after how long: the curve that answers "how long?". */
const props = defineProps<{ plan: HoldPlan; limit: number }>()
const inks = useInks()
const minutes = (t: number) => t / 60
const TIMES = [10, 20, 30, 60, 120, 240, 480] // min
const option = computed(() => {
  const colours = inks.value
  const limit = standardFromThroughput(props.limit)
  const points = props.plan.curve.flatMap(({ t, smallest }) =>
    Number.isFinite(smallest) ? [[minutes(t), standardFromThroughput(smallest)]] : [],
  )
  const rates = [...points.map(([, rate]) => rate!), limit]
  const text = { color: colours.inkSoft, fontSize: 12.5, fontFamily: 'Archivo Variable' }
  const at = props.plan.timeForLimit
  return {
    animation: false,
    grid: { left: 8, right: 20, top: 26, bottom: 6, containLabel: true },
    tooltip: {
      trigger: 'axis',
      textStyle: { fontFamily: 'Archivo Variable' },
      formatter: ([{ value }]: [{ value: [number, number] }]) =>
        `${waitText(value[0] * 60)}: below ${shortFigure(value[1], 2)} mL/min`,
    },
    xAxis: {
      type: 'log',
      min: minutes(props.plan.curve[0]!.t),
      max: minutes(props.plan.curve.at(-1)!.t),
      splitLine: { show: false },
      axisLine: { lineStyle: { color: colours.hair } },
      minorTick: { show: false },
      axisLabel: {
        ...text,
        customValues: TIMES,
        formatter: (value: number) => waitText(Math.round(value * 60)),
        hideOverlap: true,
      },
      axisTick: { customValues: TIMES },
    },
    yAxis: {
      type: 'log',
      min: Math.min(...rates) / 1.5,
      max: Math.max(...rates) * 1.5,
      name: 'nine of ten tight tanks are known to be below, mL/min',
      nameTextStyle: { ...text, align: 'left' },
      nameGap: 8,
      axisLabel: {
        ...text,
        formatter: (value: number) => shortFigure(value, 2),
        hideOverlap: true,
        showMinLabel: false,
        showMaxLabel: false,
      },
      splitLine: { lineStyle: { color: colours.hair } },
    },
    series: [
      {
        type: 'line',
        data: points,
        symbol: 'none',
        lineStyle: { color: colours.unsure, width: 3 },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: colours.sealed, width: 2, type: 'solid' },
          data: [
            {
              yAxis: limit,
              label: {
                ...text,
                color: colours.sealed,
                fontWeight: 600,
                position: 'insideStartTop',
                formatter: `limit ${limitText(props.limit)}`,
              },
            },
          ],
        },
      },
      ...(at === null
        ? []
        : [
            {
              type: 'scatter',
              data: [[minutes(at), limit]],
              symbolSize: 15,
              itemStyle: { color: colours.sheet, borderColor: colours.sealed, borderWidth: 5 },
              silent: true,
            },
          ]),
    ],
  }
})
const words = computed(() => {
  const first = props.plan.curve[0]!,
    last = props.plan.curve.at(-1)!
  return `After ${waitText(first.t)} nine of ten tight tanks are known to be below ${rateText(first.smallest)} mL/min, after ${waitText(last.t)} below ${rateText(last.smallest)} mL/min; the limit is ${limitText(props.limit)}`
})
</script>

<template>
  <div class="h-56" role="img" :aria-label="words">
    <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" :init-options="{ renderer: 'svg' }" />
  </div>
</template>
