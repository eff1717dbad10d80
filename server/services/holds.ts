import { and, asc, desc, eq, gt, inArray, sql } from 'drizzle-orm'
import { reachedParts } from '../../core/circuit/boundary'
import { estimateHold } from '../../core/leaktest/estimateHold'
import { HoldError, type HoldEstimate, type HoldSetup, type Reading } from '../../core/leaktest/hold'
import { readingsFromCsv, ReadingsFileError } from '../../core/leaktest/readingsCsv'
import { withUnseenChange } from '../../core/leaktest/unseenChange'
import { withMarks } from '../../core/leaktest/withMarks'
import { holdTimeAt, withSpeed } from '../../shared/holdClock'
import { inKilopascals, overLimit } from '../../shared/limits'
import type { HoldForm, HoldState, MarkKind } from '../../shared/schemas/hold'
import type { HoldView, MarkView, ReadingView } from '../../shared/views'
import { database, type Transaction } from '../db/client'
import { hold, holdMark, job, reading } from '../db/schema'
import { hangBell, takeOffBell } from './bells'
import { change, lockJob, tell, type Actor } from './change'
import { inventHiddenTank } from './hiddenTank'
import { loadJob } from './jobs'
import { notFound, Refusal, refuseField } from './refusal'
import { hangLookIfSealed, mustHaveReasonIfEarly } from './tests'

/** A hold with its marks. @throws Refusal 404 */
export async function loadHold(id: string): Promise<HoldView & { marks: MarkView[] }> {
  const [row] = await database().select({ jobId: hold.jobId }).from(hold).where(eq(hold.id, id))
  if (!row) throw notFound('hold')
  const view = (await loadJob(row.jobId)).holds.find(each => each.id === id)!
  const marks = await database().select({ id: holdMark.id, t: holdMark.t, kind: holdMark.kind }).from(holdMark).where(eq(holdMark.holdId, id)).orderBy(asc(holdMark.t))
  return { ...view, marks }
}

/**
 * Sets a hold up: number, boundary, limits. A repeated id is the same hold.
 * @throws Refusal 422 over the tank's limit, or early without a reason; 409 while another hold runs on the job
 */
export async function setUpHold(actor: Actor, jobId: string, form: HoldForm): Promise<HoldView> {
  await change(actor, { verb: 'set up a hold', jobId, subjectId: form.id }, async (tx, now) => {
    const [same] = await tx.select({ id: hold.id }).from(hold).where(eq(hold.id, form.id))
    if (same) return null
    const tank = await loadJob(jobId, tx)
    const over = overLimit(tank, form.testPressure, inKilopascals)
    if (over) throw refuseField('testPressure', over)
    const live = tank.holds.find(each => each.state === 'settling' || each.state === 'reading')
    if (live) throw new Refusal(409, `Hold ${live.number} is still running on this tank. Stop it first.`)
    const parts = tank.parts.filter(each => each.removedAt === null)
    const reached = reachedParts(parts, form.closures).map(each => each.id)
    if (reached.length === 0) throw refuseField('closures', 'Every part is shut out of this test: leave at least one with its own closure.')
    const setup: HoldSetup = {
      method: form.method,
      space: { volume: form.volume, wallGive: tank.wallGive },
      volumeUncertainty: form.volumeUncertainty,
      wallGiveUncertainty: tank.wallGive * 0.2,
      gauge: { resolution: form.gaugeStep, noise: form.gaugeNoise },
      temperatureChangeUncertainty: form.temperatureDoubt,
      barometerChangeUncertainty: form.barometerDoubt,
      testPressure: form.testPressure,
      limit: tank.acceptance,
      rigLeak: form.rigLeak,
      rigLeakUncertainty: form.rigLeakDoubt,
    }
    const [last] = await tx.select({ number: hold.number }).from(hold).where(eq(hold.jobId, jobId)).orderBy(desc(hold.number)).limit(1)
    if (form.source === 'stand-in' && !tank.hasStandIn) await tx.update(job).set({ hiddenTank: inventHiddenTank(tank) }).where(eq(job.id, jobId))
    await tx.insert(hold).values({
      id: form.id, jobId, number: (last?.number ?? 0) + 1, state: 'set up', source: form.source, setup, closures: form.closures, reached,
      hasThermometer: form.hasThermometer, hasBarometer: form.hasBarometer, earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now),
      createdBy: actor.id, createdAt: now,
    })
    return true
  })
  return loadHold(form.id)
}

const order: HoldState[] = ['set up', 'settling', 'reading', 'stopped']

/**
 * Moves a hold on: air is in and it settles, it is read, it is stopped and estimated. A step that was made already changes nothing.
 * @throws Refusal 409 when the cautions of the job were not read before air goes in
 */
export async function stepHold(actor: Actor, id: string, to: Exclude<HoldState, 'set up'>): Promise<HoldView> {
  const before = await loadHold(id)
  const verbs = { settling: 'started the hold', reading: 'called it settled', stopped: 'stopped the hold' }
  await change(actor, { verb: verbs[to], jobId: before.jobId, subjectId: id, detail: { hold: before.number } }, async (tx, now) => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row || order.indexOf(to) <= order.indexOf(row.state)) return null
    if (to === 'settling') {
      const tank = await loadJob(row.jobId, tx)
      if (!tank.cautions) throw new Refusal(409, 'Read the cautions of this job before air goes in.')
      await tx.update(hold).set({ state: 'settling', clock: { anchoredAt: +now, anchor: 0, speed: 1 } }).where(eq(hold.id, id))
    }
    else if (row.clock === null) throw new Refusal(409, 'This hold has not been started yet.')
    else if (to === 'reading') await tx.update(hold).set({ state: 'reading', settledAt: holdTimeAt(row.clock, +now) }).where(eq(hold.id, id))
    else await stop(tx, row, now)
    return true
  })
  return loadHold(id)
}

async function stop(tx: Transaction, row: typeof hold.$inferSelect, now: Date) {
  const result = await estimateOf(tx, row)
  await tx.update(hold).set({ state: 'stopped', stoppedAt: now, clock: row.clock && withSpeed(row.clock, 0, +now), ...result }).where(eq(hold.id, row.id))
  await takeOffBell(tx, 'hold', row.id, now)
  await hangLookIfSealed(tx, row.jobId, now)
}

/** The stored verdict: every reading and mark through the core, or the sentence that says why there is none. */
async function estimateOf(tx: Transaction, row: typeof hold.$inferSelect): Promise<{ estimate: HoldEstimate | null, noEstimate: string | null }> {
  const readings = await readingsOf(tx, row.id, -1)
  const marks = await tx.select().from(holdMark).where(eq(holdMark.holdId, row.id))
  try {
    return { estimate: estimateHold(withUnseenChange(row.setup, row, readings), withMarks(readings, marks)), noEstimate: null }
  }
  catch (error) {
    if (error instanceof HoldError) return { estimate: null, noEstimate: error.message }
    throw error
  }
}

async function readingsOf(reader: Pick<Transaction, 'select'>, id: string, after: number): Promise<ReadingView[]> {
  const rows = await reader.select().from(reading).where(and(eq(reading.holdId, id), gt(reading.t, after))).orderBy(asc(reading.t))
  return rows.map(({ t, pressure, temperature, barometer, event }) => ({
    t, pressure, ...(temperature !== null && { temperature }), ...(barometer !== null && { barometer }), ...(event !== null && { event }),
  }))
}

/** Readings of a hold after a time (s). */
export const holdReadings = (id: string, after: number): Promise<ReadingView[]> => readingsOf(database(), id, after)

const ROWS_A_STATEMENT = 5000

async function insertReadings(tx: Transaction, id: string, readings: readonly Reading[], personId: string | null): Promise<number> {
  let taken = 0
  for (let from = 0; from < readings.length; from += ROWS_A_STATEMENT) {
    const rows = readings.slice(from, from + ROWS_A_STATEMENT).map(({ t, pressure, temperature, barometer, event }) => ({ holdId: id, t, pressure, temperature, barometer, event, personId }))
    taken += (await tx.insert(reading).values(rows).onConflictDoNothing().returning({ t: reading.t })).length
  }
  return taken
}

/**
 * Takes readings typed or fed into a running hold; one at a time that is there already is the same reading.
 * After the stop, readings from before it are still taken and the verdict is computed again.
 * @param personId who typed them; null for an instrument
 * @throws Refusal 409 when the hold is not started, or the reading is from after its stop
 * @returns how many were new
 */
export async function takeReadings(id: string, readings: readonly Reading[], personId: string | null = null): Promise<number> {
  return database().transaction(async tx => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id)).for('update')
    if (!row) throw notFound('hold')
    if (row.state === 'set up' || !row.clock) throw new Refusal(409, 'This hold has not been started yet: start it, then read.')
    if (row.source === 'file') throw new Refusal(409, 'This hold has its readings from a file.')
    const end = row.clock.anchor
    if (row.state === 'stopped' && readings.some(each => each.t > end)) throw new Refusal(409, 'This hold has been stopped. Set up another to go on reading.')
    const taken = await insertReadings(tx, id, readings, personId)
    if (row.state === 'stopped' && taken > 0) await tx.update(hold).set(await estimateOf(tx, row)).where(eq(hold.id, id))
    if (taken > 0) await tell(tx, { verb: 'read', jobId: row.jobId, subjectId: id })
    return taken
  })
}

/**
 * Takes a file of readings whole or not at all, and stops the hold at its last.
 * @throws Refusal 422 beside the file, naming row and column
 */
export async function takeFile(actor: Actor, id: string, text: string): Promise<HoldView> {
  const before = await loadHold(id)
  if (before.source !== 'file') throw new Refusal(409, 'This hold was set up for other readings. Set up one from a file.')
  let readings: Reading[]
  try {
    readings = readingsFromCsv(text)
  }
  catch (error) {
    if (error instanceof ReadingsFileError) throw refuseField('file', error.message)
    throw error
  }
  await change(actor, { verb: 'took a file of readings', jobId: before.jobId, subjectId: id, detail: { readings: readings.length } }, async (tx, now) => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row || row.state === 'stopped') return null
    const first = readings.reduce((least, each) => Math.min(least, each.t), Infinity)
    const shifted = readings.map(each => ({ ...each, t: each.t - first }))
    const taken = await insertReadings(tx, id, shifted, null)
    if (taken < 3) throw refuseField('file', `A hold needs at least three readings at different times; this file has ${taken}.`)
    const length = shifted.reduce((most, each) => Math.max(most, each.t), 0)
    await stop(tx, { ...row, clock: { anchoredAt: +now, anchor: length, speed: 0 } }, now)
    return true
  })
  return loadHold(id)
}

/** Marks a knock or a top-up at this moment of the hold's time. */
export async function markHold(actor: Actor, id: string, input: { id: string, kind: MarkKind }): Promise<HoldView & { marks: MarkView[] }> {
  const before = await loadHold(id)
  await change(actor, { verb: `marked a ${input.kind}`, jobId: before.jobId, subjectId: id, detail: { hold: before.number } }, async (tx, now) => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row?.clock || row.state === 'stopped' || row.state === 'set up') throw new Refusal(409, 'Marks go on a running hold.')
    const [made] = await tx.insert(holdMark).values({ ...input, holdId: id, t: holdTimeAt(row.clock, +now), personId: actor.id }).onConflictDoNothing().returning({ id: holdMark.id })
    return made ?? null
  })
  return loadHold(id)
}

/** Lets a stand-in's time run faster or slower from now on. */
export async function setHoldSpeed(actor: Actor, id: string, speed: number): Promise<HoldView> {
  const before = await loadHold(id)
  if (before.source !== 'stand-in') throw new Refusal(409, 'Only a stand-in’s time can run faster.')
  await change(actor, { verb: 'changed the stand-in’s speed', jobId: before.jobId, subjectId: id, detail: { speed } }, async (tx, now) => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row?.clock || row.state === 'stopped' || row.clock.speed === speed) return null
    await tx.update(hold).set({ clock: withSpeed(row.clock, speed, +now) }).where(eq(hold.id, id))
    return true
  })
  return loadHold(id)
}

/** Ids of the holds that run now, with where their readings come from. */
export const runningHolds = () => database().select({ id: hold.id, source: hold.source, jobId: hold.jobId }).from(hold).where(inArray(hold.state, ['settling', 'reading']))

/** Hangs or moves the bell for the moment at which a running hold decides. */
export async function hangDecisionBell(id: string): Promise<void> {
  const { jobId } = await loadHold(id)
  await database().transaction(async tx => {
    await lockJob(tx, jobId)
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row?.clock || row.state === 'stopped' || row.clock.speed === 0) return
    const { estimate } = await estimateOf(tx, row)
    if (!estimate) return
    const tank = await loadJob(row.jobId, tx)
    const decided = estimate.verdict !== 'cannot-tell'
    if (!decided && estimate.minutesMore === null) return
    const [{ now }] = (await tx.execute<{ now: Date }>(sql`select now() as now`)).rows as [{ now: Date }]
    await hangBell(tx, {
      jobId: row.jobId, kind: 'hold', subjectId: id, title: `Hold ${row.number}, ${tank.craft.name}`,
      detail: decided ? `decided: ${estimate.verdict}. Stop it, or go on` : 'decides about then',
      dueAt: decided ? new Date(now) : new Date(+new Date(now) + estimate.minutesMore! * 60_000 / row.clock.speed),
    })
    await tell(tx, { verb: 'moved a bell', jobId: row.jobId, subjectId: id })
  })
}
