import { and, desc, eq } from 'drizzle-orm'
import type { FindForm } from '../../../shared/leaktest/findForm'
import { isRunning, testDescriptors } from '../../../shared/leaktest/tests'
import { listWords } from '../../../core/words/words'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { find, leak, part, testEntry } from '../../db/schema'
import type { TestEntry } from '../../db/schema/testFacts'
import { loadAspects, loadJob } from '../job/loadJobs'
import { hangCures } from '../repair/cureBells'
import { change, type Actor } from '../shop/change'
import { Refusal, refuseField } from '../shop/refusal'
import { anyTestRow } from './testRows'
import { serviceOf } from './testServices'

/**
 * Records a find between its two hash marks in a test that shows where, and marks the part there: a new leak, or one known
 * before that is back.
 * A repeated id is the same find.
 * @throws Refusal 409 once the test has ended, 422 for a look that is not of this kind of test, or a part that is not on the tank
 */
export async function addFind(actor: Actor, testId: string, form: FindForm): Promise<JobView> {
  const row = await anyTestRow(testId)
  const { shows } = testDescriptors[row.kind]
  if (!shows.includes(form.seen)) {
    throw refuseField(
      'seen',
      shows.length > 0
        ? `In this test a find shows ${listWords(shows)}; choose one of them.`
        : 'This test does not show where a leak is. Soap the route to find it.',
    )
  }
  const detail = { [row.kind]: row.number, seen: form.seen }
  await change(
    actor,
    { verb: 'found a leak', touches: ['tests', 'leaks'], jobId: row.jobId, subjectId: form.id, detail },
    async (tx, now) => {
      const test = (await loadAspects(row.jobId, ['tests'], tx)).tests.find(each => each.id === testId)!
      if (!(await insertFind(tx, actor, row.jobId, testId, form, now))) return null
      if (!isRunning(test)) throw new Refusal(409, serviceOf(row.kind).ended)
      const entry = { kind: 'mark', partId: form.partId, mark: form.seen } as TestEntry
      await tx.insert(testEntry).values({ id: crypto.randomUUID(), testId, at: now, entry, personId: actor.id })
      return true
    },
  )
  return loadJob(row.jobId)
}

/** Puts a find on the register. @returns false when it is there already @throws Refusal 422 */
export async function insertFind(
  tx: Transaction,
  actor: Actor,
  jobId: string,
  testId: string | null,
  form: FindForm & { photoId?: string | null },
  now: Date,
): Promise<boolean> {
  const [same] = await tx.select({ id: find.id }).from(find).where(eq(find.id, form.id))
  if (same) return false
  const [its] = await tx
    .select({ removedAt: part.removedAt })
    .from(part)
    .where(and(eq(part.id, form.partId), eq(part.jobId, jobId)))
  if (!its || its.removedAt) throw refuseField('partId', 'That part is not on this tank.')
  const known = form.leakId
    ? (
        await tx
          .select()
          .from(leak)
          .where(and(eq(leak.id, form.leakId), eq(leak.jobId, jobId)))
      )[0]
    : undefined
  if (form.leakId && known?.partId !== form.partId)
    throw refuseField('leakId', 'That leak is on another part. Choose it there, or record a new one.')
  const leakId = known?.id ?? crypto.randomUUID()
  if (!known) {
    const [last] = await tx
      .select({ number: leak.number })
      .from(leak)
      .where(eq(leak.jobId, jobId))
      .orderBy(desc(leak.number))
      .limit(1)
    await tx.insert(leak).values({ id: leakId, jobId, number: (last?.number ?? 0) + 1, partId: form.partId })
  }
  const { partId: _part, leakId: _again, ...values } = form
  await tx.insert(find).values({ ...values, testId, leakId, personId: actor.id, at: now })
  // What came back waits for no test of a trial, and no day.
  if (known) await hangCures(tx, jobId, now)
  return true
}
