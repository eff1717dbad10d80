import { and, asc, eq, gt, sql } from 'drizzle-orm'
import type { Reading } from '../../../../core/hold/hold'
import { HoldRecord } from '../../../../core/hold/record/holdRecord'
import type { HoldView, ReadingView } from '../../../../shared/leaktest/hold/holdView'
import { database, type Transaction } from '../../../db/client'
import { reading, testEntry } from '../../../db/schema'
import type { EntryRow } from '../testService'
import { marksIn } from './holdMarks'

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

/** Readings of a hold after a time (s). */
export async function holdReadings(id: string, after: number): Promise<ReadingView[]> {
  const rows = await database()
    .select()
    .from(reading)
    .where(and(eq(reading.holdId, id), gt(reading.t, after)))
    .orderBy(asc(reading.t))
  return rows.map(({ t, pressure, temperature, barometer, difference, event }) => ({
    t,
    pressure,
    ...(temperature !== null && { temperature }),
    ...(barometer !== null && { barometer }),
    ...(difference !== null && { difference }),
    ...(event !== null && { event }),
  }))
}

const ROW_BYTES = 40

/**
 * All readings of a hold as columns. They come as one string of big-endian doubles, since a row an object would take seconds
 * for a long log.
 */
export async function readingRecord(reader: Reader, id: string): Promise<HoldRecord> {
  const packed = await reader.execute<{ bytes: Buffer | null }>(sql`
    select string_agg(float8send(t) || float8send(pressure) || float8send(coalesce(temperature, 'NaN')) || float8send(coalesce(barometer, 'NaN')) || float8send(coalesce(difference, 'NaN')), '' order by t) as bytes
    from reading where hold_id = ${id}`)
  const bytes = packed.rows[0]?.bytes ?? Buffer.alloc(0)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const count = bytes.byteLength / ROW_BYTES
  const column = (offset: number) => {
    const values = new Float64Array(count)
    for (let i = 0; i < count; i++) values[i] = view.getFloat64(i * ROW_BYTES + offset)
    return values
  }
  const record = HoldRecord.of({
    times: column(0),
    pressures: column(8),
    temperatures: column(16),
    barometers: column(24),
    differences: column(32),
  })
  const events = await reader
    .select({ t: reading.t, event: reading.event })
    .from(reading)
    .where(and(eq(reading.holdId, id), sql`${reading.event} is not null`))
  for (const { t, event } of events) record.events.set(t, event!)
  return record
}

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
    const column = (of: (reading: Reading) => number | undefined) => part.map(each => of(each) ?? null)
    const { rows } = await tx.execute<{ t: number }>(sql`
      insert into reading (hold_id, t, pressure, temperature, barometer, difference, event, person_id)
      select ${id}::uuid, t, pressure, temperature, barometer, difference, event, ${personId}::uuid
      from unnest(${sql.param(column(each => each.t))}::float8[], ${sql.param(column(each => each.pressure))}::float8[], ${sql.param(column(each => each.temperature))}::float8[],
        ${sql.param(column(each => each.barometer))}::float8[], ${sql.param(column(each => each.difference))}::float8[], ${sql.param(part.map(each => each.event ?? null))}::text[]) as given (t, pressure, temperature, barometer, difference, event)
      on conflict do nothing returning t`)
    if (rows.length === part.length) fresh.push(...part)
    else {
      const times = new Set(rows.map(row => row.t))
      fresh.push(...part.filter(each => times.delete(each.t)))
    }
  }
  return fresh
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
