import { and, desc, eq } from 'drizzle-orm'
import { checkOf } from '../../../core/complaint/checks'
import { checkKeys } from '../../../core/complaint/keys'
import { huntBegun } from '../../../core/practice/ladder'
import { checkShows } from '../../../core/practice/shows'
import type { CheckShown, FirstHourView, PracticeJobView } from '../../../shared/practice'
import { database } from '../../db/client'
import { practiceHunt, trail } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import type { Actor } from '../shop/change'
import { notFound } from '../shop/refusal'
import { countedOn, faultsLeft, onKeysOf } from './huntOnJob'
import type { HuntTask, JobHuntTask } from './huntWork'

const huntOfJob = async (jobId: string) =>
  (await database().select().from(practiceHunt).where(eq(practiceHunt.jobId, jobId)))[0] ?? null

/** What ends a hunt that was played on a job: nothing is left of its leaks, or it is handed back or given up as it stands. */
export async function jobTask(
  hunt: HuntTask['hunt'],
  jobId: string,
  as: JobHuntTask['ending'],
  at: number,
): Promise<JobHuntTask> {
  const begun = huntBegun(hunt)
  const job = onKeysOf(begun, await loadJob(jobId))
  return { hunt, job, ending: faultsLeft(begun, job, at).length === 0 ? 'mended' : as, at }
}

/** What the strip over a job of Practice says. @throws Refusal 404 for a job that is none */
export async function practiceJob(jobId: string): Promise<PracticeJobView> {
  const view = await loadJob(jobId)
  if (view.reality !== 'practice') throw notFound('job in Practice')
  const row = await huntOfJob(jobId)
  if (!row) return { hunt: null }
  const hunt = huntBegun(row)
  const { minutes, inVain, cured } = countedOn(hunt, onKeysOf(hunt, view))
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
  const job = onKeysOf(hunt, await loadJob(jobId))
  const { outcome } = checkShows(hunt, faultsLeft(hunt, job, Date.now()), check)
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
