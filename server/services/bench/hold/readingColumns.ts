import type { Reading } from '../../../../core/hold/hold'

const names = ['t', 'pressure', 'temperature', 'barometer', 'difference', 'noise'] as const

/** Readings as columns, SI, absent values NaN: a million of them cross between threads without being copied, and are counted without being read. */
export interface ReadingColumns {
  columns: Record<(typeof names)[number], Float64Array>
  /** what moved the pressure, by row */
  events: [row: number, event: string][]
}

export function columnsOfReadings(readings: readonly Reading[]): ReadingColumns {
  const column = (of: (reading: Reading) => number | undefined) => Float64Array.from(readings, reading => of(reading) ?? NaN)
  return {
    columns: {
      t: column(each => each.t),
      pressure: column(each => each.pressure),
      temperature: column(each => each.temperature),
      barometer: column(each => each.barometer),
      difference: column(each => each.difference),
      noise: column(each => each.noise),
    },
    events: readings.flatMap(({ event }, row): [number, string][] => (event === undefined ? [] : [[row, event]])),
  }
}

/** First and last time, s, and the largest pressure either way, Pa. */
export function spanOf({ columns: { t, pressure } }: ReadingColumns): { first: number; last: number; largest: number } {
  let [first, last, largest] = [Infinity, -Infinity, 0]
  for (let row = 0; row < t.length; row++) {
    first = Math.min(first, t[row]!)
    last = Math.max(last, t[row]!)
    largest = Math.max(largest, Math.abs(pressure[row]!))
  }
  return { first, last, largest }
}

/** Their memory, to hand it to another thread. */
export const buffersOf = ({ columns }: ReadingColumns): ArrayBuffer[] => names.map(name => columns[name].buffer as ArrayBuffer)
