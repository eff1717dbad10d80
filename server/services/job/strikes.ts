import { asksInspector } from '../../../core/ledger/proof/handBack'
import { isOpenLeak } from '../../../shared/jobEntries'
import { isUsualReason, usualReasons } from '../../../shared/usualReasons'
import type { JobView } from '../../../shared/views'
import { isFresh, strikableEntries, type StrikableEntry } from '../../../shared/strikable'
import { isRunning } from '../../../shared/leaktest/tests'
import { eq } from 'drizzle-orm'
import { person } from '../../db/schema'
import type { Transaction } from '../../db/client'
import { closeTest } from '../bench/endTest'
import { anyTestRow } from '../bench/testRows'
import { takeOffBellsOfSubject } from '../bells/bells'
import type { EntryService } from '../record/entryService'
import type { Actor } from '../ground/change'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { mustNotCarry } from '../repair/decide'
import { hangCures } from '../repair/cureBells'

/** On its way a tap takes a while. */
const GRACE = 5_000

const nameOf = async (tx: Transaction, actor: Actor): Promise<string> => {
  const [self] = await tx.select({ name: person.name }).from(person).where(eq(person.id, actor.id))
  return self?.name ?? ''
}

/**
 * What a test measured as a leak is taken away for one of the usual reasons, and on what people fly with not by whoever measured it.
 * @throws Refusal 409, or 422 beside the reason
 */
function mayStrikeLeak({ craft }: JobView, { by, self, reason }: { by: string; self: string; reason: string }): void {
  if (asksInspector(craft.kind) && by === self)
    throw new Refusal(409, 'It measured a leak on what flies: somebody else strikes it out, with the reason.')
  if (!isUsualReason('strike a leak', reason))
    throw refuseField(
      'reason',
      `It measured a leak. Say which it was, and after a colon whatever else: ${usualReasons['strike a leak'].join('; ')}.`,
    )
}

/** What stands for the reason of an entry that is taken back at once. @throws Refusal 422 when it is too late for that */
async function whyFresh(tx: Transaction, actor: Actor, entry: StrikableEntry, now: Date): Promise<string> {
  if (!isFresh(entry, await nameOf(tx, actor), +now, GRACE)) throw refuseField('reason', 'Say why it no longer counts.')
  return 'Taken back at once'
}

/**
 * An entry no longer counts, and why. The entry itself stays; its bells come off, and a test that still runs ends.
 * @throws Refusal 404 when the job has no such entry, 422 without a reason, but for one's own entry of the last ten seconds
 */
export const strikeService: EntryService<'strike'> = {
  async keep({ tx, actor, now, job, form: { subjectId, reason } }) {
    const entry = strikableEntries(job).find(each => each.id === subjectId)
    if (!entry) throw notFound('entry on this job')
    if (entry.struck) return null
    const approval = job.approvals.find(each => each.id === subjectId)
    if (approval?.step === 'granted') mustNotCarry(job, approval.method)
    if (isOpenLeak(job, subjectId, +now)) mayStrikeLeak(job, { by: entry.by, self: await nameOf(tx, actor), reason })
    return { reason: reason || (await whyFresh(tx, actor, entry, now)) }
  },
  async then({ tx, now, job, form: { subjectId } }) {
    const running = job.tests.find(test => test.id === subjectId && isRunning(test))
    if (running) await closeTest(tx, await anyTestRow(subjectId, tx), now)
    await takeOffBellsOfSubject(tx, subjectId, now)
    if (job.repairs.some(each => each.id === subjectId)) await hangCures(tx, job.id, now)
  },
}
