import { figureText } from '../words/figures'
import Papa from 'papaparse'
import { parseNumber } from '../quantity/parseNumber'
import { pascalsPer, toKelvin, type AnyPressureUnit } from '../quantity/units'
import type { Reading } from '../hold/holdSetup'
import { timeUnits, type ColumnMeaning } from './columnMeaning'
import { pressureChannels } from '../hold/series/channels'
import { readingsOf, ReadingStore, type ReadingColumns } from './readingColumns'

/** A readings file that cannot be taken, with the row (1 is the file's first line) and column at fault where there is one. */
export class ReadingsFileError extends Error {
  override name = 'ReadingsFileError'
  constructor(
    message: string,
    readonly row?: number,
    readonly column?: string,
  ) {
    super(message)
  }
}

/** What a file looks like before anybody has said what its columns are. */
export interface ReadingsTable {
  delimiter: string
  /** index of the first line with readings, 0 is the file's first */
  firstLine: number
  /** names of the columns, or Column 1, 2, … */
  header: string[]
  /** what the names say each holds; null where they say nothing */
  meanings: (ColumnMeaning | null)[]
  /** the first rows as they are written */
  sample: string[][]
}

interface Column {
  meaning: ColumnMeaning
  index: number
  name: string
}

const secondsPer = { s: 1, min: 60, h: 3600 } as const
/** Lines in which the readings must have begun. */
const PREAMBLE = 60
const SAMPLE = 5

/** What a column's name says, by the open format's names. */
export function meaningOf(header: string): ColumnMeaning | null {
  const name = header.trim()
  if (/^event$/i.test(name)) return { field: 'event' }
  if (/^time$/i.test(name)) return { field: 'clock' }
  const [, quantity, unit] = /^(time|pressure|pressureNoise|temperature|barometer|difference)_(\w+)$/i.exec(name) ?? []
  if (!quantity || !unit) return null
  const find = <T extends string>(table: readonly T[]) => table.find(key => key.toLowerCase() === unit.toLowerCase())
  switch (quantity.toLowerCase()) {
    case 'time': {
      const key = find(timeUnits)
      return key ? { field: 't', unit: key } : null
    }
    case 'temperature': {
      const key = find(Object.keys(toKelvin) as (keyof typeof toKelvin)[])
      return key ? { field: 'temperature', unit: key } : null
    }
    default: {
      const key = find(Object.keys(pascalsPer) as AnyPressureUnit[])
      const named = quantity.toLowerCase() === 'pressurenoise' ? 'noise' : quantity.toLowerCase()
      const field = pressureChannels.find(channel => channel === named)
      return key && field ? { field, unit: key } : null
    }
  }
}

/** A value of a column in SI. */
export function toSi(meaning: ColumnMeaning, value: number): number {
  switch (meaning.field) {
    case 't':
      return value * secondsPer[meaning.unit]
    case 'temperature':
      return toKelvin[meaning.unit](value)
    case 'pressure':
    case 'barometer':
    case 'difference':
    case 'noise':
      return value * pascalsPer[meaning.unit]
    default:
      return value
  }
}

/**
 * Finds the table in a file: after a preamble, with or without a row of names.
 * @throws ReadingsFileError when there is none
 */
export function readingsTable(text: string): ReadingsTable {
  if (text.includes('\u0000') || text.slice(0, 10_000).includes('\uFFFD'))
    throw new ReadingsFileError('This file is not text. Save the readings as CSV and try again.')
  const lines = firstLines(text, PREAMBLE + SAMPLE + 1)
  if (lines.every(line => line.trim() === '')) throw new ReadingsFileError('This file is empty.')
  const cellsOf = (line: string, delimiter: string) => Papa.parse<string[]>(line, { delimiter }).data[0] ?? []
  const delimiters = [',', ';', '\t']
  for (let at = 0; at < Math.min(lines.length, PREAMBLE); at++) {
    for (const delimiter of delimiters) {
      const header = cellsOf(lines[at]!, delimiter)
      const meanings = header.map(meaningOf)
      const has = (...fields: ColumnMeaning['field'][]) => meanings.some(meaning => meaning && fields.includes(meaning.field))
      if (has('pressure') && has('t', 'clock'))
        return { delimiter, header, meanings, firstLine: at + 1, sample: sampleFrom(at + 1, delimiter) }
    }
  }
  for (let at = 0; at < Math.min(lines.length, PREAMBLE); at++) {
    // A comma may be a decimal one, so the other two are tried before it, and most cells must make sense.
    for (const delimiter of [...delimiters].reverse()) {
      const row = cellsOf(lines[at]!, delimiter)
      const known = row.filter(cell => parseNumber(cell) !== null || isClock(cell)).length
      if (known < 2 || known < row.length * 0.6) continue
      const above = at > 0 ? cellsOf(lines[at - 1]!, delimiter) : []
      const header = row.map((_, i) => (above.length === row.length && above[i]!.trim()) || `Column ${i + 1}`)
      return { delimiter, header, meanings: header.map(meaningOf), firstLine: at, sample: sampleFrom(at, delimiter) }
    }
  }
  throw new ReadingsFileError(
    'No table of readings was found. It needs a row of names such as time_s and pressure_kPa with readings under it, or columns of numbers.',
  )

  function sampleFrom(line: number, delimiter: string): string[][] {
    return lines
      .slice(line)
      .filter(each => each.trim() !== '')
      .slice(0, SAMPLE)
      .map(each => cellsOf(each, delimiter))
  }
}

/** Whether a cell is a date with a time of day, ISO 8601. */
export const isClock = (cell: string) =>
  /^\d{4}-\d\d-\d\d[T ]\d\d:\d\d/.test(cell.trim()) && Number.isFinite(Date.parse(cell.trim()))

function firstLines(text: string, most: number): string[] {
  const lines: string[] = []
  let from = text.startsWith('\uFEFF') ? 1 : 0
  while (lines.length < most && from <= text.length) {
    const end = text.slice(from, from + 20_000).search(/\r\n|\n|\r/)
    if (end < 0) {
      lines.push(text.slice(from))
      break
    }
    lines.push(text.slice(from, from + end))
    from += end + (text.startsWith('\r\n', from + end) ? 2 : 1)
  }
  return lines
}

/**
 * Reads a hold from CSV (RFC 4180, UTF-8): comma, semicolon or tab, decimal comma or point, a byte-order mark, quotes, blank
 * lines and a preamble.
 * Taken whole or not at all.
 * @param meanings what each column holds, when its name does not say; null leaves a column out
 * @returns readings in SI; times count from the first reading when the file has clock times
 * @throws ReadingsFileError naming the row and column
 */
export const readingsFromCsv = (text: string, meanings?: readonly (ColumnMeaning | null)[]): Reading[] =>
  readingsOf(columnsFromCsv(text, meanings))

/** The same as columns, absent values NaN. */
export function columnsFromCsv(text: string, meanings?: readonly (ColumnMeaning | null)[]): ReadingColumns {
  const rows = new RowReader(text, meanings)
  parseInPieces(rows.text, {
    delimiter: rows.delimiter,
    chunkSize: PIECE,
    chunk: ({ data, errors }) => rows.take(data, errors),
  })
  return rows.whole()
}

/**
 * The same for a file so long that whoever else waits should get a turn in between.
 * @param pause resolves when it may go on
 */
export function columnsFromLongCsv(
  text: string,
  meanings: readonly (ColumnMeaning | null)[] | undefined,
  pause: () => Promise<void>,
): Promise<ReadingColumns> {
  return new Promise((done, fail) => {
    const rows = new RowReader(text, meanings)
    parseInPieces(rows.text, {
      delimiter: rows.delimiter,
      chunkSize: PIECE,
      chunk({ data, errors }, parser) {
        try {
          rows.take(data, errors)
        } catch (error) {
          fail(error as Error)
          return parser.abort()
        }
        parser.pause()
        void pause().then(() => parser.resume())
      },
      complete() {
        try {
          done(rows.whole())
        } catch (error) {
          fail(error as Error)
        }
      },
    })
  })
}

/** Characters that are read at once: some ten thousand rows. */
const PIECE = 400_000

interface PieceConfig {
  delimiter: string
  chunkSize: number
  chunk: (piece: Papa.ParseResult<string[]>, parser: Papa.Parser) => void
  complete?: () => void
}
/** The package reads a text in pieces as it does a file; its types know that of files alone. */
const parseInPieces = Papa.parse as unknown as (text: string, config: PieceConfig) => void

/** Takes a file's rows piece by piece and makes readings of them. */
class RowReader {
  readonly text: string
  readonly delimiter: string
  private readonly columns: readonly Column[]
  private readonly firstLine: number
  private readonly taken = new ReadingStore()
  private readonly clock = { first: null as number | null }
  private row = 0

  /** @throws ReadingsFileError when there is no table, or its columns are not whole */
  constructor(text: string, meanings?: readonly (ColumnMeaning | null)[]) {
    const table = readingsTable(text)
    const { header } = table
    this.text = text.startsWith('\uFEFF') ? text.slice(1) : text
    this.delimiter = table.delimiter
    this.firstLine = table.firstLine
    this.columns = (meanings ?? table.meanings).flatMap((meaning, index) =>
      meaning && index < header.length ? [{ meaning, index, name: header[index]!.trim() }] : [],
    )
    mustBeWhole(this.columns, this.firstLine)
  }

  /** @throws ReadingsFileError for a row that is no reading, or a quote that is not closed: then a whole piece is one cell */
  take(rows: readonly string[][], errors: readonly Papa.ParseError[]): void {
    const broken = errors.find(error => error.type === 'Quotes')
    if (broken || rows.length === 0) {
      const at = this.row + 1 + (broken?.row ?? 0)
      throw new ReadingsFileError(`Row ${at} has a quote that is not closed.`, at)
    }
    for (const cells of rows) {
      this.row++
      if (this.row > this.firstLine && cells.some(cell => cell.trim() !== ''))
        this.taken.take(readRow(cells, this.columns, this.row, this.clock))
    }
  }

  /** @throws ReadingsFileError when there are none */
  whole(): ReadingColumns {
    if (this.taken.size === 0) throw new ReadingsFileError('This file has column names but no readings under them.')
    return this.taken.whole()
  }
}

/**
 * When the first row of a file was read, by its own clock.
 * @returns ms since 1970, null where it has no dates
 */
export function clockOfFile(text: string, meanings?: readonly (ColumnMeaning | null)[]): number | null {
  const table = readingsTable(text)
  const column = (meanings ?? table.meanings).findIndex(meaning => meaning?.field === 'clock')
  const at = column < 0 ? NaN : Date.parse((table.sample[0]?.[column] ?? '').trim())
  return Number.isFinite(at) ? at : null
}

function readRow(cells: string[], columns: readonly Column[], row: number, clock: { first: number | null }): Reading {
  const reading: Partial<Reading> = {}
  for (const { meaning, index, name } of columns) {
    const cell = (cells[index] ?? '').trim()
    const { field } = meaning
    if (field === 'event') {
      if (cell) reading.event = cell
    } else if (field === 'clock') {
      const at = Date.parse(cell)
      if (!Number.isFinite(at))
        throw new ReadingsFileError(
          `Row ${row}, column ${name}: “${cell}” is not a date and time like 2026-03-01T09:30:00Z.`,
          row,
          name,
        )
      clock.first ??= at
      reading.t = (at - clock.first) / 1000
    } else if (cell !== '' || field === 't' || field === 'pressure') {
      const value = parseNumber(cell)
      if (value === null)
        throw new ReadingsFileError(
          `Row ${row}, column ${name}: ${cell ? `“${cell}” is not a number` : 'the value is missing'}.`,
          row,
          name,
        )
      reading[field] = toSi(meaning, value)
    }
  }
  if (reading.noise !== undefined && !(reading.noise > 0))
    throw new ReadingsFileError(
      `Row ${row}, column pressureNoise: it has to be more than zero. Leave it empty where it is not known.`,
      row,
      'pressureNoise',
    )
  if (reading.pressure! <= -pascalsPer.bar)
    throw new ReadingsFileError(
      `Row ${row}, column pressure: ${figureText(reading.pressure! / 1000, 1)} kPa is below a perfect vacuum. Is the unit in the column's name right?`,
      row,
      'pressure',
    )
  return reading as Reading
}

/** @throws ReadingsFileError when time or pressure is missing, or two columns give the same thing */
function mustBeWhole(columns: readonly Column[], firstLine: number): void {
  const same = (a: ColumnMeaning, b: ColumnMeaning) =>
    a.field === b.field || (['t', 'clock'].includes(a.field) && ['t', 'clock'].includes(b.field))
  for (const column of columns) {
    const twin = columns.find(other => other !== column && same(other.meaning, column.meaning))
    if (twin)
      throw new ReadingsFileError(
        `Columns ${column.name} and ${twin.name} both give the same thing. Keep one.`,
        firstLine,
        column.name,
      )
  }
  const has = (...fields: ColumnMeaning['field'][]) => columns.some(column => fields.includes(column.meaning.field))
  if (!has('pressure') || !has('t', 'clock'))
    throw new ReadingsFileError(
      'No row of column names was found that says which column is time and which is pressure, such as time_s and pressure_kPa. Say which is which.',
    )
}
