import { and, asc, eq, gt, max, sql } from 'drizzle-orm'
import type { Reading } from '../../../../core/hold/holdSetup'
import { channels, optionalOf, readingFields, type ReadingField } from '../../../../core/hold/series/channels'
import { holdColumns, HoldRecord, type HoldColumns } from '../../../../core/hold/series/holdRecord'
import type { HoldView, ReadingView } from '../../../../shared/leaktest/hold/holdView'
import { database, type Transaction } from '../../../db/client'
import { reading, testEntry } from '../../../db/schema'
import type { EntryRow } from '../testService'
import { marksIn } from './holdMarks'
import type { ReadingColumns } from '../../../../core/readings/readingColumns'

type Reader = Pick<Transaction, 'select' | 'execute'>

/** Marks of a hold in order of time. */
export async function marksOf(reader: Pick<Transaction, 'select'>, id: string): Promise<HoldView['marks']> {
  const rows = await reader.select({ id: testEntry.id, entry: testEntry.entry }).from(testEntry).where(eq(testEntry.testId, id))
  return marksIn(rows as Pick<EntryRow<'hold'>, 'id' | 'entry'>[])
}

export const countReadings = async (id: string): Promise<number> => await database().$count(reading, eq(reading.holdId, id))

/** From this many readings on a hold is long: too many to be sent to a page. */
const LONG = 20_000
export async function isLong(id: string): Promise<boolean> {
  const [beyond] = await database().select({ t: reading.t }).from(reading).where(eq(reading.holdId, id)).offset(LONG).limit(1)
  return beyond !== undefined
}

/** Time of a hold's latest reading, s; null where it has none. */
export async function lastReadingTime(id: string): Promise<number | null> {
  const [found] = await database()
    .select({ t: max(reading.t) })
    .from(reading)
    .where(eq(reading.holdId, id))
  return found?.t ?? null
}

/** Readings of a hold after a time (s), in order; no more at once than a page can take. */
export async function holdReadings(id: string, after: number): Promise<ReadingView[]> {
  const rows = await database()
    .select()
    .from(reading)
    .where(and(eq(reading.holdId, id), gt(reading.t, after)))
    .orderBy(asc(reading.t))
    .limit(LONG)
  return rows.map(row => ({
    t: row.t,
    pressure: row.pressure,
    ...optionalOf(channel => row[channel]),
    ...(row.event !== null && { event: row.event }),
  }))
}

/** The columns of the table in the order of their names, and one of them sent as eight bytes. */
const fieldList = sql.raw(readingFields.join(', '))
const packedRow = sql.raw(readingFields.map(field => `float8send(coalesce(${field}, 'NaN'))`).join(' || '))
const ROW_BYTES = 8 * readingFields.length
/** Rows of a hold that are asked for at once: few enough that nobody waits while they are unpacked. */
const ROWS_AT_ONCE = 50_000

/**
 * All readings of a hold as columns. They come as strings of big-endian doubles, since a row an object would take seconds for a
 * long log.
 */
export async function readingRecord(reader: Reader, id: string): Promise<HoldRecord> {
  const pieces: DataView[] = []
  let after = -Infinity
  for (;;) {
    const packed = await reader.execute<{ bytes: Buffer | null }>(sql`
      select string_agg(${packedRow}, '' order by t) as bytes
      from (select * from reading where hold_id = ${id} and t > ${after}::float8 order by t limit ${ROWS_AT_ONCE}) as piece`)
    const bytes = packed.rows[0]?.bytes
    if (!bytes || bytes.byteLength === 0) break
    const piece = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
    pieces.push(piece)
    if (piece.byteLength < ROWS_AT_ONCE * ROW_BYTES) break
    after = piece.getFloat64(piece.byteLength - ROW_BYTES)
  }
  const count = pieces.reduce((sum, piece) => sum + piece.byteLength, 0) / ROW_BYTES
  const column = () => new Float64Array(count)
  const named = Object.fromEntries(holdColumns.map(name => [name, column()])) as unknown as HoldColumns
  const columns = holdColumns.map(name => named[name])
  let row = 0
  for (const piece of pieces)
    for (let at = 0; at < piece.byteLength; at += ROW_BYTES, row++)
      for (let column = 0; column < columns.length; column++) columns[column]![row] = piece.getFloat64(at + 8 * column)
  const record = HoldRecord.of(named)
  const events = await reader
    .select({ t: reading.t, event: reading.event })
    .from(reading)
    .where(and(eq(reading.holdId, id), sql`${reading.event} is not null`))
  for (const { t, event } of events) record.events.set(t, event!)
  return record
}

/** Each number of a reading as an array, in the order of their columns. */
const arrays = (of: (field: ReadingField) => (number | null)[] | string | null) =>
  sql.join(
    readingFields.map(field => sql`${sql.param(of(field))}::float8[]`),
    sql`, `,
  )

const ROWS_A_STATEMENT = 20_000

/**
 * Stores readings; one at a time that is there already is the same reading.
 * @returns those that were new
 */
export async function insertReadings(
  tx: Transaction,
  id: string,
  readings: readonly Reading[],
  personId: string | null,
): Promise<Reading[]> {
  const fresh: Reading[] = []
  for (let from = 0; from < readings.length; from += ROWS_A_STATEMENT) {
    const part = readings.slice(from, from + ROWS_A_STATEMENT)
    const { rows } = await tx.execute<{ t: number }>(sql`
      insert into reading (hold_id, ${fieldList}, event, person_id)
      select ${id}::uuid, ${fieldList}, event, ${personId}::uuid
      from unnest(${arrays(field => part.map(each => each[field] ?? null))},
        ${sql.param(part.map(each => each.event ?? null))}::text[]) as given (${fieldList}, event)
      on conflict do nothing returning t`)
    if (rows.length === part.length) fresh.push(...part)
    else {
      const times = new Set(rows.map(row => row.t))
      fresh.push(...part.filter(each => times.delete(each.t)))
    }
  }
  return fresh
}

/** Rows of a file that are stored by one statement: few enough that nobody waits while they are written out. */
const ROWS_OF_A_FILE = 4000

/**
 * Stores the readings of a file; one at a time that is there already is the same reading.
 * @param first that becomes the hold's zero, s of the file's own time
 * @returns how many were new
 */
export async function insertColumns(
  tx: Transaction,
  id: string,
  { columns, events }: ReadingColumns,
  first: number,
): Promise<number> {
  let taken = 0
  for (let from = 0; from < columns.t.length; from += ROWS_OF_A_FILE) {
    const to = Math.min(from + ROWS_OF_A_FILE, columns.t.length)
    // As the database writes an array: the numbers are never objects of their own.
    const part = arrays(field => {
      const values = columns[field].subarray(from, to)
      return values.some(value => !Number.isNaN(value)) ? `{${values.join(',').replaceAll('NaN', 'NULL')}}` : null
    })
    const own = Array<string | null>(to - from).fill(null)
    for (const [row, event] of events) if (row >= from && row < to) own[row - from] = event
    const { rowCount } = await tx.execute(sql`
      insert into reading (hold_id, ${fieldList}, event)
      select ${id}::uuid, t - ${first}::float8, ${sql.raw(channels.join(', '))}, event
      from unnest(${part}, ${sql.param(own)}::text[]) as given (${fieldList}, event)
      on conflict do nothing`)
    taken += rowCount ?? 0
  }
  return taken
}

/** Buckets of a curve for the eye; each gives its lowest and highest reading. */
const BUCKETS = 1500

/**
 * A hold's curve thinned so that no spike is hidden: of each bucket of time the lowest and the highest pressure, and its mean
 * surroundings.
 */
export async function holdCurve(id: string): Promise<ReadingView[]> {
  // The ends first and by themselves: in one query with the rest, a table that nobody has analysed yet is read once a row.
  const ends = await database().execute<{ start: number | null; finish: number | null }>(
    sql`select min(t) as start, max(t) as finish from reading where hold_id = ${id}`,
  )
  const { start, finish } = ends.rows[0]!
  if (start === null || finish === null) return []
  const width = Math.max(1e-9, finish - start) / BUCKETS
  const { rows } = await database().execute<{
    bucket: number
    low: number
    high: number
    temperature: number | null
    barometer: number | null
  }>(sql`
    select floor((t - ${start}::float8) / ${width}::float8)::int as bucket, min(pressure) as low, max(pressure) as high, avg(temperature) as temperature, avg(barometer) as barometer
    from reading where hold_id = ${id} group by 1 order by 1`)
  return rows.flatMap(({ bucket, low, high, temperature, barometer }) => {
    const around = { ...(temperature !== null && { temperature }), ...(barometer !== null && { barometer }) }
    const t = start + bucket * width
    return low === high
      ? [{ t, pressure: low, ...around }]
      : [
          { t, pressure: low, ...around },
          { t: t + width / 2, pressure: high, ...around },
        ]
  })
}

const LONG_FILE = 50_000
/** Tells the database how much has come in at once, so that it plans for a long table and not a short one. */
export async function analyseAfter(count: number): Promise<void> {
  if (count > LONG_FILE) await database().execute(sql`analyze reading`)
}
