<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'
import type { CustomSeriesRenderItemAPI, CustomSeriesRenderItemParams } from 'echarts'
import { standardFromThroughput } from '#core/quantity/standardLeakRate'
import type { DescentPoint } from '#shared/views'

/** Each hold's leak rate and 95 % interval on a log scale, falling to the limit. */
const props = defineProps<{
  points: DescentPoint[]
  limit: number
  height: number
  /** drawn at once, for a page that prints */ eager?: boolean
}>()

const inks = useInks()
const place = ref<HTMLElement>()
const visible = useElementVisibility(place)
const shown = ref(props.eager)
watchEffect(() => {
  if (visible.value) shown.value = true
})

const option = computed(() => {
  const limit = standardFromThroughput(props.limit)
  const points = props.points.map(point => ({
    ...point,
    rate: standardFromThroughput(point.rate),
    low: standardFromThroughput(point.low),
    high: standardFromThroughput(point.high),
    look: verdictLook(point.verdict),
  }))
  const top = Math.max(limit * 4, ...points.map(point => point.high)) * 1.5
  const floor = limit / 8
  const on = (rate: number) => Math.max(floor * 1.35, Math.min(top, rate))
  const colours = inks.value
  return {
    animation: false,
    grid: { left: 8, right: 8, top: 8, bottom: 22 },
    xAxis: {
      type: 'category',
      data: points.length ? points.map(point => point.label) : [''],
      axisTick: { show: false },
      axisLine: { show: false },
      axisLabel: { color: colours.inkSoft, fontSize: 12, fontFamily: 'Archivo Variable' },
    },
    yAxis: { type: 'log', min: floor, max: top, show: false },
    series: [
      {
        type: 'custom',
        data: points.map((point, i) => [i, on(point.rate), on(point.low), on(point.high)]),
        encode: { x: 0, y: [1, 2, 3] },
        markArea: {
          silent: true,
          itemStyle: { color: colours.sealedSoft, opacity: 0.7 },
          data: [[{ yAxis: floor }, { yAxis: limit }]],
        },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: colours.sealed, width: 2, type: 'solid' },
          data: [{ yAxis: limit }],
          label: {
            position: 'insideStartTop',
            formatter: `${limitText(props.limit)} mL/min`,
            color: colours.sealed,
            fontSize: 12,
            fontWeight: 600,
            fontFamily: 'Archivo Variable',
          },
        },
        renderItem: (params: CustomSeriesRenderItemParams, api: CustomSeriesRenderItemAPI) => {
          const i = params.dataIndex
          const point = points[i]!
          const [x, y] = api.coord([i, api.value(1)]) as [number, number]
          const [, low] = api.coord([i, api.value(2)]) as [number, number]
          const [, high] = api.coord([i, api.value(3)]) as [number, number]
          const colour = colours[point.look]
          const line = (x1: number, y1: number, x2: number, y2: number, width = 2) => ({
            type: 'line' as const,
            shape: { x1, y1, x2, y2 },
            style: { stroke: colour, lineWidth: width },
          })
          const next = points[i + 1]
          const onward = next ? (api.coord([i + 1, on(next.rate)]) as [number, number]) : null
          return {
            type: 'group' as const,
            children: [
              ...(onward
                ? [
                    {
                      type: 'line' as const,
                      shape: { x1: x, y1: y, x2: onward[0], y2: onward[1] },
                      style: { stroke: colours.inkSoft, lineWidth: 1, lineDash: [2, 3] },
                    },
                  ]
                : []),
              line(x, low, x, high),
              line(x - 6, high, x + 6, high),
              line(x - 6, low, x + 6, low),
              point.look === 'leaking'
                ? {
                    type: 'path' as const,
                    shape: { pathData: DROP, x: -8, y: -12, width: 16, height: 22 },
                    x,
                    y,
                    style: { fill: colour, stroke: colours.sheet, lineWidth: 1.5 },
                  }
                : {
                    type: 'circle' as const,
                    shape: { cx: x, cy: y, r: 6 },
                    style: {
                      fill: colours.sheet,
                      stroke: colour,
                      lineWidth: point.look === 'sealed' ? 5 : 2.5,
                      lineDash: point.look === 'sealed' ? undefined : [3, 2.5],
                    },
                  },
            ],
          }
        },
      },
    ],
  }
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
  <div
    ref="place"
    :style="{ height: `${height}px` }"
    role="img"
    :aria-label="`Descent against a limit of ${limitText(limit)} mL/min. ${words}`"
  >
    <LazyChartFigure v-if="shown" :option="option" autoresize :init-options="{ renderer: 'svg' }" />
  </div>
</template>
