import { jobStanding } from '../../../shared/jobEntries'
import { listWords, lowerFirst } from '../../../core/words/words'
import { readingOf } from '../../../core/record/reading'
import { inKilopascals, overLimit, reliefProblem } from '../../../shared/limits'
import type { Relief } from '../../../shared/leaktest/setupForm'
import type { JobView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { hangBell } from '../bells/bells'
import { loadJob } from '../job/loadJobs'
import { Refusal, refuseField } from '../ground/refusal'

/** @throws Refusal 409 for a real tank: nothing of a stand-in is evidence of it */
export function mustBeSimulated({ reality }: Pick<JobView, 'reality'>): void {
  if (reality === 'real')
    throw new Refusal(409, 'A real tank takes no readings of a stand-in. Try it in Practice: this job can be copied there.')
}

/** @throws Refusal 422 when a repair is still curing and no reason is given */
export function mustHaveReasonIfEarly(job: JobView, reason: string, now: Date): string | null {
  const curing = readingOf(job).curingParts(+now)
  if (curing.length === 0) return null
  if (!reason)
    throw refuseField(
      'earlyReason',
      `What is on the ${listWords(curing.map(id => lowerFirst(job.parts.find(part => part.id === id)?.name ?? 'part')))} has not cured. Say why you test now; the record will show it.`,
    )
  return reason
}

/** @throws Refusal 422 when a test would go above the tank's limit */
export function mustBeWithinLimit(job: JobView, target: number, field = 'pressure'): void {
  const over = overLimit(job, target, inKilopascals)
  if (over) throw refuseField(field, over)
}

/** @throws Refusal 422 when air or smoke would go in with nothing that keeps it below the tank's limit */
export function mustHaveRelief(job: JobView, relief: Relief | null, target: number): Relief | null {
  const problem = reliefProblem(job, relief, target, inKilopascals)
  if (problem) throw refuseField('relief', problem)
  return relief
}

const WEEK = 7 * 86_400_000

/** Hangs the bell for a look a week on, once a job has become sealed. */
export async function hangLookIfSealed(tx: Transaction, jobId: string, now: Date) {
  const job = await loadJob(jobId, tx)
  if (jobStanding(job, +now).ledger.state !== 'sealed') return
  await hangBell(tx, {
    jobId,
    kind: 'look',
    subjectId: jobId,
    title: `${job.craft.name}, a week on`,
    detail: 'look under it',
    dueAt: new Date(+now + WEEK),
  })
}
