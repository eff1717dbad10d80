import { desc, eq, inArray, sql } from 'drizzle-orm'
import { fuels } from '../../../core/fuel/fuels'
import type { HoldSetup } from '../../../core/hold/hold'
import { holdTimeAt, withSpeed } from '../../../shared/holdClock'
import { placeName, reachOn } from '../../../shared/jobCircuit'
import type { HoldForm, HoldState, MarkForm } from '../../../shared/schemas/hold'
import type { BenchHold, HoldView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { hold, holdMark, job } from '../../db/schema'
import { hangBell, takeOffBell } from '../shop/bells'
import { change, lockJob, tell, type Actor } from '../shop/change'
import { keysOf } from './deviceKeys'
import { inventHiddenTank } from './hiddenTank'
import { isLong, marksOf } from './holdReadings'
import { loadJob } from '../job/jobs'
import { mustBeKit } from '../shelf/kit'
import { estimateOf, forgetLive, liveEstimate } from './liveHolds'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { mustHaveReadCautions } from '../safe/safety'
import { hangLookIfSealed, mustBeWithinLimit, mustHaveReasonIfEarly, mustHaveRelief } from './tests'

/** Doubt in how much a kind of tank gives, as a share of it: makers' walls vary that much. A volume check does better. */
const WALL_GIVE_DOUBT = 0.2

/** Whether a person puts air into a real tank for this hold: not for a simulated one, a vacuum, or a file of what was measured elsewhere. */
const blowsIn = (form: Pick<HoldForm, 'source' | 'method'>) => form.method === 'pressure-decay' && (form.source === 'typed' || form.source === 'device')

/** A hold with its marks, whether it is long, and who may send to it. @throws Refusal 404 */
export async function loadHold(id: string): Promise<BenchHold> {
  const [row] = await database().select({ jobId: hold.jobId }).from(hold).where(eq(hold.id, id))
  if (!row) throw notFound('hold')
  const view = (await loadJob(row.jobId)).holds.find(each => each.id === id)!
  return { ...view, marks: await marksOf(database(), id), isLong: await isLong(id), deviceKeys: await keysOf(id) }
}

/**
 * Sets a hold up: number, boundary, limits. A repeated id is the same hold.
 * @throws Refusal 422 over the tank's limit, without a relief, or early without a reason; 409 while another hold runs on the job
 */
export async function setUpHold(actor: Actor, jobId: string, form: HoldForm): Promise<HoldView> {
  await change(actor, { verb: 'set up a hold', jobId, subjectId: form.id }, async (tx, now) => {
    const [same] = await tx.select({ id: hold.id }).from(hold).where(eq(hold.id, form.id))
    if (same) return null
    const tank = await loadJob(jobId, tx)
    mustBeWithinLimit(tank, form.testPressure, 'testPressure')
    const live = tank.holds.find(each => each.state === 'settling' || each.state === 'reading')
    if (live) throw new Refusal(409, `Hold ${live.number} is still running on this tank. Stop it first.`)
    const { reached, escapes } = reachOn(tank, { closures: form.closures, links: form.links, pressure: form.testPressure })
    if (reached.length === 0) throw refuseField('closures', 'Every part is shut out of this test: leave at least one with its own closure.')
    if (escapes.length > 0) throw refuseField('links', `Air would escape at the ${placeName(tank, escapes[0]!).toLowerCase()}: shut what leads there, or nothing will hold.`)
    const setup: HoldSetup = {
      method: form.method,
      space: { volume: form.volume, wallGive: tank.wallGive },
      volumeUncertainty: form.volumeUncertainty,
      wallGiveUncertainty: tank.wallGive * WALL_GIVE_DOUBT,
      gauge: { resolution: form.gaugeStep, noise: form.gaugeNoise },
      temperatureChangeUncertainty: form.temperatureDoubt,
      barometerChangeUncertainty: form.barometerDoubt,
      testPressure: form.testPressure,
      limit: tank.acceptance,
      rigLeak: form.rigLeak,
      rigLeakUncertainty: form.rigLeakDoubt,
      ...(form.wettedShare > 0 && { wetted: { share: form.wettedShare, vapourPressure: fuels.find(fuel => fuel.key === tank.fuel)!.vapourPressure } }),
    }
    await mustBeKit(tx, form.kit)
    const [last] = await tx.select({ number: hold.number }).from(hold).where(eq(hold.jobId, jobId)).orderBy(desc(hold.number)).limit(1)
    if (form.source === 'stand-in' && !tank.hasStandIn) await tx.update(job).set({ hiddenTank: inventHiddenTank(tank) }).where(eq(job.id, jobId))
    await tx.insert(hold).values({
      id: form.id, jobId, number: (last?.number ?? 0) + 1, state: 'set up', source: form.source, setup, closures: form.closures, links: form.links, reached,
      hasThermometer: form.hasThermometer, hasBarometer: form.hasBarometer, scale: form.scale, kit: form.kit, earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now),
      ...(blowsIn(form) && { supply: form.supply, relief: mustHaveRelief(tank, form.relief, form.testPressure) }),
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
    // Held, so that no reading slips in between the verdict and the stop that it belongs to.
    const [row] = await tx.select().from(hold).where(eq(hold.id, id)).for('update')
    if (!row || order.indexOf(to) <= order.indexOf(row.state)) return null
    if (to === 'settling') {
      const tank = await loadJob(row.jobId, tx)
      mustHaveReadCautions(tank, actor, 'air or smoke')
      await tx.update(hold).set({ state: 'settling', clock: { anchoredAt: +now, anchor: 0, speed: 1 } }).where(eq(hold.id, id))
    }
    else if (row.clock === null) throw new Refusal(409, 'This hold has not been started yet.')
    else if (to === 'reading') await tx.update(hold).set({ state: 'reading', settledAt: holdTimeAt(row.clock, +now) }).where(eq(hold.id, id))
    else await stop(tx, row, now)
    return true
  })
  return loadHold(id)
}

/** Stops a hold at a moment with the verdict that is then stored. */
export async function stop(tx: Transaction, row: typeof hold.$inferSelect, now: Date) {
  const result = await estimateOf(tx, row)
  forgetLive(row.id)
  await tx.update(hold).set({ state: 'stopped', stoppedAt: now, clock: row.clock && withSpeed(row.clock, 0, +now), ...result }).where(eq(hold.id, row.id))
  await takeOffBell(tx, 'hold', row.id, now)
  await takeOffBell(tx, 'pressure', row.id, now)
  await hangLookIfSealed(tx, row.jobId, now)
}

/** Marks a knock, a top-up or a push of air at this moment of the hold's time. */
export async function markHold(actor: Actor, id: string, input: MarkForm): Promise<BenchHold> {
  const before = await loadHold(id)
  await change(actor, { verb: `marked a ${input.kind}`, jobId: before.jobId, subjectId: id, detail: { hold: before.number } }, async (tx, now) => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row?.clock || row.state === 'stopped' || row.state === 'set up') throw new Refusal(409, 'Marks go on a running hold.')
    const [made] = await tx.insert(holdMark).values({ id: input.id, kind: input.kind, amount: input.amount ?? null, holdId: id, t: holdTimeAt(row.clock, +now), personId: actor.id }).onConflictDoNothing().returning({ id: holdMark.id })
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
  const live = await liveEstimate(id)
  if (!live.estimate) return
  const { estimate } = live
  const { jobId } = await loadHold(id)
  await database().transaction(async tx => {
    await lockJob(tx, jobId)
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (!row?.clock || row.state === 'stopped' || row.clock.speed === 0) return
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
