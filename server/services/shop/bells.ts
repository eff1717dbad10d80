import { and, asc, eq, isNull, lte, sql } from 'drizzle-orm'
import type { BellKind, BellView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { bell } from '../../db/schema'
import { change, type Actor } from './change'
import { notFound } from './refusal'

const view = (row: typeof bell.$inferSelect): BellView => ({
  id: row.id, jobId: row.jobId, kind: row.kind, subjectId: row.subjectId, title: row.title, detail: row.detail, dueAt: +row.dueAt, rungAt: row.rungAt && +row.rungAt,
})

/** What hangs on the rope: everything due that nobody has answered, soonest first. */
export async function bells(): Promise<BellView[]> {
  return (await database().select().from(bell).where(isNull(bell.answeredAt)).orderBy(asc(bell.dueAt))).map(view)
}

/** Hangs a bell, or moves the one that hangs for the same thing if it has not rung. */
export async function hangBell(tx: Transaction, hung: { jobId: string, kind: BellKind, subjectId: string, title: string, detail: string, dueAt: Date }) {
  const { title, detail, dueAt } = hung
  await tx.insert(bell).values({ id: crypto.randomUUID(), ...hung }).onConflictDoUpdate({
    target: [bell.kind, bell.subjectId], set: { title, detail, dueAt }, setWhere: and(isNull(bell.rungAt), isNull(bell.answeredAt)),
  })
}

/** Hangs a bell anew for something that begins again, whether or not the one before rang. */
export async function hangAnew(tx: Transaction, hung: Parameters<typeof hangBell>[1]) {
  const { title, detail, dueAt } = hung
  await tx.insert(bell).values({ id: crypto.randomUUID(), ...hung }).onConflictDoUpdate({ target: [bell.kind, bell.subjectId], set: { title, detail, dueAt, rungAt: null, answeredAt: null, answeredBy: null } })
}

/** Takes a bell off because what it was for is over. */
export const takeOffBell = (tx: Transaction, kind: BellKind, subjectId: string, now: Date) =>
  tx.update(bell).set({ answeredAt: now }).where(and(eq(bell.kind, kind), eq(bell.subjectId, subjectId), isNull(bell.answeredAt)))

/** Takes every bell of a kind off a job. */
export const takeOffBellsOf = (tx: Transaction, kind: BellKind, jobId: string, now: Date) =>
  tx.update(bell).set({ answeredAt: now }).where(and(eq(bell.kind, kind), eq(bell.jobId, jobId), isNull(bell.answeredAt)))

/** Somebody heard it. @throws Refusal 404 */
export async function answerBell(actor: Actor, id: string): Promise<void> {
  const [found] = await database().select().from(bell).where(eq(bell.id, id))
  if (!found) throw notFound('bell')
  await change(actor, { verb: 'answered a bell', jobId: found.jobId, subjectId: id, detail: { title: found.title } }, async (tx, now) => {
    const [made] = await tx.update(bell).set({ answeredAt: now, answeredBy: actor.id }).where(and(eq(bell.id, id), isNull(bell.answeredAt))).returning({ id: bell.id })
    return made ?? null
  })
}

/** Rings every bell that is due and has not rung. @returns how many rang */
export async function ringDueBells(): Promise<number> {
  const due = await database().select().from(bell).where(and(isNull(bell.rungAt), isNull(bell.answeredAt), lte(bell.dueAt, sql`now()`)))
  for (const each of due) {
    await change(null, { verb: 'rang', jobId: each.jobId, subjectId: each.id, detail: { title: each.title } }, async (tx, now) => {
      const [rung] = await tx.update(bell).set({ rungAt: now }).where(and(eq(bell.id, each.id), isNull(bell.rungAt), isNull(bell.answeredAt))).returning({ id: bell.id })
      return rung ?? null
    })
  }
  return due.length
}
