import { eq } from 'drizzle-orm'
import type { Preferences } from '../../../shared/schemas/person'
import { database, type Transaction } from '../../db/client'
import { houseState } from '../../db/schema'

/** What the program keeps of itself, by the thing that it is about. */
interface HouseFacts {
  /** the server that does what only one may do, and the machine's time when it last did */
  work: { server: string; boot: string; up: number; steady: number }
  /** the last copy of everything */
  backup: { file: string; bytes: number; digest: string }
  /** the machine's clock was set, by so many ms */
  clock: { by: number }
  /** units and writing that new people begin with */
  defaults: Preferences
  /** the tanks of this shop are simulated ones: a demo */
  simulated: { all: true }
  /** with which this shop shows a browser's service that a message is its own */
  push: PushKeys
}
/** A pair of keys on the curve P-256, base64url (RFC 8292). */
export type PushKeys = { publicKey: string; privateKey: string }
export type HouseKey = keyof HouseFacts

export interface Kept<K extends HouseKey> {
  at: Date
  facts: HouseFacts[K]
}

export async function keepState<K extends HouseKey>(
  key: K,
  facts: HouseFacts[K],
  at: Date,
  writer: Pick<Transaction, 'insert'> = database(),
): Promise<void> {
  const row = { at, facts: { ...facts } }
  await writer
    .insert(houseState)
    .values({ key, ...row })
    .onConflictDoUpdate({ target: houseState.key, set: row })
}

/** Keeps facts unless there are some already. @returns those that are kept */
export async function keepFirst<K extends HouseKey>(key: K, facts: HouseFacts[K], at: Date): Promise<HouseFacts[K]> {
  await database()
    .insert(houseState)
    .values({ key, at, facts: { ...facts } })
    .onConflictDoNothing()
  return (await stateOf(key))!.facts
}

export async function stateOf<K extends HouseKey>(key: K): Promise<Kept<K> | null> {
  const [row] = await database().select().from(houseState).where(eq(houseState.key, key))
  return row ? { at: row.at, facts: row.facts as unknown as HouseFacts[K] } : null
}
