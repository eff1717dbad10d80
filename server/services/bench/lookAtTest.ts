import { eq } from 'drizzle-orm'
import type { TankTestKind } from '../../../core/leaktest/testKinds'
import type { TestView } from '../../../shared/leaktest/tests'
import { database } from '../../db/client'
import { job } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { notFound, Refusal } from '../ground/refusal'
import { anyTestRow } from './testRows'
import type { TestService } from './testService'
import { serviceOf } from './testServices'

/**
 * What one sees in a test of this job's simulated tank. Valves that are stuck stand as they are stuck, whatever they were told.
 * @param place what is looked at, as the address says it
 * @throws Refusal 409 when the job has no simulated tank, 404 for what cannot be looked at
 */
export async function lookAtTest(id: string, place: { what?: unknown; at?: unknown }, now: number): Promise<unknown> {
  const row = await anyTestRow(id)
  const { look } = serviceOf(row.kind) as TestService<TankTestKind>
  if (!look) throw notFound('place to look at')
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, row.jobId))
  if (!own?.hiddenTank) throw new Refusal(409, 'This job has no stand-in tank to look at.')
  const tank = await loadJob(row.jobId)
  return look(place, tank.tests.find(each => each.id === id) as TestView, tank, own.hiddenTank, now)
}
