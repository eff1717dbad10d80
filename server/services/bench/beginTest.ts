import { and, eq, isNull, ne, sql } from 'drizzle-orm'
import { isFeed } from '../../../core/circuit/boundary'
import { mayRunBeside, testKinds, testName, type TankTestKind } from '../../../core/leaktest/testKinds'
import { placeName, reachOn } from '../../../shared/jobCircuit'
import { isRunning, type TestForms } from '../../../shared/leaktest/tests'
import type { Relief } from '../../../shared/leaktest/setupForm'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { craft, job, test } from '../../db/schema'
import { inShop } from '../job/inShop'
import { loadAspects, loadJob } from '../job/loadJobs'
import { mustHaveReadCautions } from '../safe/safety'
import { change, type Actor } from '../ground/change'
import { idTaken, Refusal, refuseField } from '../ground/refusal'
import { inventHiddenTank } from './hiddenTank'
import { balloonRelief } from '../../../shared/limits'
import { mustBeSimulated, mustBeWithinLimit, mustHaveReasonIfEarly, mustHaveRelief } from './testGuards'
import { nextNumber } from './testRows'
import { serviceOf } from './testServices'

/** What every form that begins a test has. */
interface BeginForm {
  id: string
  closures: TestForms[TankTestKind]['closures']
  links: TestForms[TankTestKind]['links']
  wettedShare: number
  earlyReason: string
  relief?: Relief | null
}

/**
 * Begins a test of a tank, of whatever kind: the one way in. Within the limit, cautions read, no other test in its way, a
 * boundary that says something,
 * a reason before a cure, and something that keeps it below the limit. A repeated id is the same test.
 * @throws Refusal 422 beside the field that is wrong, 409 before the cautions are read or while another test runs that it
 *   cannot run beside
 */
export async function beginTest<K extends TankTestKind>(
  actor: Actor,
  jobId: string,
  kind: K,
  form: TestForms[K],
): Promise<JobView> {
  const service = serviceOf(kind)
  const begin: BeginForm = form
  await change(actor, { verb: service.verbs.begin, touches: ['tests'], jobId, subjectId: begin.id }, async (tx, now) => {
    const [same] = await tx.select({ jobId: test.jobId, kind: test.kind }).from(test).where(eq(test.id, begin.id))
    if (same && (same.jobId !== jobId || same.kind !== kind)) throw idTaken()
    if (same) return null
    const tank = await loadJob(jobId, tx)
    const pressure = service.pressure.of(form)
    mustBeWithinLimit(tank, pressure, service.pressure.field)
    const cautions = service.cautions?.(form)
    if (cautions) mustHaveReadCautions(tank, actor, cautions.act, cautions.what)
    mustRunAlone(tank, kind)
    if (tank.reality !== 'practice') await mustRunAloneOnCraft(tx, tank, kind)
    if (testKinds[kind].feeds) mustReach(tank, kind, begin, pressure)
    const facts = await service.facts(form, tank, tx)
    const earlyReason = mustHaveReasonIfEarly(tank, begin.earlyReason, now)
    const relief = service.blowsIn(form, tank)
      ? (balloonRelief(tank, pressure) ?? mustHaveRelief(tank, begin.relief ?? null, pressure))
      : null
    const onStandIn = service.onStandIn(form, tank)
    if (onStandIn) mustBeSimulated(tank)
    if (onStandIn && !tank.hasStandIn)
      await tx
        .update(job)
        .set({ hiddenTank: inventHiddenTank(tank) })
        .where(eq(job.id, jobId))
    await tx.insert(test).values({
      id: begin.id,
      jobId,
      kind,
      number: await nextNumber(tx, { jobId }, kind),
      pressure,
      closures: begin.closures,
      links: begin.links,
      wettedShare: begin.wettedShare,
      relief,
      earlyReason,
      startedBy: actor.id,
      startedAt: now,
      facts,
    })
    return true
  })
  return loadJob(jobId)
}

/** @throws Refusal 422 unless what goes in reaches something, and does not come out at once where it must hold */
function mustReach(tank: JobView, kind: TankTestKind, begin: BeginForm, pressure: number): void {
  mustFeedOnce(begin.closures)
  const { reached, escapes } = reachOn(tank, { closures: begin.closures, links: begin.links, pressure })
  if (reached.length === 0)
    throw refuseField('closures', 'No part is under test: say how each opening is closed, and leave at least one part in.')
  if (testKinds[kind].mustHold && escapes.length > 0)
    throw refuseField(
      'links',
      `Air would escape at the ${placeName(tank, escapes[0]!).toLowerCase()}: shut what leads there, or nothing will hold.`,
    )
}

/** @throws Refusal 422 unless air or smoke goes in at exactly one opening */
function mustFeedOnce(closures: BeginForm['closures']): void {
  if (Object.values(closures).filter(isFeed).length !== 1)
    throw refuseField('closures', 'Air or smoke goes in at exactly one opening: say which.')
}

/** @throws Refusal 409 while a test runs on this tank that one of this kind cannot run beside; struck ones are none */
export function mustRunAlone(tank: JobView, kind: TankTestKind, itself?: string): void {
  const other = tank.tests.find(each => each.id !== itself && isRunning(each) && !mayRunBeside(kind, each.kind))
  if (other) throw new Refusal(409, `${testName(other)} is still running on this tank. Go on with that one, or end it first.`)
}

/**
 * A tank that stands in two jobs is one tank. The craft is held, so that two who begin at once begin one after the other.
 * @throws Refusal 409 while a test that one of this kind cannot run beside runs on the same tank in another job
 */
export async function mustRunAloneOnCraft(tx: Transaction, tank: JobView, kind: TankTestKind): Promise<void> {
  await tx.select({ id: craft.id }).from(craft).where(eq(craft.id, tank.craft.id)).for('update')
  const others = await tx
    .select({ id: job.id })
    .from(test)
    .innerJoin(job, eq(test.jobId, job.id))
    .where(
      and(
        isNull(test.stoppedAt),
        eq(job.craftId, tank.craft.id),
        inShop,
        ne(job.id, tank.id),
        sql`lower(${job.tankName}) = lower(${tank.tankName})`,
      ),
    )
  for (const { id } of others) {
    const other = await loadAspects(id, ['tests'], tx)
    const running = other.tests.find(each => isRunning(each) && !mayRunBeside(kind, each.kind))
    if (running)
      throw new Refusal(409, `${testName(running)} is still running on this tank in another job of it. End that one first.`)
  }
}
