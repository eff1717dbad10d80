import { and, desc, eq, gt, isNotNull, isNull, ne, sql } from 'drizzle-orm'
import { defaultPreferences, type Preferences, type Role } from '../../../shared/schemas/person'
import type { SignedInView, TabletPerson } from '../../../shared/views'
import { database, inTransaction, type Transaction } from '../../db/client'
import { person, signedIn } from '../../db/schema'
import { change, tell, type Actor } from '../ground/change'
import { tokenHash } from '../ground/secretToken'

const DAY = 86_400_000
/** After which a browser has to sign in anew. */
export const SESSION_LASTS = 14 * DAY
/** How often it is kept that a session was seen. */
const SEEN_EVERY = 60_000

/** The browser from which somebody signs in: the token that it keeps, and what it says it is. */
interface Device {
  token: string
  words: string
}

export const lasting = (now: Date) => and(isNull(signedIn.endedAt), gt(signedIn.endsAt, now))
/** Of those who work here still. */
export const works = and(isNull(person.leftAt), isNull(person.elsewhere))

/** Begins a session of a person at a browser; an earlier one of theirs there ends. @returns its id, for the cookie */
export async function beginSession(personId: string, { token, words }: Device, now: Date): Promise<string> {
  const id = crypto.randomUUID()
  const deviceHash = tokenHash(token)
  await inTransaction(async tx => {
    await tx
      .update(signedIn)
      .set({ endedAt: now })
      .where(and(eq(signedIn.personId, personId), eq(signedIn.deviceHash, deviceHash), isNull(signedIn.endedAt)))
    await tx.insert(signedIn).values({
      id,
      personId,
      deviceHash,
      device: words.slice(0, 200),
      beganAt: now,
      seenAt: now,
      endsAt: new Date(+now + SESSION_LASTS),
    })
  })
  return id
}

/** Who a session is of, as long as it lasts and they work here; null once it has ended. */
export async function personOfSession(
  id: string,
  now: Date,
): Promise<{ id: string; role: Role; decimal: Preferences['decimal'] } | null> {
  const [found] = await database()
    .select({ id: person.id, role: person.role, preferences: person.preferences, seenAt: signedIn.seenAt })
    .from(signedIn)
    .innerJoin(person, eq(person.id, signedIn.personId))
    .where(and(eq(signedIn.id, id), lasting(now), works))
  if (!found) return null
  if (+now - +found.seenAt > SEEN_EVERY) await database().update(signedIn).set({ seenAt: now }).where(eq(signedIn.id, id))
  return { id: found.id, role: found.role, decimal: { ...defaultPreferences, ...found.preferences }.decimal }
}

/** Whether a browser has signed in with a name before. */
export async function knowsDevice(login: string, token: string | undefined): Promise<boolean> {
  if (token === undefined) return false
  const found = await database()
    .select({ id: signedIn.id })
    .from(signedIn)
    .innerJoin(person, eq(person.id, signedIn.personId))
    .where(and(eq(person.login, login), eq(signedIn.deviceHash, tokenHash(token))))
    .limit(1)
  return found.length > 0
}

/** Where a person is signed in, the latest seen first. @param own the session that asks */
export async function sessionsOf(personId: string, own: string | null, now: Date): Promise<SignedInView[]> {
  const rows = await database()
    .select()
    .from(signedIn)
    .where(and(eq(signedIn.personId, personId), lasting(now)))
    .orderBy(desc(signedIn.seenAt))
  return rows.map(({ id, device, beganAt, seenAt }) => ({
    id,
    device,
    beganAt: +beganAt,
    seenAt: +seenAt,
    own: id === own,
  }))
}

/** Ends sessions of a person in the transaction that is the reason; open streams hear of it. @param except one that goes on */
export async function endSessions(tx: Transaction, personId: string, now: Date, except: string | null = null): Promise<void> {
  await tx
    .update(signedIn)
    .set({ endedAt: now })
    .where(
      and(eq(signedIn.personId, personId), isNull(signedIn.endedAt), except === null ? undefined : ne(signedIn.id, except)),
    )
  await tell(tx, { topics: ['people'], jobId: null, subjectId: personId })
}

/** Signs a browser out. One that has ended is no error. */
export async function endSession(id: string, now: Date): Promise<void> {
  await inTransaction(async tx => {
    const [ended] = await tx
      .update(signedIn)
      .set({ endedAt: now })
      .where(and(eq(signedIn.id, id), isNull(signedIn.endedAt)))
      .returning({ personId: signedIn.personId })
    if (ended) await tell(tx, { topics: ['people'], jobId: null, subjectId: ended.personId })
  })
}

/** Ends one of one's own sessions, or all but the one that asks. A repeated call changes nothing. */
export async function endOwnSessions(actor: Actor, own: string | null, which: string | 'others'): Promise<void> {
  const mine = and(eq(signedIn.personId, actor.id), isNull(signedIn.endedAt))
  await change(actor, { verb: 'signed a browser out', touches: ['people'], subjectId: actor.id }, async (tx, now) => {
    const ended = await tx
      .update(signedIn)
      .set({ endedAt: now })
      .where(and(mine, which === 'others' ? (own === null ? undefined : ne(signedIn.id, own)) : eq(signedIn.id, which)))
      .returning({ id: signedIn.id })
    return ended.length > 0 ? true : null
  })
}

/** Who is signed in at a browser and can be switched to by PIN. */
export async function peopleAt(token: string | undefined, now: Date): Promise<TabletPerson[]> {
  if (token === undefined) return []
  return database()
    .select({ id: person.id, name: person.name })
    .from(signedIn)
    .innerJoin(person, eq(person.id, signedIn.personId))
    .where(and(eq(signedIn.deviceHash, tokenHash(token)), lasting(now), works, isNotNull(person.pinHash)))
    .orderBy(person.name)
}

/** A session of a person at a browser, with what the PIN is checked against. */
export async function sessionAt(personId: string, token: string, now: Date) {
  const [found] = await database()
    .select({ id: signedIn.id, pinHash: person.pinHash, name: person.name })
    .from(signedIn)
    .innerJoin(person, eq(person.id, signedIn.personId))
    .where(and(eq(signedIn.personId, personId), eq(signedIn.deviceHash, tokenHash(token)), lasting(now), works))
  return found ?? null
}

/** Counts a PIN before it is looked at. @returns how many were wrong in a row with this one, should it be wrong */
export async function countPin(sessionId: string): Promise<number> {
  const [row] = await database()
    .update(signedIn)
    .set({ wrongPins: sql`${signedIn.wrongPins} + 1` })
    .where(eq(signedIn.id, sessionId))
    .returning({ wrongPins: signedIn.wrongPins })
  return row?.wrongPins ?? Infinity
}
export const forgetPins = (sessionId: string) =>
  database().update(signedIn).set({ wrongPins: 0 }).where(eq(signedIn.id, sessionId))
