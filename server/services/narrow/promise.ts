import { lateParts } from '../../../shared/purchases'
import type { Transaction } from '../../db/client'
import { hangAnew, hangBell, takeOffBell } from '../bells/bells'
import { loadJob } from '../job/loadJobs'

const DAY = 86_400_000

/**
 * The bell of the day on which a craft is promised, in the morning before, with the parts that come too late for it.
 * @param anew the day itself was changed: it rings again though it rang before
 */
export async function hangPromise(tx: Transaction, jobId: string, now: Date, anew = false): Promise<void> {
  const job = await loadJob(jobId, tx)
  const { promised } = job.plan
  if (!promised) {
    await takeOffBell(tx, 'promise', jobId, now)
    return
  }
  const late = lateParts(job, +now)
  const detail = `for ${promised}${late.length > 0 ? `; after it come: ${late.map(purchase => purchase.name.toLowerCase()).join(', ')}` : ''}`
  await (anew ? hangAnew : hangBell)(tx, {
    jobId,
    kind: 'promise',
    subjectId: jobId,
    title: `${job.craft.name} is promised`,
    detail,
    dueAt: new Date(Date.parse(`${promised}T08:00:00`) - DAY),
  })
}
