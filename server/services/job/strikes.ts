import { strikableEntries } from '../../../shared/strikable'
import type { JobView } from '../../../shared/views'
import { isRunning } from '../../../shared/leaktest/tests'
import { strike } from '../../db/schema'
import { jobAspects } from '../../../shared/changes'
import { closeTest } from '../bench/endTest'
import { anyTestRow } from '../bench/testRows'
import { takeOffBellsOfSubject } from '../shop/bells'
import { change, type Actor } from '../shop/change'
import { notFound } from '../shop/refusal'
import { loadJob } from './loadJobs'
import { hangCure } from './cureBells'

/**
 * Records that an entry no longer counts, and why. The entry itself stays; its bells come off, and a test that still runs ends.
 * @throws Refusal 404 when the job has no such entry
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
      const running = tank.tests.find(test => test.id === subjectId && isRunning(test))
      if (running) await closeTest(tx, await anyTestRow(subjectId, tx), now)
      await tx.insert(strike).values({ ...input, jobId, personId: actor.id, at: now })
      await takeOffBellsOfSubject(tx, subjectId, now)
      const leakId = tank.repairs.find(repair => repair.id === subjectId)?.leakId
      if (leakId) await hangCure(tx, jobId, leakId, now)
      return true
    },
  )
  return loadJob(jobId)
}
