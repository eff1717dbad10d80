<script setup lang="ts">
import type { JobView } from '#shared/views'
import type { ReadingView, BenchHold } from '#shared/leaktest/hold/holdView'

/** A hold's figures, to be read at two metres: pressure, skin, barometer, time held. */
const props = defineProps<{ hold: BenchHold; job: JobView; readings: ReadingView[]; held: number; note: string }>()
const { figure, short, unit } = useQuantities()
const last = computed(() => props.readings.at(-1))
/** The latest reading that has a channel: a logger may read its thermometer less often. */
const latest = (channel: 'temperature' | 'barometer') =>
  props.readings.findLast(reading => reading[channel] !== undefined)?.[channel]

/** What a channel has gained since its first reading. */
function change(channel: 'temperature' | 'barometer', kind: QuantityKind, digits: number): string {
  const known = props.readings.filter(reading => reading[channel] !== undefined)
  const first = known[0]?.[channel],
    latest = known.at(-1)?.[channel]
  if (first === undefined || latest === undefined) return 'no reading yet'
  return `${latest >= first ? '+' : ''}${figure(kind, latest - first, digits)} since the start`
}

const tiles = computed(() => {
  const { hold, job } = props
  const { temperatureChangeUncertainty, barometerChangeUncertainty } = hold.setup
  const reading = last.value
  const shown = (kind: QuantityKind, value: number | undefined) =>
    value === undefined ? { value: '–', unit: '' } : { value: figure(kind, value), unit: unit(kind) }
  return [
    { name: 'Pressure', ...shown('pressure', reading?.pressure), note: `limit ${short('pressure', job.pressureLimit)}` },
    {
      name: 'Skin',
      ...shown('temperature', latest('temperature')),
      note:
        hold.hasThermometer || latest('temperature') !== undefined
          ? change('temperature', 'temperatureChange', 2)
          : `no thermometer: ±${short('temperatureChange', temperatureChangeUncertainty)}`,
    },
    {
      name: 'Barometer',
      ...shown('weather', latest('barometer')),
      note:
        hold.hasBarometer || latest('barometer') !== undefined
          ? change('barometer', 'weather', 1)
          : `no barometer: ±${short('weather', barometerChangeUncertainty)}`,
    },
    { name: 'Held for', value: durationText(props.held), unit: '', note: props.note },
  ]
})
</script>

<template>
  <div class="grid grid-cols-2 gap-3 md:grid-cols-4">
    <div v-for="tile in tiles" :key="tile.name" class="sheet">
      <h2>{{ tile.name }}</h2>
      <p class="big figure">
        {{ tile.value }}<small v-if="tile.unit">{{ tile.unit }}</small>
      </p>
      <p class="soft text-sm">{{ tile.note }}</p>
    </div>
  </div>
</template>

<style scoped>
.big {
  font-size: clamp(2.25rem, 5.5vw, 3.5rem);
  line-height: 1.05;
}
.big small {
  font-size: 0.4em;
  font-weight: 500;
  margin-left: 0.25em;
  color: var(--ink-soft);
}
</style>
