import { eq } from 'drizzle-orm'
import type { Reading } from '../../../../core/hold/hold'
import { ReadingsFileError, readingsTable, type ColumnMeaning } from '../../../../core/readings/readingsCsv'
import { unitDoubt } from '../../../../core/readings/unitDoubt'
import { inKilopascals, isOver } from '../../../../shared/limits'
import type { FileForm } from '../../../../shared/leaktest/hold/holdForm'
import type { BenchHold } from '../../../../shared/leaktest/hold/holdView'
import { database } from '../../../db/client'
import { job, test } from '../../../db/schema'
import { hangBell } from '../../shop/bells'
import { change, lockJob, tell, type Actor } from '../../shop/change'
import { analyseAfter, insertReadings } from './holdReadings'
import { loadAspects } from '../../job/loadJobs'
import { closeTest } from '../endTest'
import { changeFacts, heldTestRow } from '../testRows'
import { loadHold } from './holds'
import { readingsInFile } from './readingsFile'
import { addLive, estimateOf } from './liveHolds'
import { Refusal, refuseField } from '../../shop/refusal'

/**
 * Takes readings typed or fed into a running hold; one at a time that is there already is the same reading.
 * After the stop, readings from before it are still taken and the verdict is computed again.
 * @param personId who typed them; null for an instrument
 * @throws Refusal 409 when the hold is not started, or the reading is from after its stop
 * @returns how many were new
 */
export async function takeReadings(id: string, readings: readonly Reading[], personId: string | null = null): Promise<number> {
  const { fresh, jobId, running } = await database().transaction(async tx => {
    const row = await heldTestRow(tx, 'hold', id)
    const { clock, source } = row.facts
    const stopped = row.stoppedAt !== null
    if (!clock) throw new Refusal(409, 'This hold has not been started yet: start it, then read.')
    if (source === 'file') throw new Refusal(409, 'This hold has its readings from a file.')
    if (stopped && readings.some(each => each.t > clock.anchor))
      throw new Refusal(409, 'This hold has been stopped. Set up another to go on reading.')
    const taken = await insertReadings(tx, id, readings, personId)
    if (stopped && taken.length > 0) {
      await changeFacts<'hold'>(tx, row, await estimateOf(tx, row))
      await tell(tx, { topics: ['tests'], jobId: row.jobId, subjectId: id })
    }
    if (taken.length > 0) await tell(tx, { topics: ['readings'], jobId: row.jobId, subjectId: id })
    return { fresh: taken, jobId: row.jobId, running: !stopped }
  })
  addLive(id, fresh)
  // After the readings are kept, so that no lock of theirs is waited for.
  if (running && fresh.length > 0) await ringWhenOverLimit(jobId, id, fresh)
  return fresh.length
}

/** Rings at once when a reading is above the tank's limit: stored pressure splits panels before a gauge shows more. */
async function ringWhenOverLimit(jobId: string, holdId: string, readings: readonly Reading[]): Promise<void> {
  const most = readings.reduce((highest, { pressure }) => Math.max(highest, Math.abs(pressure)), 0)
  const [limit] = await database()
    .select({ pressureLimit: job.pressureLimit, number: test.number })
    .from(test)
    .innerJoin(job, eq(test.jobId, job.id))
    .where(eq(test.id, holdId))
  if (!limit || !isOver(limit, most)) return
  await database().transaction(async tx => {
    await lockJob(tx, jobId)
    const { craft } = await loadAspects(jobId, ['facts'], tx)
    await hangBell(tx, {
      jobId,
      kind: 'pressure',
      subjectId: holdId,
      title: `${craft.name} is above its limit`,
      dueAt: new Date(),
      detail: `${inKilopascals(most)} in hold ${limit.number}, never above ${inKilopascals(limit.pressureLimit)}: vent it now, stand clear`,
    })
  })
}

/**
 * Takes a file of readings whole or not at all, and stops the hold at its last.
 * @throws Refusal 422 beside the file, naming row and column, or asking about a unit that cannot be
 */
export async function takeFile(actor: Actor, id: string, form: FileForm): Promise<BenchHold> {
  const before = await loadHold(id)
  if (before.source !== 'file') throw new Refusal(409, 'This hold was set up for other readings. Set up one from a file.')
  const readings = await readFile(form)
  if (!form.unitConfirmed) mustBeInItsUnit(form, readings, before.setup.testPressure)
  await change(
    actor,
    {
      verb: 'took a file of readings',
      touches: ['tests'],
      jobId: before.jobId,
      subjectId: id,
      detail: { readings: readings.length },
    },
    async (tx, now) => {
      const row = await heldTestRow(tx, 'hold', id)
      if (row.stoppedAt !== null) return null
      const first = readings.reduce((least, each) => Math.min(least, each.t), Infinity)
      const shifted = readings.map(each => ({ ...each, t: each.t - first }))
      const taken = await insertReadings(tx, id, shifted, null)
      if (taken.length < 3)
        throw refuseField('file', `A hold needs at least three readings at different times; this file has ${taken.length}.`)
      const length = shifted.reduce((most, each) => Math.max(most, each.t), 0)
      await closeTest(tx, { ...row, facts: { ...row.facts, clock: { anchoredAt: +now, anchor: length, speed: 0 } } }, now)
      return true
    },
  )
  await analyseAfter(readings.length)
  return loadHold(id)
}

const columnsOf = ({ columns }: FileForm) => columns as (ColumnMeaning | null)[] | undefined

/** @throws Refusal 422 beside the file */
async function readFile(form: FileForm): Promise<Reading[]> {
  try {
    return await readingsInFile(form.text, columnsOf(form))
  } catch (error) {
    if (error instanceof ReadingsFileError) throw refuseField('file', error.message)
    throw error
  }
}

/** A tank at 6,900 kPa was read in pascals: ask before it is believed. */
function mustBeInItsUnit(form: FileForm, readings: readonly Reading[], testPressure: number): void {
  const largest = readings.reduce((most, { pressure }) => Math.max(most, Math.abs(pressure)), 0)
  const column = (columnsOf(form) ?? readingsTable(form.text).meanings).find(meaning => meaning?.field === 'pressure')
  const doubt = column?.field === 'pressure' ? unitDoubt(largest, column.unit, testPressure) : null
  if (!doubt) return
  const likely = doubt.likely ? ` In ${doubt.likely} it would fit.` : ''
  throw refuseField(
    'unitConfirmed',
    `The highest pressure in this file is ${inKilopascals(largest)}, but this hold was set up for ${inKilopascals(Math.abs(testPressure))}.${likely} Choose the column’s unit, or say that it is right.`,
  )
}
