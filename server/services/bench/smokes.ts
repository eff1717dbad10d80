import { and, desc, eq, isNull } from 'drizzle-orm'
import type { LinkState } from '../../../core/circuit/circuit'
import { sensorVolts, smokeAt, smokeFlow } from '../../../core/standin/smokeMachine'
import { flowAtMark, type BallReading } from '../../../core/leaktest/flowtube/flowTube'
import { farEnds, openedAt, type SmokeMark } from '../../../core/leaktest/smoke/smoke'
import { liveParts, reachOn } from '../../../shared/jobCircuit'
import type { SmokeEventForm, SmokeForm } from '../../../shared/schemas/smoke'
import type { FindForm } from '../../../shared/schemas/soap'
import { smokeOn } from '../../../shared/situation'
import type { JobView, SmokeView } from '../../../shared/views'
import { database } from '../../db/client'
import { job, smoke, smokeEvent } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { insertFind } from './finds'
import { inventHiddenTank, reachInTruth, remainingLeaks } from './hiddenTank'
import { loadJob } from '../job/jobs'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { mustHaveReadCautions } from '../safe/safety'
import { hangLookIfSealed, mustBeWithinLimit, mustHaveReasonIfEarly, mustHaveRelief } from './tests'

async function begun(id: string) {
  const [row] = await database().select().from(smoke).where(eq(smoke.id, id))
  if (!row) throw notFound('smoke test')
  return row
}

/**
 * Puts smoke on. A repeated id is the same test.
 * @throws Refusal 422 over the tank's limit, without a feed or a relief, or early without a reason; 409 before the cautions are read or while other smoke is on
 */
export async function startSmoke(actor: Actor, jobId: string, form: SmokeForm): Promise<JobView> {
  await change(actor, { verb: 'put smoke on', jobId, subjectId: form.id }, async (tx, now) => {
    const [same] = await tx.select({ id: smoke.id }).from(smoke).where(eq(smoke.id, form.id))
    if (same) return null
    const tank = await loadJob(jobId, tx)
    mustBeWithinLimit(tank, form.pressure)
    mustHaveReadCautions(tank, actor, 'air or smoke', 'smoke')
    if (tank.smokes.some(each => each.stoppedAt === null && !each.struck)) throw new Refusal(409, 'Smoke is on already. Go on with that test.')
    const setup = { closures: form.closures, links: form.links, pressure: form.pressure }
    if (!Object.values(form.closures).includes('rig')) throw refuseField('closures', 'Choose the opening where smoke goes in.')
    if (reachOn(tank, setup).reached.length === 0) throw refuseField('closures', 'Smoke fed there reaches no part. Choose another opening.')
    const [last] = await tx.select({ number: smoke.number }).from(smoke).where(eq(smoke.jobId, jobId)).orderBy(desc(smoke.number)).limit(1)
    if (form.simulated && !tank.hasStandIn) await tx.update(job).set({ hiddenTank: inventHiddenTank(tank) }).where(eq(job.id, jobId))
    await tx.insert(smoke).values({
      id: form.id, jobId, number: (last?.number ?? 0) + 1, setup, tube: form.tube, own: form.own, simulated: form.simulated,
      ...(!form.simulated && { relief: mustHaveRelief(tank, form.relief, form.pressure) }),
      earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now), startedBy: actor.id, startedAt: now,
    })
    return true
  })
  return loadJob(jobId)
}

const verbs = { link: 'switched a valve in smoke', arrival: 'looked for smoke at a far end', flow: 'read the flow tube', mark: 'looked at a part in smoke' }

/** What a form says happened, without its time. @throws Refusal 422 when it names what is not there */
function eventOf(form: SmokeEventForm, tank: JobView, setup: SmokeView['setup']): typeof smokeEvent.$inferInsert['event'] {
  switch (form.kind) {
    case 'link':
      if (!tank.circuit.links.some(link => link.id === form.linkId)) throw refuseField('linkId', 'That valve is not in this circuit.')
      return { kind: 'link', linkId: form.linkId!, to: form.to as LinkState }
    case 'arrival':
      if (!farEnds(tank.circuit, liveParts(tank), setup).some(end => end.id === form.end)) throw refuseField('end', 'That is no far end of this circuit.')
      return { kind: 'arrival', end: form.end!, seen: form.seen! }
    case 'flow': return { kind: 'flow', reading: form.reading! }
    case 'mark':
      if (!liveParts(tank).some(each => each.id === form.partId)) throw refuseField('partId', 'That part is not on this tank.')
      return { kind: 'mark', partId: form.partId!, mark: form.mark as SmokeMark }
  }
}

/** Records something done or seen while smoke is on. A repeated id is the same. @throws Refusal 409 once it was stopped */
export async function recordSmokeEvent(actor: Actor, id: string, form: SmokeEventForm): Promise<JobView> {
  const row = await begun(id)
  await change(actor, { verb: verbs[form.kind], jobId: row.jobId, subjectId: id, detail: { smoke: row.number } }, async (tx, now) => {
    const tank = await loadJob(row.jobId, tx)
    const its = tank.smokes.find(each => each.id === id)!
    if (its.stoppedAt !== null) throw new Refusal(409, 'This smoke test has ended. Start another.')
    const [made] = await tx.insert(smokeEvent).values({ id: form.id, smokeId: id, event: eventOf(form, tank, its.setup), at: now, personId: actor.id }).onConflictDoNothing().returning({ id: smokeEvent.id })
    return made ?? null
  })
  return loadJob(row.jobId)
}

/** Records a find in smoke between its hash marks, and marks the part. A repeated id is the same find. */
export async function addSmokeFind(actor: Actor, id: string, form: FindForm): Promise<JobView> {
  const row = await begun(id)
  if (form.seen !== 'smoke' && form.seen !== 'dye') throw refuseField('seen', 'In smoke a find shows smoke or dye.')
  const seen = form.seen
  await change(actor, { verb: 'found a leak', jobId: row.jobId, subjectId: form.id, detail: { smoke: row.number, seen: form.seen } }, async (tx, now) => {
    const [still] = await tx.select({ stoppedAt: smoke.stoppedAt }).from(smoke).where(eq(smoke.id, id))
    if (still?.stoppedAt) throw new Refusal(409, 'This smoke test has ended. Start another.')
    if (!await insertFind(tx, actor, row.jobId, { smokeId: id }, form, now)) return null
    await tx.insert(smokeEvent).values({ id: crypto.randomUUID(), smokeId: id, event: { kind: 'mark', partId: form.partId, mark: seen }, at: now, personId: actor.id })
    return true
  })
  return loadJob(row.jobId)
}

/** Takes smoke off: what was seen is then evidence. A repeated call changes nothing. */
export async function stopSmoke(actor: Actor, id: string): Promise<JobView> {
  const row = await begun(id)
  await change(actor, { verb: 'took smoke off', jobId: row.jobId, subjectId: id, detail: { smoke: row.number } }, async (tx, now) => {
    const [ended] = await tx.update(smoke).set({ stoppedAt: now }).where(and(eq(smoke.id, id), isNull(smoke.stoppedAt))).returning({ id: smoke.id })
    if (!ended) return null
    await hangLookIfSealed(tx, row.jobId, now)
    return true
  })
  return loadJob(row.jobId)
}

/** What can be looked at on a simulated circuit. */
export type StandInPlace = { what: 'tube' } | { what: 'sensor' } | { what: 'part', id: string } | { what: 'end', id: string }
export type StandInLook = { what: 'tube', reading: BallReading } | { what: 'sensor', volts: number, zero: number } | { what: 'part', mark: SmokeMark } | { what: 'end', seen: boolean }

/** The place that an address asks to look at. @throws Refusal 404 when it names none */
export function placeToLook({ what, at }: { what?: unknown, at?: unknown }): StandInPlace {
  if (what === 'tube' || what === 'sensor') return { what }
  if ((what === 'part' || what === 'end') && typeof at === 'string') return { what, id: at }
  throw notFound('place to look at')
}

const SENSOR_ZERO = 2.5 // V

/**
 * What one sees on this job's simulated circuit: the tube, the pressure sensor's volts with the cap off, a part in the lamp's light, or whether smoke comes out at a far end opened for a moment.
 * Valves that are stuck stand as they are stuck, whatever they were told.
 * @throws Refusal 409 when the job has none
 */
export async function lookInSmoke(id: string, place: StandInPlace, now: number): Promise<StandInLook> {
  const row = await begun(id)
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, row.jobId))
  const hidden = own?.hiddenTank
  if (!hidden) throw new Refusal(409, 'This job has no stand-in tank to look at.')
  const tank = await loadJob(row.jobId)
  const view = tank.smokes.find(each => each.id === id)!
  const { setup } = smokeOn(tank, view)
  const rateAt = (partId: string, reached: readonly string[]) => (reached.includes(partId) ? remainingLeaks(hidden, tank, now).filter(leak => leak.partId === partId).reduce((sum, leak) => sum + leak.rate * setup.pressure / leak.referencePressure, 0) : 0)
  switch (place.what) {
    case 'sensor':
      return { what: 'sensor', volts: Math.round(1000 * sensorVolts(0, { zero: SENSOR_ZERO, offset: hidden.sensorOffset ?? 0, seed: hidden.seed, index: view.events.length })) / 1000, zero: SENSOR_ZERO }
    case 'part':
      return { what: 'part', mark: smokeAt(rateAt(place.id, reachInTruth(hidden, tank, setup).reached)) }
    case 'end':
      return { what: 'end', seen: reachInTruth(hidden, tank, openedAt(tank.circuit, liveParts(tank), setup, place.id)).escapes.includes(place.id) }
    case 'tube': {
      const { reached, escapes } = reachInTruth(hidden, tank, setup)
      const flow = smokeFlow({ seed: hidden.seed, leaks: liveParts(tank).map(part => rateAt(part.id, reached)), openEnds: escapes.length, pressure: setup.pressure }, view.events.length)
      const mark = flow / flowAtMark(1, view.tube, setup.pressure)
      return { what: 'tube', reading: mark < view.tube.smallest ? { ball: 'floor' } : mark > view.tube.largest ? { ball: 'top' } : { ball: 'floats', at: mark } }
    }
  }
}
