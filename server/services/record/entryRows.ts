import { eq } from 'drizzle-orm'
import type { StoredFacts, StoredKind } from '../../../shared/record/kinds'
import { database, type Transaction } from '../../db/client'
import { entry } from '../../db/schema'
import type { Actor } from '../ground/change'
import { idTaken, notFound } from '../ground/refusal'

/** An entry as it is kept. */
export interface NewEntry<K extends StoredKind> {
  id: string
  jobId: string
  kind: K
  about?: string | null
  facts: StoredFacts<K>
  /** null where an owner says it on a card */
  personId: string | null
  /** when it happened */
  at: Date
}

/** Keeps entries, in the transaction of whoever says them. @param saidAt by the server's clock; when they happened unless it is given */
async function keepEntries(tx: Transaction, entries: readonly NewEntry<StoredKind>[], saidAt?: Date): Promise<void> {
  if (entries.length > 0) await tx.insert(entry).values(entries.map(each => ({ ...each, saidAt: saidAt ?? each.at })))
}

/** Keeps one entry. */
export const keepEntry = <K extends StoredKind>(tx: Transaction, one: NewEntry<K>, saidAt?: Date): Promise<void> =>
  keepEntries(tx, [one as NewEntry<StoredKind>], saidAt)

/** Whether an entry is there already, as it is when it is sent twice. @throws Refusal 409 where something else has its id */
export async function isKept(
  tx: Transaction,
  { id, jobId, kind }: { id: string; jobId: string; kind: string },
): Promise<boolean> {
  const known = await tx.select({ jobId: entry.jobId, kind: entry.kind }).from(entry).where(eq(entry.id, id))
  if (known.length > 0 && !known.some(each => each.jobId === jobId && each.kind === kind)) throw idTaken()
  return known.length > 0
}

/** Strikes an entry out, in the transaction of what does so. */
export const strikeOut = (
  tx: Transaction,
  actor: Actor,
  { jobId, about, reason, at }: { jobId: string; about: string; reason: string; at: Date },
): Promise<void> =>
  keepEntry(tx, { id: crypto.randomUUID(), jobId, kind: 'strike', about, facts: { reason }, personId: actor.id, at })

/** The job of an entry. @throws Refusal 404 */
export async function jobOfEntry(id: string): Promise<string> {
  const [found] = await database().select({ jobId: entry.jobId }).from(entry).where(eq(entry.id, id))
  if (!found) throw notFound('entry')
  return found.jobId
}
