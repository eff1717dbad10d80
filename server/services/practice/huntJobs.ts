import { and, desc, eq } from 'drizzle-orm'
import { checkOf } from '../../../core/complaint/checks'
import { checkKeys } from '../../../core/complaint/keys'
import { huntBegun } from '../../../core/practice/ladder'
import { checkShows } from '../../../core/practice/shows'
import type { CheckShown, FirstHourView, PracticeJobView } from '../../../shared/practice'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { job, practiceHunt, trail } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import type { Actor } from '../ground/change'
import { notFound } from '../ground/refusal'
import { countedOn, faultsLeft, onKeys } from './huntOnJob'
import type { HuntTask, JobHuntTask } from './huntWork'

const huntOfJob = async (jobId: string) =>
  (await database().select().from(practiceHunt).where(eq(practiceHunt.jobId, jobId)))[0] ?? null

/** The job of a hunt as the hunt knows its parts. */
async function keyedJob(jobId: string): Promise<JobView> {
  const [its] = await database().select({ hidden: job.hiddenTank }).from(job).where(eq(job.id, jobId))
  return onKeys(its?.hidden?.keys ?? {}, await loadJob(jobId))
}

/** What ends a hunt that was played on a job: nothing is left of its leaks, or it is handed back or given up as it stands. */
export async function jobTask(
  hunt: HuntTask['hunt'],
  jobId: string,
  as: JobHuntTask['ending'],
  at: number,
): Promise<JobHuntTask> {
  const begun = huntBegun(hunt)
  const played = await keyedJob(jobId)
  return { hunt, job: played, ending: faultsLeft(begun, played, at).length === 0 ? 'mended' : as, at }
}

/** What the strip over a job of Practice says. @throws Refusal 404 for a job that is none */
export async function practiceJob(jobId: string): Promise<PracticeJobView> {
  const view = await loadJob(jobId)
  if (view.reality !== 'practice') throw notFound('job in Practice')
  const row = await huntOfJob(jobId)
  if (!row) return { hunt: null }
  const hunt = huntBegun(row)
  const { minutes, inVain, cured } = countedOn(hunt, await keyedJob(jobId))
  return {
    hunt: { id: row.id, firstHour: row.rung === 'first hour', minutes, inVain, cured, ended: row.endedAt !== null },
  }
}

/** What a check shows on the tank of a hunt, as it stands with what was mended so far. @throws Refusal 404 */
export async function checkShownOn(jobId: string, key: string): Promise<CheckShown> {
  const row = await huntOfJob(jobId)
  const known = checkKeys.find(each => each === key)
  if (!row || !known) throw notFound('check that shows anything here')
  const check = checkOf(known)
  if (check.test) throw notFound('check that is answered by looking')
  const hunt = huntBegun(row)
  const left = faultsLeft(hunt, await keyedJob(jobId), Date.now())
  const { outcome } = checkShows(hunt, left, check)
  const found = check.outcomes.find(each => each.key === outcome)
  return { outcome, words: found?.words ?? check.rest.words }
}

/** Whether the first hour is offered: to whoever may work and has done nothing yet, until it was done once. */
export async function firstHourOf(actor: Actor): Promise<FirstHourView> {
  const [last] = await database()
    .select()
    .from(practiceHunt)
    .where(and(eq(practiceHunt.personId, actor.id), eq(practiceHunt.rung, 'first hour')))
    .orderBy(desc(practiceHunt.beganAt))
    .limit(1)
  if (last) return { offered: false, jobId: last.endedAt ? null : last.jobId }
  const [done] = await database().select({ id: trail.id }).from(trail).where(eq(trail.personId, actor.id)).limit(1)
  return { offered: !done && actor.role !== 'inspector', jobId: null }
}
