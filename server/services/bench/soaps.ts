import { and, desc, eq, isNull } from 'drizzle-orm'
import { isFind, type SoapMark } from '../../../core/leaktest/soap/soap'
import { bubblesAt } from '../../../core/standin/bubbles'
import { reachOn } from '../../../shared/jobCircuit'
import type { FindForm, SoapForm } from '../../../shared/schemas/soap'
import type { JobView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { job, soap, soapMark } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { insertFind } from './finds'
import { reachInTruth, remainingLeaks } from './hiddenTank'
import { loadJob } from '../job/jobs'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { mustHaveReadCautions } from '../safe/safety'
import { hangLookIfSealed, mustBeWithinLimit, mustHaveReasonIfEarly, mustHaveRelief } from './tests'

/** The job and the walk. @throws Refusal 404 */
async function walk(id: string) {
  const [row] = await database().select().from(soap).where(eq(soap.id, id))
  if (!row) throw notFound('soap walk')
  return row
}

/**
 * Starts a soap walk under pressure. A repeated id is the same walk.
 * @throws Refusal 422 over the tank's limit, without a relief or early without a reason; 409 before the cautions are read or while another walk is open
 */
export async function startSoap(actor: Actor, jobId: string, form: SoapForm): Promise<JobView> {
  await change(actor, { verb: 'started a soap walk', jobId, subjectId: form.id }, async (tx, now) => {
    const [same] = await tx.select({ id: soap.id }).from(soap).where(eq(soap.id, form.id))
    if (same) return null
    const tank = await loadJob(jobId, tx)
    mustBeWithinLimit(tank, form.pressure)
    mustHaveReadCautions(tank, actor, 'air or smoke')
    if (tank.soaps.some(each => each.stoppedAt === null)) throw new Refusal(409, 'A soap walk is open on this tank already. Go on with that one.')
    const { reached } = reachOn(tank, { closures: form.closures, links: form.links, pressure: form.pressure })
    if (reached.length === 0) throw refuseField('closures', 'Every part is shut out of this test: leave at least one with its own closure.')
    const [last] = await tx.select({ number: soap.number }).from(soap).where(eq(soap.jobId, jobId)).orderBy(desc(soap.number)).limit(1)
    await tx.insert(soap).values({ id: form.id, jobId, number: (last?.number ?? 0) + 1, pressure: form.pressure, closures: form.closures, links: form.links, reached, ...(!tank.hasStandIn && { relief: mustHaveRelief(tank, form.relief, form.pressure) }), earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now), startedBy: actor.id, startedAt: now })
    return true
  })
  return loadJob(jobId)
}

async function addMark(tx: Transaction, actor: Actor, soapId: string, input: { id: string, partId: string, mark: SoapMark }, now: Date) {
  const [made] = await tx.insert(soapMark).values({ ...input, soapId, personId: actor.id, at: now }).onConflictDoNothing().returning({ id: soapMark.id })
  return made ?? null
}

function mustBeOpen(row: typeof soap.$inferSelect, tank: JobView, partId: string) {
  if (row.stoppedAt) throw new Refusal(409, 'This soap walk has ended. Start another.')
  const its = tank.parts.find(each => each.id === partId)
  if (!its || its.removedAt !== null) throw refuseField('partId', 'That part is not on this tank.')
  return its
}

/** Marks a part of the route: what counts is the latest mark of each part. */
export async function markPart(actor: Actor, soapId: string, input: { id: string, partId: string, mark: SoapMark }): Promise<JobView> {
  const row = await walk(soapId)
  const tank = await loadJob(row.jobId)
  const its = mustBeOpen(row, tank, input.partId)
  await change(actor, { verb: 'soaped a part', jobId: row.jobId, subjectId: soapId, detail: { part: its.name, mark: input.mark } }, async (tx, now) => {
    const current = await loadJob(row.jobId, tx)
    const foundHere = current.finds.some(each => !each.struck && each.testId === soapId && current.leaks.find(known => known.id === each.leakId)?.partId === input.partId)
    if (foundHere && !isFind(input.mark)) throw refuseField('mark', 'A leak was found on this part in this walk. Strike that find out first if it was wrong.')
    return addMark(tx, actor, soapId, input, now)
  })
  return loadJob(row.jobId)
}

/**
 * Records a find between its two hash marks, and marks the part. It is a new leak, or one known before that is back.
 * A repeated id is the same find.
 */
export async function addFind(actor: Actor, soapId: string, form: FindForm): Promise<JobView> {
  const row = await walk(soapId)
  const its = mustBeOpen(row, await loadJob(row.jobId), form.partId)
  if (form.seen !== 'foams' && form.seen !== 'bubbles') throw refuseField('seen', 'Under soap a find foams or bubbles.')
  const seen = form.seen
  await change(actor, { verb: 'found a leak', jobId: row.jobId, subjectId: form.id, detail: { part: its.name, seen: form.seen } }, async (tx, now) => {
    if (!await insertFind(tx, actor, row.jobId, { soapId }, form, now)) return null
    await addMark(tx, actor, soapId, { id: crypto.randomUUID(), partId: form.partId, mark: seen }, now)
    return true
  })
  return loadJob(row.jobId)
}

/** Ends a walk; parts without a mark count as not reached. */
export async function stopSoap(actor: Actor, soapId: string): Promise<JobView> {
  const row = await walk(soapId)
  await change(actor, { verb: 'ended the soap walk', jobId: row.jobId, subjectId: soapId }, async (tx, now) => {
    const [ended] = await tx.update(soap).set({ stoppedAt: now }).where(and(eq(soap.id, soapId), isNull(soap.stoppedAt))).returning({ id: soap.id })
    if (!ended) return null
    await hangLookIfSealed(tx, row.jobId, now)
    return true
  })
  return loadJob(row.jobId)
}

/** What a look at a part shows on this job's simulated tank. @throws Refusal 409 when the job has none */
export async function lookAtPart(soapId: string, partId: string, now: number): Promise<SoapMark> {
  const row = await walk(soapId)
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, row.jobId))
  if (!own?.hiddenTank) throw new Refusal(409, 'This job has no stand-in tank to look at.')
  const tank = await loadJob(row.jobId)
  const here = remainingLeaks(own.hiddenTank, tank, now).filter(each => each.partId === partId)
  const { reached } = reachInTruth(own.hiddenTank, tank, row)
  return !reached.includes(partId) ? 'not reached' : bubblesAt(here.reduce((sum, each) => sum + each.rate * row.pressure / each.referencePressure, 0))
}
