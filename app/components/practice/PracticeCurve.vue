<script setup lang="ts">
import type { CurveView } from '#shared/practice'
import { figureText } from '#shared/writing'

/** A hold's pressure, with its temperature and weather below where they were logged. */
const props = defineProps<{ curve: CurveView }>()
const inks = useInks()
const { edges } = useQuantities()

interface Strip {
  name: string
  unit: string
  /** of the whole height */
  share: number
  colour: string
  /** what hardly moves is not drawn as if it did: so much is shown at least */
  least: number
  points: number[][]
}
const strips = computed((): Strip[] => {
  const { pressure, temperature, weather } = edges.value
  const points = (of: (reading: CurveView['readings'][number]) => number | undefined, shown: (si: number) => number) =>
    props.curve.readings.flatMap(reading => {
      const value = of(reading)
      return value === undefined ? [] : [[reading.t / 60, shown(value)]]
    })
  return [
    {
      name: 'pressure',
      unit: pressure.unit,
      share: 3,
      colour: inks.value.ink,
      least: pressure.toShown(50),
      points: points(each => each.pressure, pressure.toShown),
    },
    {
      name: 'skin',
      unit: temperature.unit,
      share: 1,
      colour: inks.value.time,
      least: temperature.toShown(1) - temperature.toShown(0),
      points: points(each => each.temperature, temperature.toShown),
    },
    {
      name: 'weather',
      unit: weather.unit,
      share: 1,
      colour: inks.value.unsure,
      least: weather.toShown(300),
      points: points(each => each.barometer, weather.toShown),
    },
  ].filter(strip => strip.points.length > 0)
})
const HEIGHT = 316 // px
const TOP = 22
const GAP = 34
const option = computed(() => {
  const text = { color: inks.value.inkSoft, fontSize: 12.5, fontFamily: 'Archivo Variable' }
  const whole = strips.value.reduce((sum, { share }) => sum + share, 0)
  const room = HEIGHT - TOP - 24 - GAP * (strips.value.length - 1)
  let top = TOP
  const grid = strips.value.map(({ share }) => {
    const height = (room * share) / whole
    const at = { left: 62, right: 16, top, height }
    top += height + GAP
    return at
  })
  const bounds = ({ points, least }: Strip) => {
    const ys = points.map(([, y]) => y!)
    const [low, high] = [Math.min(...ys), Math.max(...ys)]
    const more = Math.max(0, least - (high - low)) / 2
    return { min: low - more, max: high + more }
  }
  return {
    animation: false,
    grid,
    xAxis: strips.value.map((_, k) => ({
      gridIndex: k,
      type: 'value',
      max: props.curve.readings.at(-1)!.t / 60,
      splitLine: { show: false },
      axisLine: { lineStyle: { color: inks.value.hair } },
      axisLabel: { ...text, show: k === strips.value.length - 1, formatter: (value: number) => `${figureText(value, 0)} min` },
    })),
    yAxis: strips.value.map((strip, k) => ({
      gridIndex: k,
      type: 'value',
      ...bounds(strip),
      splitNumber: strip.share > 1 ? 4 : 2,
      name: `${strip.name}, ${strip.unit}`,
      nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -50] },
      nameGap: 8,
      axisLabel: {
        ...text,
        showMinLabel: false,
        showMaxLabel: false,
        formatter: (value: number) => figureText(value, bounds(strip).max - bounds(strip).min < 1 ? 2 : 1),
      },
      splitLine: { lineStyle: { color: inks.value.hair } },
    })),
    series: strips.value.map(({ points, colour }, k) => ({
      type: 'line',
      xAxisIndex: k,
      yAxisIndex: k,
      data: points,
      symbol: 'none',
      lineStyle: { color: colour, width: 2 },
    })),
  }
})
const words = computed(() => {
  const [first, last] = [props.curve.readings[0]!, props.curve.readings.at(-1)!]
  const { pressure, temperature } = edges.value
  const shown = (edge: typeof pressure, from: number, to: number) =>
    `${figureText(edge.toShown(from), edge.digits)} to ${figureText(edge.toShown(to), edge.digits)} ${edge.unit}`
  return `Pressure from ${shown(pressure, first.pressure, last.pressure)} in ${figureText(last.t / 60, 0)} minutes${first.temperature === undefined ? '; nobody logged the skin' : `, skin from ${shown(temperature, first.temperature, last.temperature!)}`}`
})
</script>

<template>
  <div :style="{ height: `${HEIGHT}px` }" role="img" :aria-label="words">
    <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" :init-options="{ renderer: 'svg' }" />
  </div>
</template>
