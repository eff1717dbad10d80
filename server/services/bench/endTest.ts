import { eq } from 'drizzle-orm'
import type { TankTestKind } from '../../../core/leaktest/testKinds'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { test } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { takeOffBellsOfSubject } from '../bells/bells'
import { change, type Actor } from '../ground/change'
import { hangLookIfSealed } from './testGuards'
import { anyTestRow, changeFacts, type TestRow } from './testRows'
import { serviceOf } from './testServices'

/**
 * Ends a test at a moment, with the verdict that is then kept: the one way out. Its bells come off; a job that is sealed by it
 * hangs its look a week on.
 * @param during when it took place, where it was measured elsewhere and brought in later
 */
export async function closeTest<K extends TankTestKind>(
  tx: Transaction,
  row: TestRow<K>,
  now: Date,
  during?: { from: Date; to: Date },
): Promise<void> {
  const added = await serviceOf(row.kind).end?.(tx, row, now)
  await changeFacts(tx, row, added ?? {}, during ? { startedAt: during.from, stoppedAt: during.to } : { stoppedAt: now })
  await takeOffBellsOfSubject(tx, row.id, now)
  await hangLookIfSealed(tx, row.jobId, now)
}

/** Ends a test. A repeated call changes nothing. @throws Refusal 404 */
export async function endTest(actor: Actor, id: string): Promise<JobView> {
  const { jobId, kind, number } = await anyTestRow(id)
  await change(
    actor,
    { verb: serviceOf(kind).verbs.end, touches: ['tests'], jobId, subjectId: id, detail: { [kind]: number } },
    async (tx, now) => {
      const [row] = await tx.select().from(test).where(eq(test.id, id)).for('update')
      if (!row || row.stoppedAt !== null) return null
      await closeTest(tx, row as TestRow<TankTestKind>, now)
      return true
    },
  )
  return loadJob(jobId)
}
