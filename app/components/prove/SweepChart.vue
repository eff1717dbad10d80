<script setup lang="ts">
import type { SenderStandard } from '#core/leaktest/instrument/senderStandards'
import type { SweepFault, SweepPoint } from '#core/leaktest/instrument/senderSweep'

/** A sweep of the sender against its standard: readings, and where something is wrong. */
const props = defineProps<{
  points: readonly SweepPoint[]
  standard: SenderStandard
  faults: readonly SweepFault[]
  says: string
}>()
const inks = useInks()
/** A place is drawn at least so wide, share of the travel. */
const WIDTH = 0.012
const option = computed(() => {
  const axis = { color: inks.value.inkSoft, fontSize: 12 }
  return {
    animation: false,
    grid: { left: 52, right: 16, top: 30, bottom: 40 },
    xAxis: {
      type: 'value' as const,
      min: 0,
      max: 1,
      interval: 0.25,
      name: 'empty to full',
      nameLocation: 'middle' as const,
      nameGap: 24,
      nameTextStyle: axis,
      axisLabel: { ...axis, formatter: (level: number) => `${Math.round(level * 100)} %` },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value' as const,
      min: 0,
      name: 'Ω',
      nameTextStyle: axis,
      axisLabel: axis,
      splitLine: { lineStyle: { color: inks.value.hair } },
    },
    series: [
      {
        type: 'line' as const,
        showSymbol: false,
        silent: true,
        data: [
          [0, props.standard.empty],
          [1, props.standard.full],
        ],
        lineStyle: { color: inks.value.inkSoft, width: 1.5, type: 'dashed' as const },
      },
      {
        type: 'line' as const,
        symbol: 'circle',
        symbolSize: 7,
        connectNulls: false,
        data: [...props.points].sort((a, b) => a.level - b.level).map(point => [point.level, point.resistance]),
        lineStyle: { color: inks.value.ink, width: 2 },
        itemStyle: { color: inks.value.ink },
        markArea: {
          silent: true,
          itemStyle: { color: inks.value.leaking, opacity: 0.22 },
          data: props.faults
            .filter(fault => fault.kind !== 'wrong way')
            .map(fault => [{ xAxis: Math.max(0, fault.from - WIDTH) }, { xAxis: Math.min(1, fault.to + WIDTH) }]),
        },
      },
    ],
  }
})
</script>

<template>
  <div role="img" :aria-label="says" class="h-64">
    <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" :init-options="{ renderer: 'svg' }" />
  </div>
</template>
