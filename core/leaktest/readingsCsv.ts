import Papa from 'papaparse'
import { parseNumber } from '../quantity/parseNumber'
import { pascalsPer, toKelvin, type AnyPressureUnit } from '../quantity/units'
import type { Reading } from './hold'

/** A readings file that cannot be taken, with the row (1 is the file's first line) and column at fault where there is one. */
export class ReadingsFileError extends Error {
  override name = 'ReadingsFileError'
  constructor(message: string, readonly row?: number, readonly column?: string) {
    super(message)
  }
}

type Field = 't' | 'clock' | 'pressure' | 'temperature' | 'barometer' | 'event'
interface Column { field: Field, index: number, name: string, convert: (value: number) => number }

const secondsPer = { s: 1, min: 60, h: 3600 } as const

function columnOf(header: string, index: number): Column | null {
  const name = header.trim()
  if (/^event$/i.test(name)) return { field: 'event', index, name, convert: value => value }
  if (/^time$/i.test(name)) return { field: 'clock', index, name, convert: value => value }
  const [, quantity, unit] = /^(time|pressure|temperature|barometer)_(\w+)$/i.exec(name) ?? []
  if (!quantity || !unit) return null
  const find = <T extends object>(table: T) => (Object.keys(table) as (keyof T & string)[]).find(key => key.toLowerCase() === unit.toLowerCase())
  switch (quantity.toLowerCase()) {
    case 'time': {
      const key = find(secondsPer)
      return key ? { field: 't', index, name, convert: value => value * secondsPer[key] } : null
    }
    case 'temperature': {
      const key = find(toKelvin)
      return key ? { field: 'temperature', index, name, convert: toKelvin[key] } : null
    }
    default: {
      const key = find(pascalsPer) as AnyPressureUnit | undefined
      return key ? { field: quantity.toLowerCase() as 'pressure' | 'barometer', index, name, convert: value => value * pascalsPer[key] } : null
    }
  }
}

/**
 * Reads a hold from CSV (RFC 4180, UTF-8): comma, semicolon or tab, decimal comma or point, a byte-order mark, quotes, blank lines and a preamble.
 * Taken whole or not at all.
 * @returns readings in SI; times count from the first reading when the file has clock times
 * @throws ReadingsFileError naming the row and column
 */
export function readingsFromCsv(text: string): Reading[] {
  if (text.includes('\u0000')) throw new ReadingsFileError('This file is not text. Save the readings as CSV and try again.')
  const body = text.replace(/^\uFEFF/, '')
  const lines = body.split(/\r\n|\n|\r/)
  const { columns, headerLine, delimiter } = findHeader(lines)
  const parsed = Papa.parse<string[]>(lines.slice(headerLine + 1).join('\n'), { delimiter, skipEmptyLines: false })
  const broken = parsed.errors.find(error => error.type === 'Quotes')
  if (broken) throw new ReadingsFileError(`Row ${headerLine + 2 + (broken.row ?? 0)} has a quote that is not closed.`, headerLine + 2 + (broken.row ?? 0))
  const readings: Reading[] = []
  const rows: number[] = []
  let firstClock: number | undefined
  parsed.data.forEach((cells, k) => {
    if (cells.every(cell => cell.trim() === '')) return
    const row = headerLine + 2 + k
    const reading: Partial<Reading> = {}
    for (const column of columns) {
      const cell = (cells[column.index] ?? '').trim()
      if (column.field === 'event') {
        if (cell) reading.event = cell
      }
      else if (column.field === 'clock') {
        const clock = Date.parse(cell)
        if (!Number.isFinite(clock)) throw new ReadingsFileError(`Row ${row}, column ${column.name}: “${cell}” is not a date and time like 2026-03-01T09:30:00Z.`, row, column.name)
        firstClock ??= clock
        reading.t = (clock - firstClock) / 1000
      }
      else if (cell !== '' || column.field === 't' || column.field === 'pressure') {
        const value = parseNumber(cell)
        if (value === null) throw new ReadingsFileError(`Row ${row}, column ${column.name}: ${cell ? `“${cell}” is not a number` : 'the value is missing'}.`, row, column.name)
        reading[column.field] = column.convert(value)
      }
    }
    readings.push(reading as Reading)
    rows.push(row)
  })
  if (readings.length === 0) throw new ReadingsFileError('This file has column names but no readings under them.')
  readings.forEach((reading, i) => {
    if (reading.pressure <= -pascalsPer.bar) throw new ReadingsFileError(`Row ${rows[i]}, column pressure: ${(reading.pressure / 1000).toFixed(1)} kPa is below a perfect vacuum. Is the unit in the column's name right?`, rows[i], 'pressure')
  })
  return readings
}

function findHeader(lines: string[]): { columns: Column[], headerLine: number, delimiter: string } {
  for (let headerLine = 0; headerLine < Math.min(lines.length, 60); headerLine++) {
    for (const delimiter of [',', ';', '\t']) {
      const cells = Papa.parse<string[]>(lines[headerLine]!, { delimiter }).data[0] ?? []
      const columns = cells.flatMap((cell, index) => columnOf(cell, index) ?? [])
      const has = (...fields: Field[]) => columns.some(column => fields.includes(column.field))
      if (has('pressure') && has('t', 'clock')) {
        for (const column of columns) {
          const twin = columns.find(other => other !== column && (other.field === column.field || (other.field === 't' && column.field === 'clock')))
          if (twin) throw new ReadingsFileError(`Columns ${column.name} and ${twin.name} both give the same thing. Keep one.`, headerLine + 1, column.name)
        }
        return { columns, headerLine, delimiter }
      }
    }
  }
  throw new ReadingsFileError('No row of column names was found. It needs time_s (or time) and pressure_kPa, with the unit in the name, such as pressure_psi.')
}
