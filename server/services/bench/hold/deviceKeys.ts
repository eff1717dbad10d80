import { createHash, randomBytes } from 'node:crypto'
import { and, asc, eq, isNull } from 'drizzle-orm'
import type { DeviceKeyView } from '../../../../shared/leaktest/hold/holdView'
import { database, type Transaction } from '../../../db/client'
import { deviceKey, person, test } from '../../../db/schema'
import { change, type Actor } from '../../ground/change'
import { notFound, Refusal } from '../../ground/refusal'
import type { HoldFacts } from '../../../db/schema/testFacts'
import { testRow } from '../testRows'

const hashOf = (key: string) => createHash('sha256').update(key).digest('hex')

/** Keys of a hold, without the keys themselves. */
export async function keysOf(holdId: string): Promise<DeviceKeyView[]> {
  const rows = await database()
    .select({ key: deviceKey, by: person.name })
    .from(deviceKey)
    .innerJoin(person, eq(deviceKey.createdBy, person.id))
    .where(eq(deviceKey.holdId, holdId))
    .orderBy(asc(deviceKey.createdAt))
  return rows.map(({ key, by }) => ({
    id: key.id,
    name: key.name,
    by,
    createdAt: +key.createdAt,
    revokedAt: key.revokedAt && +key.revokedAt,
  }))
}

/**
 * Makes a key with which a logger may send readings into one hold. It is told once and kept only as a hash.
 * @throws Refusal 409 for a hold whose readings come from elsewhere, or a repeated id, whose key cannot be told again
 */
export async function makeKey(
  actor: Actor,
  holdId: string,
  form: { id: string; name: string },
): Promise<{ key: string; keys: DeviceKeyView[] }> {
  const row = await testRow('hold', holdId)
  if (row.facts.source !== 'device')
    throw new Refusal(409, 'This hold does not take readings from a logger. Set up one that does.')
  const key = randomBytes(24).toString('base64url')
  await change(
    actor,
    { verb: 'made a logger’s key', touches: ['tests'], jobId: row.jobId, subjectId: holdId, detail: { name: form.name } },
    (tx, now) => insertKey(tx, { ...form, holdId, hash: hashOf(key), createdBy: actor.id, createdAt: now }),
  )
  return { key, keys: await keysOf(holdId) }
}

/** @throws Refusal 409 for a repeated id, whose key cannot be told again */
async function insertKey(tx: Transaction, values: typeof deviceKey.$inferInsert): Promise<true> {
  const [made] = await tx.insert(deviceKey).values(values).onConflictDoNothing().returning({ id: deviceKey.id })
  if (!made) throw new Refusal(409, 'This key was made already and is told only once. Make another.')
  return true
}

/**
 * Lets the phone of somebody who works here read a hold with its camera: it gets what a logger has, and nothing besides. One phone
 * reads at a time, since two would not agree to a hair: the key of the one before ends.
 * @throws Refusal 409 for a hold that is not read by a camera, has ended, or a repeated id
 */
export async function makePhoneKey(actor: Actor, holdId: string, { id }: { id: string }): Promise<{ key: string }> {
  const row = await testRow('hold', holdId)
  if (row.facts.source !== 'camera') throw new Refusal(409, 'This hold is not read by a phone’s camera. Set up one that is.')
  if (row.stoppedAt !== null) throw new Refusal(409, 'This hold has ended, and no phone reads it any more.')
  const key = randomBytes(24).toString('base64url')
  await change(
    actor,
    { verb: 'read it with a phone', touches: ['tests'], jobId: row.jobId, subjectId: holdId },
    async (tx, now) => {
      await tx
        .update(deviceKey)
        .set({ revokedAt: now })
        .where(and(eq(deviceKey.holdId, holdId), isNull(deviceKey.revokedAt)))
      const [who] = await tx.select({ name: person.name }).from(person).where(eq(person.id, actor.id))
      const name = `${who!.name}’s phone`
      return insertKey(tx, { id, name, holdId, hash: hashOf(key), createdBy: actor.id, createdAt: now })
    },
  )
  return { key }
}

/** Revokes a key at once. A repeated call changes nothing. @throws Refusal 404 */
export async function revokeKey(actor: Actor, id: string): Promise<DeviceKeyView[]> {
  const [row] = await database()
    .select({ key: deviceKey, jobId: test.jobId })
    .from(deviceKey)
    .innerJoin(test, eq(deviceKey.holdId, test.id))
    .where(eq(deviceKey.id, id))
  if (!row) throw notFound('key')
  await change(
    actor,
    {
      verb: 'revoked a logger’s key',
      touches: ['tests'],
      jobId: row.jobId,
      subjectId: row.key.holdId,
      detail: { name: row.key.name },
    },
    async (tx, now) => {
      const [gone] = await tx
        .update(deviceKey)
        .set({ revokedAt: now })
        .where(and(eq(deviceKey.id, id), isNull(deviceKey.revokedAt)))
        .returning({ id: deviceKey.id })
      return gone ?? null
    },
  )
  return keysOf(row.key.holdId)
}

/** Ends what was given to loggers and phones by somebody who works here no more. */
export const endKeysOf = (tx: Transaction, personId: string, now: Date): Promise<unknown> =>
  tx
    .update(deviceKey)
    .set({ revokedAt: now })
    .where(and(eq(deviceKey.createdBy, personId), isNull(deviceKey.revokedAt)))

/** The hold that a key opens. @throws Refusal 401 when it opens none */
export async function holdOfKey(key: string): Promise<{ holdId: string; anchoredAt: number | null }> {
  const [row] = await database()
    .select({ holdId: deviceKey.holdId, facts: test.facts })
    .from(deviceKey)
    .innerJoin(test, eq(deviceKey.holdId, test.id))
    .where(and(eq(deviceKey.hash, hashOf(key)), isNull(deviceKey.revokedAt)))
  if (!row) throw new Refusal(401, 'This key opens nothing. It may have been revoked; ask the owner for another.')
  const { clock } = row.facts as HoldFacts
  return { holdId: row.holdId, anchoredAt: clock ? clock.anchoredAt - clock.anchor * 1000 : null }
}
