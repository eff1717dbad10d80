import type { FindForm } from '../../../shared/record/kinds/find'
import { isRunning, testDescriptors } from '../../../shared/leaktest/tests'
import { listWords } from '../../../core/words/words'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { testEntry } from '../../db/schema'
import type { TestEntry } from '../../db/schema/testFacts'
import { loadJob } from '../job/loadJobs'
import { isKept, keepEntry } from '../record/entryRows'
import { hangCures } from '../repair/cureBells'
import { derivedId } from '../ground/derivedId'
import { change, type Actor } from '../ground/change'
import { Refusal, refuseField } from '../ground/refusal'
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
      if (await isKept(tx, { id: form.id, jobId: row.jobId, kind: 'find' })) return null
      const job = await loadJob(row.jobId, tx)
      const { partId: _, leakId: __, id, ...facts } = form
      const about = foundLeak(job, form).id
      if (!isRunning(job.tests.find(each => each.id === testId)!)) throw new Refusal(409, serviceOf(row.kind).ended)
      const seen = { ...facts, testId, photoId: null }
      await keepEntry(tx, { id, jobId: job.id, kind: 'find', about, facts: seen, personId: actor.id, at: now })
      await isFound(tx, actor, job, form, now)
      const entry = { kind: 'mark', partId: form.partId, mark: form.seen } as TestEntry
      await tx.insert(testEntry).values({ id: crypto.randomUUID(), testId, at: now, entry, personId: actor.id })
      return true
    },
  )
  return loadJob(row.jobId)
}

type Found = Pick<FindForm, 'id' | 'partId' | 'leakId'>

/** The leak of a find: one that is known and was found again, or a new one. @throws Refusal 422 */
export function foundLeak(job: JobView, { id, partId, leakId }: Found): { id: string; known: boolean } {
  if (!job.parts.some(part => part.id === partId && part.removedAt === null))
    throw refuseField('partId', 'That part is not on this tank.')
  if (leakId === null) return { id: derivedId(id, 'leak'), known: false }
  if (job.leaks.find(leak => leak.id === leakId)?.partId !== partId)
    throw refuseField('leakId', 'That leak is on another part. Choose it there, or record a new one.')
  return { id: leakId, known: true }
}

/** Puts the leak of a find on the register, or hangs its bells anew where it came back. */
export async function isFound(tx: Transaction, actor: Actor, job: JobView, form: Found, now: Date): Promise<void> {
  const leak = foundLeak(job, form)
  // What came back waits for no test of a trial, and no day.
  if (leak.known) return hangCures(tx, job.id, now)
  const number = Math.max(0, ...job.leaks.map(each => each.number)) + 1
  const facts = { number, partId: form.partId }
  await keepEntry(tx, { id: leak.id, jobId: job.id, kind: 'leak', facts, personId: actor.id, at: now })
}
