import { and, desc, eq } from 'drizzle-orm'
import { systemLimit } from '../../../shared/ledgerParts'
import { jobAspects } from '../../../shared/changes'
import { descentOf, jobStanding } from '../../../shared/jobEntries'
import type { CraftHistory, JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { craft, job } from '../../db/schema'
import { inShop } from '../job/inShop'
import { loadAspectsOf } from '../job/loadJobs'
import { notFound } from '../ground/refusal'
import { pastJobs } from './search'

/** Most jobs of one craft on its page. */
const MOST_JOBS = 60

/** All that a craft has been here for, each job with its standing and its descent. @throws Refusal 404 */
export async function craftHistory(id: string, now: number): Promise<CraftHistory> {
  const [found] = await database().select().from(craft).where(eq(craft.id, id))
  if (!found) throw notFound('craft')
  const rows = await database()
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.craftId, id), inShop))
    .orderBy(desc(job.openedAt))
    .limit(MOST_JOBS)
  const ids = rows.map(row => row.id)
  const views = await loadAspectsOf(ids, jobAspects)
  const { name, kind, built, registration } = found
  return {
    craft: { id, name, kind, built, registration },
    jobs: (await pastJobs(ids)).map(past => {
      const view = views.get(past.id) as JobView
      const { ledger, next } = jobStanding(view, now)
      return { ...past, state: ledger.state, sentence: next.sentence, limit: systemLimit(view), descent: descentOf(view) }
    }),
  }
}
