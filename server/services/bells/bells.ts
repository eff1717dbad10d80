import { and, asc, eq, isNull, lte, ne, or, sql, type SQL } from 'drizzle-orm'
import type { BellKind, BellView } from '../../../shared/bells'
import { database, type Transaction } from '../../db/client'
import { bell, job } from '../../db/schema'
import { change, tell, type Actor } from '../ground/change'
import { notFound } from '../ground/refusal'

const view = (row: typeof bell.$inferSelect): BellView => ({
  id: row.id,
  jobId: row.jobId,
  kind: row.kind,
  subjectId: row.subjectId,
  title: row.title,
  detail: row.detail,
  dueAt: +row.dueAt,
  rungAt: row.rungAt && +row.rungAt,
})

/** What hangs on the rope: everything due that nobody has answered, soonest first, but a pressure above the limit before all. */
export async function bells(): Promise<BellView[]> {
  return (
    await database()
      .select()
      .from(bell)
      .where(isNull(bell.answeredAt))
      .orderBy(sql`${bell.kind} <> 'pressure'`, asc(bell.dueAt))
  ).map(view)
}

interface HungBell {
  jobId: string
  kind: BellKind
  subjectId: string
  title: string
  detail: string
  dueAt: Date
}

const toldOf = (tx: Transaction, { jobId, subjectId }: Pick<HungBell, 'jobId' | 'subjectId'>) =>
  tell(tx, { topics: ['bells'], jobId, subjectId })

/** Practice hangs nothing on the rope: it is nobody's but the hunter's, and waits for nobody. */
async function isPractice(tx: Transaction, jobId: string): Promise<boolean> {
  const [its] = await tx.select({ reality: job.reality }).from(job).where(eq(job.id, jobId))
  return its?.reality === 'practice'
}

/** Hangs a bell, or moves the one that hangs for the same thing if it has not rung. */
export async function hangBell(tx: Transaction, hung: HungBell) {
  if (await isPractice(tx, hung.jobId)) return
  const { title, detail, dueAt } = hung
  await tx
    .insert(bell)
    .values({ id: crypto.randomUUID(), ...hung })
    .onConflictDoUpdate({
      target: [bell.kind, bell.subjectId],
      set: { title, detail, dueAt },
      setWhere: and(isNull(bell.rungAt), isNull(bell.answeredAt)),
    })
  await toldOf(tx, hung)
}

/** A danger that somebody has heard of and that goes on rings again after this time, s: not at every reading. */
const RINGS_AGAIN_AFTER = 60

/**
 * Rings a bell at once, in the transaction that hears of it: nobody waits for the round of what is due. One that was heard
 * rings again when the danger is still there a minute later.
 */
export async function ringNow(tx: Transaction, hung: Omit<HungBell, 'dueAt'>, now: Date) {
  if (await isPractice(tx, hung.jobId)) return
  const { title, detail } = hung
  const at = sql`${now.toISOString()}::timestamptz`
  // One that rings already keeps its time: only a danger that was heard and goes on strikes anew.
  const rungAt = sql`case when ${bell.answeredAt} is null then coalesce(${bell.rungAt}, ${at}) else ${at} end`
  const [rang] = await tx
    .insert(bell)
    .values({ id: crypto.randomUUID(), ...hung, dueAt: now, rungAt: now })
    .onConflictDoUpdate({
      target: [bell.kind, bell.subjectId],
      set: { title, detail, dueAt: now, rungAt, answeredAt: null, answeredBy: null },
      setWhere: or(
        isNull(bell.rungAt),
        and(isNull(bell.answeredAt), ne(bell.detail, detail)),
        lte(bell.answeredAt, new Date(+now - RINGS_AGAIN_AFTER * 1000)),
      ),
    })
    .returning({ id: bell.id })
  if (rang) await toldOf(tx, hung)
}

/** The bell that hangs for a thing and has not rung. */
export async function hangingBell(tx: Transaction, kind: BellKind, subjectId: string): Promise<BellView | null> {
  const [found] = await tx
    .select()
    .from(bell)
    .where(and(eq(bell.kind, kind), eq(bell.subjectId, subjectId), isNull(bell.rungAt), isNull(bell.answeredAt)))
  return found ? view(found) : null
}

/** Hangs a bell anew for something that begins again, whether or not the one before rang. */
export async function hangAnew(tx: Transaction, hung: HungBell) {
  if (await isPractice(tx, hung.jobId)) return
  const { title, detail, dueAt } = hung
  await tx
    .insert(bell)
    .values({ id: crypto.randomUUID(), ...hung })
    .onConflictDoUpdate({
      target: [bell.kind, bell.subjectId],
      set: { title, detail, dueAt, rungAt: null, answeredAt: null, answeredBy: null },
    })
  await toldOf(tx, hung)
}

/** Takes bells off because what they were for is over; pages are told only when one hung. */
async function takeOff(tx: Transaction, which: SQL | undefined, now: Date): Promise<void> {
  const off = await tx
    .update(bell)
    .set({ answeredAt: now })
    .where(and(which, isNull(bell.answeredAt)))
    .returning({ jobId: bell.jobId, subjectId: bell.subjectId })
  for (const each of off) await toldOf(tx, each)
}

/** Takes the bell of a kind off a subject. */
export const takeOffBell = (tx: Transaction, kind: BellKind, subjectId: string, now: Date) =>
  takeOff(tx, and(eq(bell.kind, kind), eq(bell.subjectId, subjectId)), now)

/** Takes off whatever hangs for a subject: a test that ended, an entry that was struck out. */
export const takeOffBellsOfSubject = (tx: Transaction, subjectId: string, now: Date) =>
  takeOff(tx, eq(bell.subjectId, subjectId), now)

/** Takes every bell of a kind off a job. */
export const takeOffBellsOf = (tx: Transaction, kind: BellKind, jobId: string, now: Date) =>
  takeOff(tx, and(eq(bell.kind, kind), eq(bell.jobId, jobId)), now)

/** Somebody heard it. @throws Refusal 404 */
export async function answerBell(actor: Actor, id: string): Promise<void> {
  const [found] = await database().select().from(bell).where(eq(bell.id, id))
  if (!found) throw notFound('bell')
  await change(
    actor,
    {
      verb: 'answered a bell',
      touches: ['bells'],
      jobId: found.jobId,
      subjectId: id,
      detail: { title: found.title },
      leavesAway: true,
    },
    async (tx, now) => {
      const [made] = await tx
        .update(bell)
        .set({ answeredAt: now, answeredBy: actor.id })
        .where(and(eq(bell.id, id), isNull(bell.answeredAt)))
        .returning({ id: bell.id })
      return made ?? null
    },
  )
}

/** Rings every bell that is due and has not rung. @returns how many rang */
export async function ringDueBells(): Promise<number> {
  const due = await database()
    .select()
    .from(bell)
    .where(and(isNull(bell.rungAt), isNull(bell.answeredAt), lte(bell.dueAt, sql`now()`)))
  for (const each of due) {
    await change(
      null,
      { verb: 'rang', touches: ['bells'], jobId: each.jobId, subjectId: each.id, detail: { title: each.title } },
      async (tx, now) => {
        const [rung] = await tx
          .update(bell)
          .set({ rungAt: now })
          .where(and(eq(bell.id, each.id), isNull(bell.rungAt), isNull(bell.answeredAt)))
          .returning({ id: bell.id })
        return rung ?? null
      },
    )
  }
  return due.length
}
