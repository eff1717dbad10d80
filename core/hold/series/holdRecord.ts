import { figureText } from '../../words/figures'
import { STANDARD_PRESSURE } from '../../quantity/standardLeakRate'
import { HoldError, type Reading } from '../holdSetup'
import { optionalOf, readingFields, type ReadingField } from './channels'

/** The column in which each number of a reading is kept. */
const columnOf = {
  t: 'times',
  pressure: 'pressures',
  temperature: 'temperatures',
  barometer: 'barometers',
  difference: 'differences',
  noise: 'noises',
} as const satisfies Record<ReadingField, string>

/** Columns of a record, ascending in time with no two alike; absent values are NaN. */
export type HoldColumns = Pick<HoldRecord, (typeof columnOf)[ReadingField]>
export const holdColumns = readingFields.map(field => columnOf[field])

/**
 * Readings of a hold by time, in columns that grow: one row a time, ascending. Late readings are put where they belong;
 * of two readings at one time the later arrival counts. Absent temperatures, barometers and differences are NaN.
 */
export class HoldRecord {
  size = 0
  times = new Float64Array(64)
  pressures = new Float64Array(64)
  temperatures = new Float64Array(64)
  barometers = new Float64Array(64)
  /** tank less bottle */
  differences = new Float64Array(64)
  /** of each pressure by itself; NaN where it is the gauge’s own */
  noises = new Float64Array(64)
  /** whether any pressure came with a noise of its own */
  hasOwnNoise = false
  /** what moved the pressure, by the time of the first reading after it */
  readonly events = new Map<number, string>()

  /** A record of whole columns, ascending in time with no two alike; absent values are NaN. They are not copied. */
  static of(columns: HoldColumns, events: Iterable<readonly [t: number, event: string]> = []): HoldRecord {
    const record = new HoldRecord()
    for (const [t, event] of events) record.events.set(t, event)
    Object.assign(record, columns)
    record.size = columns.times.length
    record.hasOwnNoise = columns.noises.some(noise => !Number.isNaN(noise))
    return record
  }

  /**
   * Takes readings in any order.
   * @returns the index of the first row that is new or changed
   * @throws HoldError when one is not a possible reading; then none of them is taken
   */
  take(readings: readonly Reading[]): number {
    for (const reading of readings) check(reading)
    let ordered = true
    let last = this.size ? this.times[this.size - 1]! : -Infinity
    for (const { t } of readings) {
      if (t <= last) {
        ordered = false
        break
      }
      last = t
    }
    if (ordered) {
      const from = this.size
      this.reserve(this.size + readings.length)
      for (const reading of readings) this.write(this.size++, reading)
      return from
    }
    return this.merge(readings)
  }

  /** Index of the first row at or after a time; `size` when there is none. */
  indexAt(t: number): number {
    let low = 0,
      high = this.size
    while (low < high) {
      const middle = (low + high) >> 1
      if (this.times[middle]! < t) low = middle + 1
      else high = middle
    }
    return low
  }

  private merge(readings: readonly Reading[]): number {
    const fresh = new Map<number, Reading>()
    for (const reading of readings) {
      const before = fresh.get(reading.t)
      fresh.set(reading.t, before?.event && !reading.event ? { ...reading, event: before.event } : reading)
    }
    const sorted = [...fresh.values()].sort((a, b) => a.t - b.t)
    const from = this.indexAt(sorted[0]!.t)
    const tail = Array.from({ length: this.size - from }, (_, k) => this.row(from + k))
    this.size = from
    this.reserve(from + tail.length + sorted.length)
    let a = 0,
      b = 0
    while (a < tail.length || b < sorted.length) {
      const old = tail[a],
        late = sorted[b]
      if (old && (!late || old.t < late.t)) {
        this.write(this.size++, old)
        a++
      } else {
        if (old && late && old.t === late.t) a++
        this.write(this.size++, late!)
        b++
      }
    }
    return from
  }

  /** Whether at least two rows have a value of a channel. */
  sees(channel: 'temperature' | 'barometer'): boolean {
    const values = this[columnOf[channel]]
    let count = 0
    for (let i = 0; i < this.size && count < 2; i++) if (!Number.isNaN(values[i]!)) count++
    return count === 2
  }

  /** Its columns, no longer than it is, as they cross to another thread; copies. */
  columns(): HoldColumns {
    return Object.fromEntries(holdColumns.map(name => [name, this[name].slice(0, this.size)])) as HoldColumns
  }

  /** One row as a reading. */
  row(i: number): Reading {
    const event = this.events.get(this.times[i]!)
    return {
      t: this.times[i]!,
      pressure: this.pressures[i]!,
      ...optionalOf(channel => this[columnOf[channel]][i]!),
      ...(event !== undefined && { event }),
    }
  }

  private write(i: number, reading: Reading): void {
    for (const field of readingFields) this[columnOf[field]][i] = reading[field] ?? NaN
    if (reading.noise !== undefined) this.hasOwnNoise = true
    if (reading.event) this.events.set(reading.t, reading.event)
  }

  private reserve(rows: number): void {
    if (rows <= this.times.length) return
    const length = Math.max(rows, 2 * this.times.length)
    for (const column of holdColumns) {
      const wider = new Float64Array(length)
      wider.set(this[column].subarray(0, this.size))
      this[column] = wider
    }
  }
}

function check({ t, pressure, noise }: Reading): void {
  if (!Number.isFinite(t) || !Number.isFinite(pressure))
    throw new HoldError('A reading needs a time and a pressure that are numbers.')
  if (noise !== undefined && !(noise > 0 && Number.isFinite(noise)))
    throw new HoldError('The noise of a pressure has to be more than zero.')
  if (pressure <= -STANDARD_PRESSURE * 1.1)
    throw new HoldError(`A gauge pressure of ${figureText(pressure / 1000, 1)} kPa is below a perfect vacuum.`)
}
