<script setup lang="ts">
import { figureText, shortFigure } from '#shared/writing'
import { minMaxThin } from '#core/readings/minMaxThin'
import { MOVING_GAS } from '#core/hold/bracket/stretches'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import type { HoldAhead } from '#core/hold/ahead/holdAhead'
import type { MarkKind } from '#shared/leaktest/hold/holdForm'
import type { BenchHold, ReadingView } from '#shared/leaktest/hold/holdView'

/** The hold's pressure against time: settling, where it is going, what it would do at the limit, marks, readings left out. */
const props = defineProps<{
  hold: BenchHold
  readings: ReadingView[]
  estimate: HoldEstimate | null
  ahead: HoldAhead | null
}>()
const inks = useInks()
const { edges } = useQuantities()
const edge = computed(() => edges.value.pressure)
const minutes = (t: number) => t / 60
const MOST_DRAWN = 4000
const markNames: Partial<Record<MarkKind, string>> = {
  'closed at room pressure': 'closed',
  'top-up': 'topped up',
  'vented and closed': 'vented',
}
/** While gas is let in or out nothing is looked at: from each such mark to the next. */
const movedFor = computed(() =>
  props.hold.marks.flatMap(({ t, kind }, k) =>
    kind === MOVING_GAS
      ? [[{ xAxis: minutes(t) }, { xAxis: minutes(props.hold.marks[k + 1]?.t ?? props.readings.at(-1)?.t ?? t) }]]
      : [],
  ),
)

const option = computed(() => {
  const colours = inks.value
  const shown = (pascals: number) => edge.value.toShown(pascals)
  const ignored = new Set(props.estimate?.ignored ?? [])
  const points = props.readings.map(({ t, pressure }) => ({ x: minutes(t), y: shown(pressure), out: ignored.has(t) }))
  const good = points.filter(point => !point.out)
  const drawn = minMaxThin(good, MOST_DRAWN).map(({ x, y }) => [x, y])
  const text = { color: colours.inkSoft, fontSize: 12.5, fontFamily: 'Archivo Variable' }
  const settledAt = props.hold.settledAt ?? (props.hold.state === 'settling' ? (props.readings.at(-1)?.t ?? null) : null)
  const ahead = props.ahead
  const running = props.hold.state !== 'stopped'
  const curve = (points: { t: number; pressure: number }[]) => points.map(point => [minutes(point.t), shown(point.pressure)])
  const lines = ahead ? [...(running ? [...ahead.low, ...ahead.high] : []), ...ahead.atLimit] : []
  const ys = [...drawn.map(([, y]) => y!), ...lines.map(point => shown(point.pressure))]
  const low = Math.min(...ys),
    high = Math.max(...ys)
  const pad = Math.max((high - low) * 0.08, shown(props.hold.setup.gauge.resolution) - shown(0))
  const lastLow = ahead ? curve(ahead.low) : []
  const lastHigh = ahead ? curve(ahead.high) : []
  const decimals = high - low < 0.05 ? 3 : high - low < 1 ? 2 : 1
  const found = (props.estimate?.steps ?? []).filter(t => !props.hold.marks.some(mark => Math.abs(mark.t - t) < 15))
  const marks = [
    ...props.hold.marks.flatMap(({ t, kind }) => (kind === MOVING_GAS ? [] : [{ t, name: markNames[kind] ?? kind }])),
    ...found.map(t => ({ t, name: 'step found' })),
  ]
  const settling = {
    data: settledAt === null ? [] : [[{ xAxis: 0 }, { xAxis: minutes(settledAt) }]],
    label: { ...text, position: 'insideBottom', formatter: 'settling' },
  }
  const grey = {
    silent: true,
    itemStyle: { color: colours.hair, opacity: 0.45 },
    ...(props.hold.course === 'bracketed' ? { data: movedFor.value } : settling),
  }
  const markLine = {
    silent: true,
    symbol: 'none',
    data: marks.map(mark => ({ xAxis: minutes(mark.t), name: mark.name })),
    lineStyle: { color: colours.time, type: 'dashed', width: 2 },
    label: { ...text, color: colours.time, fontWeight: 600, formatter: '{b}', position: 'insideEndTop' },
  }
  const hiddenLine = {
    type: 'line',
    symbol: 'none',
    stack: 'ahead',
    stackStrategy: 'all',
    lineStyle: { opacity: 0 },
    silent: true,
  }
  return {
    animation: false,
    grid: { left: 8, right: 24, top: 18, bottom: 8, containLabel: true },
    tooltip: {
      trigger: 'item',
      textStyle: { fontFamily: 'Archivo Variable' },
      formatter: ({ value }: { value: [number, number] }) =>
        `${durationText(value[0] * 60)} · ${figureText(value[1], edge.value.digits)} ${edge.value.unit}`,
    },
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.max(1, ahead && running ? minutes(ahead.low.at(-1)!.t) : minutes(props.readings.at(-1)?.t ?? 60)),
      axisLabel: {
        ...text,
        formatter: (value: number) => `${shortFigure(value, 4)} min`,
        hideOverlap: true,
        showMaxLabel: false,
      },
      splitLine: { show: false },
      axisLine: { lineStyle: { color: colours.hair } },
    },
    yAxis: {
      type: 'value',
      min: ys.length ? low - pad : undefined,
      max: ys.length ? high + pad : undefined,
      name: edge.value.unit,
      nameTextStyle: { ...text, align: 'right' },
      nameGap: 4,
      axisLabel: {
        ...text,
        showMinLabel: false,
        showMaxLabel: false,
        formatter: (value: number) => figureText(value, decimals),
      },
      splitLine: { lineStyle: { color: colours.hair } },
    },
    series: [
      {
        type: 'scatter',
        data: drawn,
        symbolSize: good.length > 800 ? 2.5 : 4.5,
        itemStyle: { color: colours.ink },
        markArea: grey,
        markLine,
      },
      {
        type: 'scatter',
        data: points.filter(point => point.out).map(({ x, y }) => [x, y]),
        symbol: 'emptyCircle',
        symbolSize: 9,
        itemStyle: { color: colours.leaking },
      },
      ...(ahead && running
        ? [
            { ...hiddenLine, data: lastHigh },
            {
              ...hiddenLine,
              data: lastLow.map(([x, y], i) => [x, y! - lastHigh[i]![1]!]),
              areaStyle: { color: colours.unsureSoft, opacity: 0.8 },
            },
          ]
        : []),
      ...(ahead
        ? [
            {
              type: 'line',
              data: curve(ahead.atLimit),
              symbol: 'none',
              lineStyle: { color: colours.sealed, width: 2.5, type: [8, 6] },
              silent: true,
            },
          ]
        : []),
    ],
  }
})
const words = computed(() => {
  const first = props.readings[0],
    last = props.readings.at(-1)
  if (!first || !last) return 'No reading yet'
  const shown = (reading: ReadingView) => figureText(edge.value.toShown(reading.pressure), 3)
  return `${props.readings.length} readings, from ${shown(first)} to ${shown(last)} ${edge.value.unit} in ${durationText(last.t - first.t)}`
})
</script>

<template>
  <div>
    <div class="h-64 sm:h-72" role="img" :aria-label="words">
      <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" />
    </div>
    <ul class="soft mt-1 flex flex-wrap gap-x-5 gap-y-1 text-sm">
      <li>
        <svg width="22" height="10" class="mr-1 inline-block" aria-hidden="true">
          <circle cx="5" cy="5" r="2.500" fill="var(--ink)" />
          <circle cx="14" cy="5" r="2.500" fill="var(--ink)" /></svg
        >readings
      </li>
      <li v-if="ahead">
        <svg width="26" height="10" class="mr-1 inline-block" aria-hidden="true">
          <path d="M0 5H26" stroke="var(--sealed)" stroke-width="2.500" stroke-dasharray="7 5" /></svg
        >if it leaked the limit, {{ limitText(hold.setup.limit) }} mL/min
      </li>
      <li v-if="ahead && hold.state !== 'stopped'">
        <svg width="26" height="12" class="mr-1 inline-block" aria-hidden="true">
          <path d="M0 4L26 0V12Z" fill="var(--unsure-soft)" stroke="var(--unsure)" stroke-width="0.500" /></svg
        >where it is going
      </li>
      <li v-if="estimate?.ignored.length">
        <svg width="14" height="12" class="mr-1 inline-block" aria-hidden="true">
          <circle cx="6" cy="6" r="4" fill="none" stroke="var(--leaking)" stroke-width="2" /></svg
        >left out
      </li>
    </ul>
  </div>
</template>
