import { and, desc, eq, sql } from 'drizzle-orm'
import type { TankTestKind, TestKindKey } from '../../../core/leaktest/testKinds'
import { database, type Transaction } from '../../db/client'
import { test } from '../../db/schema'
import type { TestFacts } from '../../db/schema/testFacts'
import { notFound } from '../ground/refusal'

type AnyRow = typeof test.$inferSelect
/** A test of a tank as the database has it, with the facts of its kind. */
export type TestRow<K extends TankTestKind> = Omit<AnyRow, 'kind' | 'facts' | 'jobId'> & {
  kind: K
  facts: TestFacts[K]
  jobId: string
}

type Reader = Pick<Transaction, 'select'>

/** A test of a kind. @throws Refusal 404 when there is none with this id, or it is of another kind */
export async function testRow<K extends TankTestKind>(kind: K, id: string, reader: Reader = database()): Promise<TestRow<K>> {
  const [row] = await reader
    .select()
    .from(test)
    .where(and(eq(test.id, id), eq(test.kind, kind)))
  if (!row) throw notFound(kind)
  return row as TestRow<K>
}

/** The same, held until the transaction ends, so that nothing slips in between a look and a change. */
export async function heldTestRow<K extends TankTestKind>(tx: Transaction, kind: K, id: string): Promise<TestRow<K>> {
  const [row] = await tx
    .select()
    .from(test)
    .where(and(eq(test.id, id), eq(test.kind, kind)))
    .for('update')
  if (!row) throw notFound(kind)
  return row as TestRow<K>
}

/** A test of a tank of whatever kind. @throws Refusal 404 */
export async function anyTestRow(id: string, reader: Reader = database()): Promise<TestRow<TankTestKind>> {
  const [row] = await reader.select().from(test).where(eq(test.id, id))
  if (!row?.jobId) throw notFound('test')
  return row as TestRow<TankTestKind>
}

/** Changes some of a test's facts; the others stay as they are. */
export const changeFacts = <K extends TankTestKind>(
  tx: Transaction,
  row: Pick<TestRow<K>, 'id'>,
  change: Partial<TestFacts[K]>,
  more: { startedAt?: Date; stoppedAt?: Date } = {},
) =>
  tx
    .update(test)
    .set({ ...more, facts: sql`${test.facts} || ${JSON.stringify(change)}::jsonb` })
    .where(eq(test.id, row.id))

/** The number of the next test of a kind, of a job or of a rig. */
export async function nextNumber(
  tx: Transaction,
  owner: { jobId: string } | { kitId: string },
  kind: TestKindKey,
): Promise<number> {
  const its = 'jobId' in owner ? eq(test.jobId, owner.jobId) : eq(test.kitId, owner.kitId)
  const [last] = await tx
    .select({ number: test.number })
    .from(test)
    .where(and(its, eq(test.kind, kind)))
    .orderBy(desc(test.number))
    .limit(1)
  return (last?.number ?? 0) + 1
}
