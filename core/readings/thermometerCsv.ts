import Papa from 'papaparse'
import { parseNumber } from '../quantity/parseNumber'
import { isClock, meaningOf, ReadingsFileError, toSi } from './readingsCsv'

const HOUR = 3600_000

/** An hour of a logger's temperatures: its last and its lowest, K, and when the last was read, ms since 1970. */
export interface LoggedHour {
  at: number
  temperature: number
  lowest: number
}

/**
 * Reads a logger's temperatures from CSV with the columns `time` (ISO 8601) and `temperature_C`, `_F` or `_K`, among others. Taken
 * whole or not at all.
 * @returns by hour, in order of time
 * @throws ReadingsFileError naming the row and column
 */
export function loggedHours(text: string): LoggedHour[] {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  })
  const broken = errors.find(error => error.type === 'Quotes')
  if (broken) {
    const row = (broken.row ?? 0) + 1
    throw new ReadingsFileError(`Row ${row} has a quote that is not closed.`, row)
  }
  const columns = (meta.fields ?? []).map(name => ({ name, meaning: meaningOf(name) }))
  const time = columns.find(({ meaning }) => meaning?.field === 'clock')
  const warmth = columns.find(({ meaning }) => meaning?.field === 'temperature')
  if (!time || !warmth)
    throw new ReadingsFileError(
      'Its first row needs the names time and temperature_C: the cure goes by the dates of the logger.',
      1,
    )
  const hours = new Map<number, LoggedHour>()
  for (const [index, cells] of data.entries()) {
    const row = index + 2
    const when = (cells[time.name] ?? '').trim()
    const at = isClock(when) ? Date.parse(when) : NaN
    if (!Number.isFinite(at))
      throw new ReadingsFileError(
        `Row ${row}, column ${time.name}: “${when}” is not a date and time like 2026-03-01T09:30:00Z.`,
        row,
        time.name,
      )
    const value = parseNumber((cells[warmth.name] ?? '').trim())
    const temperature = value === null ? NaN : toSi(warmth.meaning!, value)
    if (!(temperature > 223.15 && temperature < 333.15))
      throw new ReadingsFileError(
        `Row ${row}, column ${warmth.name}: “${cells[warmth.name]}” is no temperature of a shop.`,
        row,
        warmth.name,
      )
    const hour = Math.floor(at / HOUR)
    const known = hours.get(hour)
    hours.set(hour, {
      at: Math.max(at, known?.at ?? at),
      temperature: known && known.at > at ? known.temperature : temperature,
      lowest: Math.min(temperature, known?.lowest ?? temperature),
    })
  }
  if (hours.size === 0) throw new ReadingsFileError('This file has column names but no temperatures under them.')
  return [...hours.values()].sort((a, b) => a.at - b.at)
}
