import { and, desc, eq } from 'drizzle-orm'
import type { FindForm } from '../../../shared/schemas/soap'
import type { Transaction } from '../../db/client'
import { find, leak, part } from '../../db/schema'
import type { Actor } from '../shop/change'
import { refuseField } from '../shop/refusal'

/**
 * Puts a find on the register, of a soap walk or of smoke: a new leak, or one known before that is back.
 * @returns false when the find is there already
 * @throws Refusal 422 when the part is not on the tank, or the leak it is said to be again is on another part
 */
export async function insertFind(tx: Transaction, actor: Actor, jobId: string, test: { soapId: string } | { smokeId: string }, form: FindForm, now: Date): Promise<boolean> {
  const [same] = await tx.select({ id: find.id }).from(find).where(eq(find.id, form.id))
  if (same) return false
  const [its] = await tx.select({ removedAt: part.removedAt }).from(part).where(and(eq(part.id, form.partId), eq(part.jobId, jobId)))
  if (!its || its.removedAt) throw refuseField('partId', 'That part is not on this tank.')
  const known = form.leakId ? (await tx.select().from(leak).where(and(eq(leak.id, form.leakId), eq(leak.jobId, jobId))))[0] : undefined
  if (form.leakId && known?.partId !== form.partId) throw refuseField('leakId', 'That leak is on another part. Choose it there, or record a new one.')
  const leakId = known?.id ?? crypto.randomUUID()
  if (!known) {
    const [last] = await tx.select({ number: leak.number }).from(leak).where(eq(leak.jobId, jobId)).orderBy(desc(leak.number)).limit(1)
    await tx.insert(leak).values({ id: leakId, jobId, number: (last?.number ?? 0) + 1, partId: form.partId })
  }
  const { partId: _part, leakId: _again, ...values } = form
  await tx.insert(find).values({ ...values, ...test, leakId, personId: actor.id, at: now })
  return true
}
