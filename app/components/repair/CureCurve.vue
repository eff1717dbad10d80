<script setup lang="ts">
import { cureProgress, cureSpeed } from '#core/repair/cure/cure'
import type { CureSheet } from '#core/repair/material/repairMaterials'
import type { RepairView } from '#shared/record/kinds/repair'

/** Cure over time: as it was counted, as it is foreseen, and the band of two degrees either way. */
const props = defineProps<{ repair: RepairView; sheet: CureSheet; now: number }>()
const inks = useInks()
/** K either way that a thermometer beside the work may be off. */
const BAND = 2
const HOUR = 3_600_000
const option = computed(() => {
  const { repair, sheet } = props
  const end = Math.max(repair.curedAt ?? props.now + 24 * HOUR, props.now) + 2 * HOUR
  const length = (end - repair.at) / 1000
  const times = Array.from({ length: 121 }, (_, i) => (i / 120) * length)
  const shifted = (kelvin: number) =>
    times.map(t => {
      const steps = repair.cure.map(step => ({ ...step, temperature: step.temperature + kelvin }))
      return [repair.at + t * 1000, Math.min(1.02, cureProgress(sheet, steps, t)) * 100]
    })
  const low = shifted(-BAND)
  const high = shifted(BAND)
  const middle = shifted(0)
  const colours = inks.value
  const line = (data: number[][], style: object) => ({ type: 'line', data, showSymbol: false, silent: true, ...style })
  return {
    animation: false,
    grid: { left: 44, right: 12, top: 10, bottom: 24 },
    xAxis: {
      type: 'time',
      min: repair.at,
      max: end,
      axisLabel: { color: colours.inkSoft, hideOverlap: true, fontFamily: 'Archivo Variable' },
      axisLine: { lineStyle: { color: colours.hair } },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      interval: 25,
      axisLabel: { color: colours.inkSoft, formatter: '{value} %', fontFamily: 'Archivo Variable' },
      splitLine: { lineStyle: { color: colours.hair } },
    },
    series: [
      line(low, { stack: 'band', lineStyle: { opacity: 0 } }),
      line(
        high.map(([t, value], i) => [t!, value! - low[i]![1]!]),
        { stack: 'band', lineStyle: { opacity: 0 }, areaStyle: { color: colours.time, opacity: 0.22 } },
      ),
      line(
        middle.filter(([t]) => t! <= props.now),
        { lineStyle: { color: colours.time, width: 3 } },
      ),
      line(
        middle.filter(([t]) => t! >= props.now - HOUR),
        { lineStyle: { color: colours.time, width: 2, type: 'dashed' } },
      ),
    ],
  }
})
const label = computed(
  () =>
    `Cure over time, now ${Math.floor(100 * Math.min(1, cureProgress(props.sheet, props.repair.cure, (props.now - props.repair.at) / 1000)))} %`,
)
const speedNow = computed(() => cureSpeed(props.sheet, props.repair.cure.at(-1)?.temperature ?? 0))
</script>

<template>
  <figure>
    <div class="h-44" role="img" :aria-label="label">
      <LazyChartFigure :option="option" autoresize :init-options="{ renderer: 'svg' }" />
    </div>
    <figcaption class="soft text-sm">
      {{
        speedNow === 0
          ? 'It stands still as cold as it is.'
          : `It cures at ${Math.round(100 * speedNow)} % of its sheet’s speed; the band is two degrees either way.`
      }}
    </figcaption>
  </figure>
</template>
