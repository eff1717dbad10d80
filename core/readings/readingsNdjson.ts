import { meaningOf, toSi } from './readingsCsv'
import type { Reading } from '../hold/holdSetup'

/** What was wrong with a line, 1 is the first. */
export interface RefusedLine {
  line: number
  message: string
}

/** Most lines that are named; a device that sends nonsense does not fill the answer with it. */
const MOST_NAMED = 20

/**
 * Readings from newline-delimited JSON, one object a line: {"t": 12.0, "pressure_kPa": 6.91, "temperature_C": 18.2}.
 * Names and units are those of the CSV format; `time` may be ISO 8601 instead of `t`. Good lines are taken, bad ones named.
 * @param startedAt ms since 1970 at which the hold's time is zero, for `time`
 * @returns readings in SI, how many lines were refused, and the first of them
 */
export function readingsFromNdjson(
  text: string,
  startedAt: number,
): { readings: Reading[]; refused: number; named: RefusedLine[] } {
  const readings: Reading[] = []
  const named: RefusedLine[] = []
  let refused = 0
  text.split('\n').forEach((raw, index) => {
    if (raw.trim() === '') return
    const read = readLine(raw, startedAt)
    if (typeof read !== 'string') readings.push(read)
    else {
      refused++
      if (named.length < MOST_NAMED) named.push({ line: index + 1, message: read })
    }
  })
  return { readings, refused, named }
}

function readLine(raw: string, startedAt: number): Reading | string {
  let object: unknown
  try {
    object = JSON.parse(raw)
  } catch {
    return 'This line is not JSON.'
  }
  if (typeof object !== 'object' || object === null || Array.isArray(object)) return 'This line is not a JSON object.'
  const reading: Partial<Reading> = {}
  for (const [name, value] of Object.entries(object)) {
    const meaning = name === 't' ? { field: 't' as const, unit: 's' as const } : meaningOf(name)
    if (!meaning) continue
    if (meaning.field === 'event') {
      if (typeof value === 'string' && value) reading.event = value.slice(0, 200)
    } else if (meaning.field === 'clock') {
      const clock = typeof value === 'string' ? Date.parse(value) : NaN
      if (!Number.isFinite(clock)) return `${name} is not a date and time like 2026-03-01T09:30:00Z.`
      reading.t = (clock - startedAt) / 1000
    } else if (value !== null) {
      if (typeof value !== 'number' || !Number.isFinite(value)) return `${name} is not a number.`
      if (meaning.field === 'noise' && !(value > 0)) return `${name} has to be more than zero.`
      reading[meaning.field] = toSi(meaning, value)
    }
  }
  if (reading.t === undefined) return 'The time is missing: t in seconds from the start, or time.'
  if (reading.pressure === undefined) return 'The pressure is missing, such as pressure_kPa.'
  return reading as Reading
}
