import { randomUUID } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import type { ChangeNotice, Topic } from '../../../shared/changes'
import type { Role } from '../../../shared/schemas/person'
import { inTransaction, type Transaction } from '../../db/client'
import { job, trail } from '../../db/schema'
import { shopTime } from '../house/steadyClock'
import { notFound } from './refusal'

/** Who acts, and when. */
export interface Actor {
  id: string
  role: Role
  now: Date
  /** acts at a moment of its own choosing, whatever came before: the demo's history and tests, never a request */
  backdated?: true
}

/** What a change is about, as the trail keeps it. */
export interface ChangeSubject {
  verb: string
  /** what pages fetch again; bells tell of themselves */
  touches: Topic[]
  jobId?: string | null
  /** the job is made by the change itself, so there is none to hold yet */
  opensJob?: boolean
  /** it leaves the Bay, for a reason where it is not handed back; whatever else is done on a job brings it back */
  closesJob?: { reason: string }
  /** when somebody without an account did it: an owner on a card */
  byOwner?: Date
  /** it says nothing new of a job that has left: that stays away */
  leavesAway?: boolean
  subjectId?: string | null
  detail?: Record<string, unknown>
}

/** PostgreSQL channel on which every committed change is told. */
export const CHANGE_CHANNEL = 'zinc_change'

/**
 * The one way a change travels: in a transaction that holds the job, with its line in the trail, told to every page once
 * committed.
 * @param actor null for what the program does by itself
 * @param work returns null when there was nothing to change (a repeated submit): then nothing is recorded or told
 */
export async function change<T>(
  actor: Actor | null,
  subject: ChangeSubject,
  work: (tx: Transaction, now: Date) => Promise<T>,
): Promise<T> {
  const said = actor?.now ?? subject.byOwner ?? new Date(shopTime())
  return inTransaction(async tx => {
    const moved = subject.jobId && !subject.opensJob ? await lockJob(tx, subject.jobId, actor) : said
    // A clock that was set back, or another server's that is behind, turns no order round: evidence before a touch is none after it.
    const now = said < moved && !actor?.backdated && !subject.byOwner ? moved : said
    const result = await work(tx, now)
    if (result !== null) {
      await writeTrail(tx, actor, now, subject)
      if (subject.jobId)
        await tx
          .update(job)
          .set(moving(actor, subject, now))
          .where(eq(job.id, subject.jobId))
      await tell(tx, { topics: subject.touches, jobId: subject.jobId ?? null, subjectId: subject.subjectId ?? null })
    }
    return result
  })
}

/** When somebody last did something on a job. What the program does by itself moves it nowhere, and is a change of it all the same. */
const moving = (actor: Actor | null, subject: ChangeSubject, now: Date) =>
  actor || subject.byOwner
    ? { movedAt: sql`greatest(${job.movedAt}, ${now.toISOString()}::timestamptz)`, ...leaving(subject, now) }
    : { movedAt: job.movedAt }

/** Whether a job is in the Bay after a change. */
function leaving({ closesJob, leavesAway }: ChangeSubject, now: Date) {
  if (leavesAway) return {}
  return closesJob ? { closedAt: now, closedReason: closesJob.reason } : { closedAt: null, closedReason: '' }
}

/** A line in the trail, in the transaction of what it tells of. */
export async function writeTrail(
  tx: Transaction,
  actor: Actor | null,
  at: Date,
  { verb, jobId, subjectId, detail }: Pick<ChangeSubject, 'verb' | 'jobId' | 'subjectId' | 'detail'>,
): Promise<void> {
  await tx.insert(trail).values({
    at,
    personId: actor?.id ?? null,
    jobId: jobId ?? null,
    verb,
    subjectId: subjectId ?? null,
    detail: detail ?? {},
  })
}

/**
 * Holds a job for this transaction; always before any of its holds, so that two transactions never wait for each other.
 * @returns when something last happened to it
 * @throws Refusal 404, also for the practice of somebody else
 */
export async function lockJob(tx: Transaction, id: string, actor: Actor | null): Promise<Date> {
  const { movedAt, reality, openedBy } = job
  const [held] = await tx.select({ movedAt, reality, openedBy }).from(job).where(eq(job.id, id)).for('update')
  if (!held || (held.reality === 'practice' && actor && actor.id !== held.openedBy)) throw notFound('job')
  return held.movedAt
}

/** Which server of several tells: what it did itself it knows already. */
export const OWN_SERVER = randomUUID()
/** A notice as it travels between servers. */
export type ToldNotice = ChangeNotice & { server: string }

/** Tells every page once the transaction commits; for readings, which are too many for the trail. */
export const tell = (tx: Transaction, notice: ChangeNotice) =>
  tx.execute(
    sql`select pg_notify(${CHANGE_CHANNEL}, ${JSON.stringify({ ...notice, server: OWN_SERVER } satisfies ToldNotice)})`,
  )
