<script setup lang="ts">
import Papa from 'papaparse'
import type { Reading } from '#core/hold/holdSetup'
import { setupToJson } from '#core/readings/setupJson'
import type { BenchHold } from '#shared/leaktest/hold/holdView'

/** A hold's readings and its set-up as files that any program reads, and this one again. */
const props = defineProps<{ hold: BenchHold; readings: readonly Reading[]; name: string }>()
function give(name: string, type: string, content: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
const base = computed(() => `${props.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-hold-${props.hold.number}`)
const figure = (value: number | undefined, per = 1, less = 0) =>
  value === undefined ? '' : Number((value / per - less).toPrecision(9))
const readingsFile = () => {
  // A mark stands beside the first reading after it.
  const events = new Map<number, string[]>()
  for (const { t, kind } of props.hold.marks) {
    const at = props.readings.find(reading => reading.t >= t)?.t
    if (at !== undefined) events.set(at, [...(events.get(at) ?? []), kind])
  }
  const rows = [
    ...props.readings.map(reading => ({
      time_s: reading.t,
      pressure_kPa: figure(reading.pressure, 1000),
      temperature_C: figure(reading.temperature, 1, 273.15),
      barometer_hPa: figure(reading.barometer, 100),
      difference_kPa: figure(reading.difference, 1000),
      pressureNoise_kPa: figure(reading.noise, 1000),
      event: events.get(reading.t)?.join('; ') ?? '',
    })),
  ]
  const used = (['temperature_C', 'barometer_hPa', 'difference_kPa', 'pressureNoise_kPa', 'event'] as const).filter(column =>
    rows.some(row => row[column] !== ''),
  )
  return Papa.unparse(rows, { columns: ['time_s', 'pressure_kPa', ...used] })
}
</script>

<template>
  <div class="flex flex-wrap gap-2">
    <UButton
      color="neutral"
      variant="outline"
      icon="i-lucide-file-output"
      class="min-h-11"
      @click="give(`${base}.csv`, 'text/csv', readingsFile())"
      >Readings (CSV)</UButton
    >
    <UButton
      color="neutral"
      variant="outline"
      icon="i-lucide-file-output"
      class="min-h-11"
      @click="give(`${base}.setup.json`, 'application/json', JSON.stringify(setupToJson(hold.setup), null, 2))"
      >Set-up (JSON)</UButton
    >
  </div>
</template>
