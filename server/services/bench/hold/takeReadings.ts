import { and, eq, ne, sql } from 'drizzle-orm'
import type { Reading } from '../../../../core/hold/holdSetup'
import type { ColumnMeaning } from '../../../../core/readings/columnMeaning'
import { clockOfFile, ReadingsFileError, readingsTable } from '../../../../core/readings/readingsCsv'
import { readingsMark as markOf, shareReadings } from '../../../../core/readings/readingsMark'
import { isSimulated } from '../../../../shared/jobEntries'
import type { JobView } from '../../../../shared/views'
import { loadJob } from '../../job/loadJobs'
import { unitDoubt } from '../../../../core/readings/unitDoubt'
import { inKilopascals, isOver } from '../../../../shared/limits'
import type { FileForm } from '../../../../shared/leaktest/hold/holdForm'
import type { BenchHold } from '../../../../shared/leaktest/hold/holdView'
import { holdTimeAt } from '../../../../shared/leaktest/hold/holdClock'
import type { HoldSource } from '../../../../shared/leaktest/hold/holdForm'
import { database, inTransaction, type Transaction } from '../../../db/client'
import { craft, entry, job, test } from '../../../db/schema'
import type { HoldFacts } from '../../../db/schema/testFacts'
import type { HoldRow } from './holdSetup'
import { ringNow } from '../../bells/bells'
import { change, tell, writeTrail, type Actor } from '../../ground/change'
import { analyseAfter, insertColumns, insertReadings } from './keptReadings'
import { closeTest } from '../endTest'
import { changeFacts, heldTestRow } from '../testRows'
import { loadHold } from './runHold'
import { spanOf, type ReadingColumns } from '../../../../core/readings/readingColumns'
import { readingsInFile } from './readFile'
import { addLive, estimateOf } from './liveHolds'
import { shopTime } from '../../house/steadyClock'
import { Refusal, refuseField } from '../../ground/refusal'

/** Where readings come from: a person who types them, a logger or a phone with a key, or the simulated tank. */
type ReadingsFrom = { typedBy: string } | 'device' | 'stand-in'

/** After the end a logger's last readings are still on their way for so long, ms. */
const LATE = 60_000
/** A reading's own time may be ahead of the hold's by no more than so much, s: clocks differ. */
const AHEAD = 30

const sources: Record<'typed' | 'device' | 'stand-in', readonly HoldSource[]> = {
  'typed': ['typed'],
  'device': ['device', 'camera'],
  'stand-in': ['stand-in'],
}

/** @throws Refusal 409 when this hold takes none of them, 422 when they are of a time that has not come */
function mustTake({ facts, stoppedAt }: HoldRow, readings: readonly Reading[], from: ReadingsFrom, now: number): void {
  const { clock, source } = facts
  if (!clock) throw new Refusal(409, 'This hold has not been started yet: start it, then read.')
  if (!sources[typeof from === 'string' ? from : 'typed'].includes(source))
    throw new Refusal(409, `This hold has its readings from a ${source === 'typed' ? 'person' : source}, and takes no others.`)
  const latest = readings.reduce((most, each) => Math.max(most, each.t), -Infinity)
  if (stoppedAt !== null) {
    const isLate = from === 'device' && now - +stoppedAt <= LATE && latest <= clock.anchor
    if (!isLate) throw new Refusal(409, 'This hold has ended, and nothing more is taken. Set up another to go on reading.')
  } else if (latest > holdTimeAt(clock, now) + AHEAD)
    throw new Refusal(422, `A reading at ${Math.round(latest)} s is ahead of this hold’s clock. Look at the logger’s time.`)
}

/**
 * Takes readings typed or fed into a running hold; one at a time that is there already is the same reading. What has ended is
 * closed; the last readings of a logger are taken for a minute after, with a line in the trail.
 * @throws Refusal 409 when the hold is not started, has ended, or has its readings from elsewhere, 422 for a time to come
 * @returns how many were new
 */
export async function takeReadings(id: string, readings: readonly Reading[], from: ReadingsFrom): Promise<number> {
  const { fresh, jobId, running } = await inTransaction(async tx => {
    const row = await heldTestRow(tx, 'hold', id)
    const now = shopTime()
    mustTake(row, readings, from, now)
    const stopped = row.stoppedAt !== null
    const taken = await insertReadings(tx, id, readings, typeof from === 'string' ? null : from.typedBy)
    if (stopped && taken.length > 0) await takeLate(tx, row, taken.length, new Date(now))
    if (taken.length > 0) await tell(tx, { topics: ['readings'], jobId: row.jobId, subjectId: id, from: earliest(taken) })
    return { fresh: taken, jobId: row.jobId, running: !stopped }
  })
  addLive(id, fresh)
  // After the readings are kept, so that no lock of theirs is waited for.
  if (running && fresh.length > 0) await ringWhenOverLimit(jobId, id, fresh)
  return fresh.length
}

/** Estimates an ended hold anew with a logger's last readings; what they changed stands in the trail. */
async function takeLate(tx: Transaction, row: HoldRow, readings: number, now: Date): Promise<void> {
  const amounts = await estimateOf(tx, row)
  await changeFacts<'hold'>(tx, row, amounts)
  const [before, after] = [row.facts.estimate?.verdict ?? 'none', amounts.estimate?.verdict ?? 'none']
  await writeTrail(tx, null, now, {
    jobId: row.jobId,
    subjectId: row.id,
    verb: 'took late readings',
    detail: { hold: row.number, readings, ...(before !== after && { verdict: { from: before, to: after } }) },
  })
  await tell(tx, { topics: ['tests'], jobId: row.jobId, subjectId: row.id })
}

const earliest = (readings: readonly Reading[]) => readings.reduce((first, { t }) => Math.min(first, t), Infinity)

/** Rings at once when a reading is above the tank's limit: stored pressure splits panels before a gauge shows more. */
async function ringWhenOverLimit(jobId: string, holdId: string, readings: readonly Reading[]): Promise<void> {
  const most = readings.reduce((highest, { pressure }) => Math.max(highest, Math.abs(pressure)), 0)
  const [limit] = await database()
    .select({ pressureLimit: job.pressureLimit, number: test.number, craft: craft.name })
    .from(test)
    .innerJoin(job, eq(test.jobId, job.id))
    .innerJoin(craft, eq(job.craftId, craft.id))
    .where(eq(test.id, holdId))
  if (!limit || !isOver(limit, most)) return
  // Without the job's lock: whatever else goes on with the job, this does not wait for it.
  await inTransaction(tx =>
    ringNow(
      tx,
      {
        jobId,
        kind: 'pressure',
        subjectId: holdId,
        title: `${limit.craft} is above its limit`,
        detail: `${inKilopascals(most)} in hold ${limit.number}, never above ${inKilopascals(limit.pressureLimit)}: vent it now, stand clear`,
      },
      new Date(shopTime()),
    ),
  )
}

/**
 * Takes a file of readings whole or not at all, and stops the hold at its last.
 * @throws Refusal 422 beside the file, naming row and column, or asking about a unit that cannot be
 */
export async function takeFile(actor: Actor, id: string, form: FileForm): Promise<BenchHold> {
  const before = await loadHold(id)
  if (before.source !== 'file') throw new Refusal(409, 'This hold was set up for other readings. Set up one from a file.')
  const readings = await readFile(form)
  const count = readings.columns.t.length
  const { first, last, largest } = spanOf(readings)
  if (!form.unitConfirmed) mustBeInItsUnit(form, largest, before.setup.testPressure)
  await change(
    actor,
    {
      verb: 'took a file of readings',
      touches: ['tests'],
      jobId: before.jobId,
      subjectId: id,
      detail: { readings: count },
    },
    async (tx, now) => {
      const row = await heldTestRow(tx, 'hold', id)
      if (row.stoppedAt !== null) return null
      const taken = await insertColumns(tx, id, readings, first)
      if (taken < 3)
        throw refuseField('file', `A hold needs at least three readings at different times; this file has ${taken}.`)
      const length = last - first
      const during = whenMeasured(form, first, length, now)
      const readingsMark = marksOf(readings)
      const tank = await loadJob(row.jobId, tx)
      if (!isSimulated(tank)) {
        mustBeOfThisJob(tank, during)
        await mustBeNew(tx, id, readingsMark)
      }
      const clock = { anchoredAt: +during.to, anchor: length, speed: 0 }
      const undated = clockOfFile(form.text, columnsOf(form)) === null ? { undated: true as const } : {}
      await changeFacts<'hold'>(tx, row, { readingsMark, ...undated })
      await closeTest(tx, { ...row, facts: { ...row.facts, clock } }, now, during)
      return true
    },
  )
  await analyseAfter(count)
  return loadHold(id)
}

const DAY = 86_400_000
/** A file from long before the job is of another one. @throws Refusal 422 */
function mustBeOfThisJob({ openedAt }: JobView, { from }: { from: Date }): void {
  if (+from >= openedAt - DAY) return
  throw refuseField(
    'file',
    `This file begins on ${from.toISOString().slice(0, 10)}, and the job was opened on ${new Date(openedAt).toISOString().slice(0, 10)}: it is of another test. Look at the date, or choose this test’s file.`,
  )
}

const marksOf = ({ columns }: ReadingColumns): string[] => markOf(columns.pressure).map(String)

/** The readings of one hold are no second hold, whatever the file is called. @throws Refusal 422 */
async function mustBeNew(tx: Transaction, id: string, marks: string[]): Promise<void> {
  if (marks.length === 0) return
  const alike = await tx
    .select({ number: test.number, craft: craft.name, facts: test.facts, struck: entry.id })
    .from(test)
    .innerJoin(job, eq(test.jobId, job.id))
    .innerJoin(craft, eq(job.craftId, craft.id))
    .leftJoin(entry, and(eq(entry.about, test.id), eq(entry.kind, 'strike')))
    .where(and(eq(test.kind, 'hold'), ne(test.id, id), sql`${test.facts} -> 'readingsMark' ?| ${sql.param(marks)}::text[]`))
  const same = alike.find(
    each =>
      each.struck === null && shareReadings(((each.facts as HoldFacts).readingsMark ?? []).map(Number), marks.map(Number)),
  )
  if (same)
    throw refuseField(
      'file',
      `These are the readings of hold ${same.number} of ${same.craft} once more. Choose this hold’s file; where that one was set up wrongly, strike it out first.`,
    )
}

/**
 * When a file was measured: by its own times where it has dates, else as somebody says.
 * @param first, length s, of its own time
 * @throws Refusal 422 when nobody knows, or it would end in time to come
 */
function whenMeasured(form: FileForm, first: number, length: number, now: Date): { from: Date; to: Date } {
  const clock = clockOfFile(form.text, columnsOf(form))
  const begun = clock === null ? form.startedAt : clock + first * 1000
  if (begun === null)
    throw refuseField('startedAt', 'This file has no dates: say when its first reading was taken. It counts from then.')
  const to = begun + length * 1000
  if (to > +now + AHEAD * 1000)
    throw refuseField(
      clock === null ? 'startedAt' : 'file',
      'These readings would end in time to come. Look at the date and the logger’s clock.',
    )
  return { from: new Date(begun), to: new Date(to) }
}

const columnsOf = ({ columns }: FileForm) => columns as (ColumnMeaning | null)[] | undefined

/** @throws Refusal 422 beside the file */
async function readFile(form: FileForm): Promise<ReadingColumns> {
  try {
    return await readingsInFile(form.text, columnsOf(form))
  } catch (error) {
    if (error instanceof ReadingsFileError) throw refuseField('file', error.message)
    throw error
  }
}

/** A tank at 6,900 kPa was read in pascals: ask before it is believed. */
function mustBeInItsUnit(form: FileForm, largest: number, testPressure: number): void {
  const column = (columnsOf(form) ?? readingsTable(form.text).meanings).find(meaning => meaning?.field === 'pressure')
  const doubt = column?.field === 'pressure' ? unitDoubt(largest, column.unit, testPressure) : null
  if (!doubt) return
  const likely = doubt.likely ? ` In ${doubt.likely} it would fit.` : ''
  throw refuseField(
    'unitConfirmed',
    `The highest pressure in this file is ${inKilopascals(largest)}, but this hold was set up for ${inKilopascals(Math.abs(testPressure))}.${likely} Choose the column’s unit, or say that it is right.`,
  )
}
