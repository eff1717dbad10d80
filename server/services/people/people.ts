import { timingSafeEqual } from 'node:crypto'
import { and, asc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm'
import { defaultPreferences, type Preferences, type Role } from '../../../shared/schemas/person'
import type { PersonView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { calendarFeed, passwordCode, person } from '../../db/schema'
import { endKeysOf } from '../bench/hold/deviceKeys'
import { change, type Actor } from '../ground/change'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { keepState, stateOf } from '../house/houseState'
import { countOwnerCode, countOwnPassword, countSignIn, type TriedFrom } from './guessing'
import { mustBeHardToGuess } from './passwords'
import { endSessions } from './sessions'

export interface Hasher {
  hash: (password: string) => Promise<string>
  verify: (hash: string, password: string) => Promise<boolean>
  /** whether a hash was made for less than is asked today */
  isDated: (hash: string) => boolean
}

const view = ({ id, login, name, role, preferences, authorities, pinHash }: typeof person.$inferSelect): PersonView => ({
  id,
  login,
  name,
  role,
  // What could not be chosen when they chose is as usual.
  preferences: { ...defaultPreferences, ...preferences },
  authorities,
  hasPin: pinHash !== null,
})

/** Who can sign in: neither taken off nor known only from what another shop sent. */
export const works = and(isNull(person.elsewhere), isNull(person.leftAt))

/** Whether nobody has an account yet: then the first visitor makes the owner's. */
export async function shopIsEmpty(): Promise<boolean> {
  const found = await database().select({ id: person.id }).from(person).limit(1)
  return found.length === 0
}

let nobody: Promise<string> | undefined

/**
 * Checks a sign-in name and password. An unknown name takes as long as a known one.
 * @throws Refusal 401 when they do not fit, 429 after too many tries
 */
export async function signIn(hasher: Hasher, login: string, password: string, from: TriedFrom): Promise<PersonView> {
  const right = await countSignIn(login, from)
  const [found] = await database()
    .select()
    .from(person)
    .where(and(eq(person.login, login), works))
  nobody ??= hasher.hash(crypto.randomUUID())
  const fits = await hasher.verify(found?.passwordHash ?? (await nobody), password)
  if (!found || !fits) throw new Refusal(401, 'That name and password do not fit together. Check both and try again.')
  await right()
  if (hasher.isDated(found.passwordHash))
    await database()
      .update(person)
      .set({ passwordHash: await hasher.hash(password) })
      // Not over a new password that was set meanwhile.
      .where(and(eq(person.id, found.id), eq(person.passwordHash, found.passwordHash)))
  return view(found)
}

/**
 * Checks that whoever is signed in is at the tablet too, by the password once more.
 * @throws Refusal 422 when it does not fit, 429 after eight wrong tries in a minute
 */
export async function mustBeSelf(
  hasher: Pick<Hasher, 'verify'>,
  actor: Actor,
  password: string,
  sentence = (name: string) => `That is not the password of ${name}.`,
): Promise<void> {
  const right = await countOwnPassword(actor.id)
  const [self] = await database()
    .select()
    .from(person)
    .where(and(eq(person.id, actor.id), works))
  if (!self) throw notFound('person')
  if (!(await hasher.verify(self.passwordHash, password))) throw refuseField('password', sentence(self.name))
  await right()
}

/**
 * Makes the owner's account in an empty shop.
 * @param expected the one-time code that the terminal printed
 * @throws Refusal when the shop has an owner, the code is another, the password is tried first, or after too many tries
 */
export async function makeOwner(
  hasher: Hasher,
  expected: string | undefined,
  input: { code: string; name: string; login: string; password: string },
  from: TriedFrom,
): Promise<PersonView> {
  const right = await countOwnerCode(from)
  const given = Buffer.from(input.code.trim().toUpperCase())
  const wanted = Buffer.from(expected ?? '')
  if (!expected || given.length !== wanted.length || !timingSafeEqual(given, wanted))
    throw refuseField('code', 'That is not the code in the terminal. Type it as printed.')
  await right()
  mustBeHardToGuess(input.password, [input.name, input.login])
  const passwordHash = await hasher.hash(input.password)
  return change(null, { verb: 'made the owner’s account', touches: ['people'] }, async (tx, now) => {
    await tx.execute(sql`lock table ${person} in exclusive mode`)
    if ((await tx.select({ id: person.id }).from(person).limit(1)).length > 0)
      throw new Refusal(409, 'This shop has an owner already. Sign in instead.')
    const [made] = await tx
      .insert(person)
      .values({
        id: crypto.randomUUID(),
        login: input.login,
        name: input.name,
        passwordHash,
        role: 'owner',
        preferences: defaultPreferences,
        createdAt: now,
      })
      .returning()
    return view(made!)
  })
}

/** Everybody who works here, by name. */
export async function people(): Promise<PersonView[]> {
  return (await database().select().from(person).where(works).orderBy(asc(person.name))).map(view)
}

export async function personById(id: string): Promise<PersonView> {
  const [found] = await database().select().from(person).where(eq(person.id, id))
  if (!found) throw notFound('person')
  return view(found)
}

/** @throws Refusal 422 when the sign-in name is taken or the password is tried first */
export async function addPerson(
  hasher: Hasher,
  actor: Actor,
  input: { id: string; name: string; login: string; password: string; role: Role },
): Promise<PersonView> {
  mustBeHardToGuess(input.password, [input.name, input.login])
  const passwordHash = await hasher.hash(input.password)
  await change(
    actor,
    { verb: 'added a person', touches: ['people'], subjectId: input.id, detail: { name: input.name, role: input.role } },
    async (tx, now) => {
      const [same] = await tx.select().from(person).where(eq(person.id, input.id))
      if (same) return null
      const [taken] = await tx.select({ id: person.id }).from(person).where(eq(person.login, input.login))
      if (taken) throw refuseField('login', 'Somebody has that sign-in name already. Choose another.')
      await tx.insert(person).values({
        id: input.id,
        login: input.login,
        name: input.name,
        passwordHash,
        role: input.role,
        preferences: (await stateOf('defaults'))?.facts ?? defaultPreferences,
        createdAt: now,
      })
      return true
    },
  )
  return personById(input.id)
}

export async function setPreferences(actor: Actor, preferences: Preferences): Promise<PersonView> {
  await change(actor, { verb: 'chose units and look', touches: ['people'], subjectId: actor.id, detail: preferences }, tx =>
    tx
      .update(person)
      .set({ preferences })
      .where(eq(person.id, actor.id))
      .then(() => true),
  )
  return personById(actor.id)
}

/** Whoever is left could add nobody and reset nothing. */
async function mustLeaveAnOwner(tx: Transaction, personId: string): Promise<void> {
  await tx.execute(sql`lock table ${person} in exclusive mode`)
  const others = await tx
    .select({ id: person.id })
    .from(person)
    .where(and(eq(person.role, 'owner'), ne(person.id, personId), works))
    .limit(1)
  if (others.length === 0) throw new Refusal(409, 'A shop keeps an owner. Make somebody else owner first.')
}

/**
 * Takes a person off: signed out at once everywhere, while the name stays on what they did. A repeated call changes nothing.
 * @throws Refusal 409 for the last owner
 */
export async function takeOff(actor: Actor, personId: string): Promise<PersonView[]> {
  const { name } = await personById(personId)
  await change(
    actor,
    { verb: 'took a person off', touches: ['people'], subjectId: personId, detail: { name } },
    async (tx, now) => {
      await mustLeaveAnOwner(tx, personId)
      const [left] = await tx
        .update(person)
        .set({ leftAt: now, pinHash: null })
        .where(and(eq(person.id, personId), works))
        .returning({ id: person.id })
      if (!left) return null
      await tx.delete(passwordCode).where(eq(passwordCode.personId, personId))
      await tx.delete(calendarFeed).where(eq(calendarFeed.personId, personId))
      await endSessions(tx, personId, now)
      await endKeysOf(tx, personId, now)
      return true
    },
  )
  return people()
}

/** Those who were taken off, by name. */
export async function peopleWhoLeft(): Promise<PersonView[]> {
  const left = and(isNull(person.elsewhere), isNotNull(person.leftAt))
  return (await database().select().from(person).where(left).orderBy(asc(person.name))).map(view)
}

/** Takes back on who was taken off; the old password is not theirs any more, so that a code is needed. */
export async function takeBackOn(hasher: Hasher, actor: Actor, personId: string): Promise<PersonView[]> {
  const { name } = await personById(personId)
  const passwordHash = await hasher.hash(crypto.randomUUID())
  await change(
    actor,
    { verb: 'took a person back on', touches: ['people'], subjectId: personId, detail: { name } },
    async tx => {
      const [back] = await tx
        .update(person)
        .set({ leftAt: null, passwordHash })
        .where(and(eq(person.id, personId), isNull(person.elsewhere), isNotNull(person.leftAt)))
        .returning({ id: person.id })
      return back ? true : null
    },
  )
  return people()
}

/** Gives a person another role. @throws Refusal 409 where no owner would be left */
export async function setRole(actor: Actor, personId: string, role: Role): Promise<PersonView[]> {
  const { name } = await personById(personId)
  await change(
    actor,
    { verb: 'gave another role', touches: ['people'], subjectId: personId, detail: { name, role } },
    async (tx, now) => {
      if (role !== 'owner') await mustLeaveAnOwner(tx, personId)
      if (role === 'inspector') await endKeysOf(tx, personId, now)
      await tx
        .update(person)
        .set({ role })
        .where(and(eq(person.id, personId), works))
    },
  )
  return people()
}

/** Makes the owner's own units and writing those that new people begin with. */
export async function setShopDefaults(actor: Actor): Promise<PersonView> {
  const { preferences } = await personById(actor.id)
  await change(actor, { verb: 'set what new people begin with', touches: ['people'], detail: preferences }, (_, now) =>
    keepState('defaults', { ...preferences, look: 'system' }, now),
  )
  return personById(actor.id)
}
