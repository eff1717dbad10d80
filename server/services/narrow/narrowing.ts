import { and, desc, eq, inArray, ne, or } from 'drizzle-orm'
import { answerWords } from '../../../core/complaint/checks'
import { reachOn } from '../../../shared/jobCircuit'
import { answersThatCount } from '../../../shared/situation'
import type { AnswerForm, OutcomeForm, ProbeForm } from '../../../shared/schemas/narrow'
import type { JobView, SimilarJob } from '../../../shared/views'
import { database } from '../../db/client'
import { checkAnswer, craft, job, outcome, part, probe, strike } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { inShop } from '../job/inShop'
import { loadJob } from '../job/loadJobs'
import { notFound, Refusal, refuseField } from '../shop/refusal'
import { mustHaveReadCautions } from '../safe/safety'
import { mustBeWithinLimit, mustHaveReasonIfEarly, mustHaveRelief } from '../bench/testGuards'

/**
 * Records an answer to a check. A repeated id is the same answer; the latest of a check counts.
 * @throws Refusal 409 when somebody answered it otherwise since the page was drawn: both are kept only when it is answered once
 *   more
 */
export async function answerCheck(actor: Actor, jobId: string, form: AnswerForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: 'answered a check',
      touches: ['narrowing'],
      jobId,
      subjectId: form.id,
      detail: { check: form.check, outcome: form.outcome },
    },
    async (tx, now) => {
      const [same] = await tx.select({ id: checkAnswer.id }).from(checkAnswer).where(eq(checkAnswer.id, form.id))
      if (same) return null
      const current = await loadJob(jobId, tx)
      const last = answersThatCount(current).find(answer => answer.check === form.check)
      if (last && last.id !== form.after) {
        if (last.outcome === form.outcome) return null
        throw new Refusal(
          409,
          `${last.by} answered “${answerWords(form.check, last.outcome).toLowerCase()}” to this check meanwhile. Look at it together; answer again if you still see it otherwise.`,
          {},
          current,
        )
      }
      const { after: _, ...values } = form
      await tx.insert(checkAnswer).values({ ...values, jobId, personId: actor.id, at: now })
      return true
    },
  )
  return loadJob(jobId)
}

/**
 * Records a set-up that was tried while halving, with what it reached and whether it leaked. A repeated id is the same probe.
 * @throws Refusal 422 over the tank's limit, without a relief, early without a reason, or when it reaches nothing or lets out
 *   to the open; 409 before the cautions are read
 */
export async function recordProbe(actor: Actor, jobId: string, form: ProbeForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: 'tried a set-up',
      touches: ['narrowing'],
      jobId,
      subjectId: form.id,
      detail: { method: form.method, leaks: form.leaks },
    },
    async (tx, now) => {
      const tank = await loadJob(jobId, tx)
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
      const [made] = await tx
        .insert(probe)
        .values({
          id: form.id,
          jobId,
          method: form.method,
          setup,
          reached,
          leaks: form.leaks,
          earlyReason: mustHaveReasonIfEarly(tank, form.earlyReason, now),
          ...(form.pressure > 0 && !tank.hasStandIn && { relief: mustHaveRelief(tank, form.relief, form.pressure) }),
          personId: actor.id,
          at: now,
        })
        .onConflictDoNothing()
        .returning({ id: probe.id })
      return made ?? null
    },
  )
  return loadJob(jobId)
}

/** Records what a job turned out to be; several can be. A repeated id is the same. */
export async function recordOutcome(actor: Actor, jobId: string, form: OutcomeForm): Promise<JobView> {
  const tank = await loadJob(jobId)
  if (form.partId && !tank.parts.some(each => each.id === form.partId))
    throw refuseField('partId', 'That part is not on this tank.')
  await change(
    actor,
    { verb: 'said what it was', touches: ['narrowing'], jobId, subjectId: form.id, detail: { cause: form.cause } },
    async (tx, now) => {
      const current = await loadJob(jobId, tx)
      if (current.outcomes.some(each => !each.struck && each.cause === form.cause && each.partId === form.partId)) return null
      const [made] = await tx
        .insert(outcome)
        .values({ ...form, jobId, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: outcome.id })
      return made ?? null
    },
  )
  return loadJob(jobId)
}

/** Past jobs on the same craft or kind of tank that somebody said what they were, the same craft first, then the latest. */
export async function similarJobs(jobId: string): Promise<SimilarJob[]> {
  const [own] = await database().select({ craftId: job.craftId, tankKind: job.tankKind }).from(job).where(eq(job.id, jobId))
  if (!own) throw notFound('job')
  const rows = await database()
    .select({
      id: job.id,
      craftId: job.craftId,
      craft: craft.name,
      tankName: job.tankName,
      openedAt: job.openedAt,
      cause: outcome.cause,
      at: outcome.at,
      part: part.name,
      outcomeId: outcome.id,
    })
    .from(outcome)
    .innerJoin(job, eq(outcome.jobId, job.id))
    .innerJoin(craft, eq(job.craftId, craft.id))
    .leftJoin(part, eq(outcome.partId, part.id))
    .where(and(ne(job.id, jobId), inShop, or(eq(job.craftId, own.craftId), eq(job.tankKind, own.tankKind))))
    .orderBy(desc(job.openedAt))
  const struck = new Set(
    rows.length === 0
      ? []
      : (
          await database()
            .select({ id: strike.subjectId })
            .from(strike)
            .where(
              inArray(
                strike.subjectId,
                rows.map(row => row.outcomeId),
              ),
            )
        ).map(each => each.id),
  )
  const jobs = new Map<string, SimilarJob>()
  for (const row of rows.filter(each => !struck.has(each.outcomeId))) {
    const known = jobs.get(row.id) ?? {
      id: row.id,
      craft: row.craft,
      tankName: row.tankName,
      sameCraft: row.craftId === own.craftId,
      openedAt: +row.openedAt,
      causes: [],
    }
    known.causes.push({ cause: row.cause, part: row.part, at: +row.at })
    jobs.set(row.id, known)
  }
  return [...jobs.values()].sort((a, b) => Number(b.sameCraft) - Number(a.sameCraft) || b.openedAt - a.openedAt)
}
