import type { Reading } from '../hold/holdSetup'
import { byField, optionalOf, readingFields, type ReadingField } from '../hold/series/channels'

/**
 * Readings as columns, SI, absent values NaN: a million of them cross between threads without being copied, and are counted without
 * being read.
 */
export interface ReadingColumns {
  columns: Record<ReadingField, Float64Array>
  /** what moved the pressure, by row */
  events: [row: number, event: string][]
}

/** Readings in the order in which they come, kept as columns that grow: a long file is never a million objects. */
export class ReadingStore {
  size = 0
  private columns = byField(() => new Float64Array(1024))
  private readonly events: [row: number, event: string][] = []

  take(reading: Reading): void {
    const { columns, size } = this
    if (size === columns.t.length)
      this.columns = byField(name => {
        const wider = new Float64Array(2 * size)
        wider.set(columns[name])
        return wider
      })
    for (const name of readingFields) this.columns[name][size] = reading[name] ?? NaN
    if (reading.event !== undefined) this.events.push([size, reading.event])
    this.size++
  }

  /** What was taken, without copying it where it fills its columns. */
  whole(): ReadingColumns {
    return { columns: byField(name => this.columns[name].slice(0, this.size)), events: this.events }
  }
}

/** The same as readings one by one. */
export function readingsOf({ columns, events }: ReadingColumns): Reading[] {
  const eventAt = new Map(events)
  return Array.from(columns.t, (t, row) => {
    const reading: Reading = { t, pressure: columns.pressure[row]!, ...optionalOf(channel => columns[channel][row]!) }
    const event = eventAt.get(row)
    if (event !== undefined) reading.event = event
    return reading
  })
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
export const buffersOf = ({ columns }: ReadingColumns): ArrayBuffer[] =>
  readingFields.map(name => columns[name].buffer as ArrayBuffer)
