import { eq, sql } from 'drizzle-orm'
import { answerWords } from '../../../core/complaint/checks'
import { reachOn } from '../../../shared/jobCircuit'
import { answersThatCount } from '../../../shared/situation'
import type { SimilarJob } from '../../../shared/views'
import { database } from '../../db/client'
import { job } from '../../db/schema'
import { inShop } from '../job/inShop'
import { counting } from '../record/counting'
import type { EntryService } from '../record/entryService'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { mustHaveReadCautions } from '../safe/safety'
import { mustBeWithinLimit, mustHaveReasonIfEarly, mustHaveRelief } from '../bench/testGuards'

/**
 * The latest answer to a check counts.
 * @throws Refusal 409 when somebody answered it otherwise since the page was drawn: both are kept only when it is answered once
 *   more
 */
export const answerService: EntryService<'answer'> = {
  keep({ job: current, form: { id: _, after, ...facts } }) {
    const last = answersThatCount(current).find(answer => answer.check === facts.check)
    if (!last || last.id === after) return facts
    if (last.outcome === facts.outcome) return null
    throw new Refusal(
      409,
      `${last.by} answered “${answerWords(facts.check, last.outcome).toLowerCase()}” to this check meanwhile. Look at it together; answer again if you still see it otherwise.`,
      {},
      current,
    )
  },
}

/**
 * What a set-up reached follows from the map.
 * @throws Refusal 422 over the tank's limit, without a relief, early without a reason, or when it reaches nothing or lets out
 *   to the open; 409 before the cautions are read
 */
export const probeService: EntryService<'probe'> = {
  keep({ actor, now, job: tank, form }) {
    mustHaveReadCautions(tank, actor, 'air or smoke')
    mustBeWithinLimit(tank, form.pressure)
    const setup = { closures: form.closures, links: form.links, pressure: form.pressure }
    const { reached, escapes } = reachOn(tank, setup)
    if (reached.length === 0) throw refuseField('closures', 'This set-up reaches no part: it would say nothing.')
    if (escapes.length > 0)
      throw refuseField(
        'links',
        'In this set-up it escapes to the open air: whether it leaks says nothing. Shut the open end first.',
      )
    const blows = form.pressure > 0 && !tank.hasStandIn
    return {
      method: form.method,
      setup,
      reached,
      leaks: form.leaks,
      relief: blows ? mustHaveRelief(tank, form.relief, form.pressure) : null,
      earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now),
    }
  },
}

/** Several can be, each once. @throws Refusal 422 for a part that is not on the tank */
export const outcomeService: EntryService<'outcome'> = {
  keep({ job: tank, form: { id: _, ...facts } }) {
    if (facts.partId && !tank.parts.some(each => each.id === facts.partId))
      throw refuseField('partId', 'That part is not on this tank.')
    const said = tank.outcomes.some(each => !each.struck && each.cause === facts.cause && each.partId === facts.partId)
    return said ? null : facts
  },
}

/** Past jobs on the same craft or kind of tank that somebody said what they were, the same craft first, then the latest. */
export async function similarJobs(jobId: string): Promise<SimilarJob[]> {
  const [own] = await database().select({ craftId: job.craftId, tankKind: job.tankKind }).from(job).where(eq(job.id, jobId))
  if (!own) throw notFound('job')
  const { rows } = await database().execute<{
    id: string
    craft_id: string
    craft: string
    tank_name: string
    opened_at: Date
    cause: string
    at: Date
    part: string | null
  }>(sql`
    select job.id, job.craft_id, craft.name as craft, job.tank_name, job.opened_at, o.facts ->> 'cause' as cause, o.at, part.name as part
    from ${counting('outcome')} o
    join job on job.id = o.job_id
    join craft on craft.id = job.craft_id
    left join part on part.id = (o.facts ->> 'partId')::uuid
    where job.id <> ${jobId} and ${inShop} and (job.craft_id = ${own.craftId} or job.tank_kind = ${own.tankKind})
    order by job.opened_at desc, o.at`)
  const jobs = new Map<string, SimilarJob>()
  for (const row of rows) {
    const known = jobs.get(row.id) ?? {
      id: row.id,
      craft: row.craft,
      tankName: row.tank_name,
      sameCraft: row.craft_id === own.craftId,
      openedAt: +new Date(row.opened_at),
      causes: [],
    }
    known.causes.push({ cause: row.cause, part: row.part, at: +new Date(row.at) })
    jobs.set(row.id, known)
  }
  return [...jobs.values()].sort((a, b) => Number(b.sameCraft) - Number(a.sameCraft) || b.openedAt - a.openedAt)
}
