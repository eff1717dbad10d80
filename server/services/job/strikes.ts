import { isFresh, strikableEntries, type StrikableEntry } from '../../../shared/strikable'
import type { JobView } from '../../../shared/views'
import { isRunning } from '../../../shared/leaktest/tests'
import { eq } from 'drizzle-orm'
import { person, strike } from '../../db/schema'
import { jobAspects } from '../../../shared/changes'
import type { Transaction } from '../../db/client'
import { closeTest } from '../bench/endTest'
import { anyTestRow } from '../bench/testRows'
import { takeOffBellsOfSubject } from '../shop/bells'
import { change, type Actor } from '../shop/change'
import { notFound, refuseField } from '../shop/refusal'
import { loadJob } from './loadJobs'
import { mustNotCarry } from '../repair/decide'
import { hangCures } from '../repair/cureBells'

/** On its way a tap takes a while. */
const GRACE = 5_000

/** What stands for the reason of an entry that is taken back at once. @throws Refusal 422 when it is too late for that */
async function whyFresh(tx: Transaction, actor: Actor, entry: StrikableEntry, now: Date): Promise<string> {
  const [self] = await tx.select({ name: person.name }).from(person).where(eq(person.id, actor.id))
  if (!isFresh(entry, self?.name ?? '', +now, GRACE)) throw refuseField('reason', 'Say why it no longer counts.')
  return 'Taken back at once'
}

/**
 * Records that an entry no longer counts, and why. The entry itself stays; its bells come off, and a test that still runs ends.
 * @throws Refusal 404 when the job has no such entry, 422 without a reason, but for one's own entry of the last ten seconds
 */
export async function strikeEntry(
  actor: Actor,
  jobId: string,
  input: { id: string; subjectId: string; reason: string },
): Promise<JobView> {
  const { subjectId } = input
  await change(
    actor,
    { verb: 'struck out an entry', touches: [...jobAspects], jobId, subjectId, detail: { reason: input.reason } },
    async (tx, now) => {
      const tank = await loadJob(jobId, tx)
      const entry = strikableEntries(tank).find(each => each.id === subjectId)
      if (!entry) throw notFound('entry on this job')
      if (entry.struck) return null
      const approval = tank.approvals.find(each => each.id === subjectId)
      if (approval?.step === 'granted') mustNotCarry(tank, approval.method)
      const reason = input.reason || (await whyFresh(tx, actor, entry, now))
      const running = tank.tests.find(test => test.id === subjectId && isRunning(test))
      if (running) await closeTest(tx, await anyTestRow(subjectId, tx), now)
      await tx.insert(strike).values({ ...input, reason, jobId, personId: actor.id, at: now })
      await takeOffBellsOfSubject(tx, subjectId, now)
      if (entry.of === 'repairs') await hangCures(tx, jobId, now)
      return true
    },
  )
  return loadJob(jobId)
}
