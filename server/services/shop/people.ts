import { timingSafeEqual } from 'node:crypto'
import { and, asc, eq, isNull, sql } from 'drizzle-orm'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { defaultPreferences, type Preferences, type Role } from '../../../shared/schemas/person'
import type { PersonView } from '../../../shared/views'
import { database } from '../../db/client'
import { person } from '../../db/schema'
import { change, type Actor } from './change'
import { notFound, Refusal, refuseField } from './refusal'

export interface Hasher {
  hash: (password: string) => Promise<string>
  verify: (hash: string, password: string) => Promise<boolean>
}

const view = ({ id, login, name, role, preferences }: typeof person.$inferSelect): PersonView => ({
  id,
  login,
  name,
  role,
  preferences,
})

/** Whether nobody has an account yet: then the first visitor makes the owner's. */
export async function shopIsEmpty(): Promise<boolean> {
  const found = await database().select({ id: person.id }).from(person).limit(1)
  return found.length === 0
}

/** Wrong tries by name: eight a minute. */
const wrongTries = new RateLimiterMemory({ points: 8, duration: 60 })

/** @throws Refusal 429 after eight wrong tries in a minute */
async function mustNotGuess(login: string): Promise<void> {
  const tried = await wrongTries.get(login)
  if (tried && tried.remainingPoints <= 0) throw new Refusal(429, 'Too many wrong tries. Wait a minute, then try again.')
}

/**
 * Checks a sign-in name and password.
 * @throws Refusal 401 when they do not fit, 429 after eight wrong tries in a minute
 */
export async function signIn(hasher: Hasher, login: string, password: string): Promise<PersonView> {
  await mustNotGuess(login)
  const [found] = await database()
    .select()
    .from(person)
    .where(and(eq(person.login, login), isNull(person.elsewhere)))
  if (!found || !(await hasher.verify(found.passwordHash, password))) {
    await wrongTries.penalty(login)
    throw new Refusal(401, 'That name and password do not fit together. Check both and try again.')
  }
  await wrongTries.delete(login)
  return view(found)
}

/**
 * Checks that whoever is signed in is at the tablet too, by the password once more.
 * @throws Refusal 422 when it does not fit, 429 after eight wrong tries in a minute
 */
export async function mustBeSelf(hasher: Pick<Hasher, 'verify'>, actor: Actor, password: string): Promise<void> {
  const [self] = await database().select().from(person).where(eq(person.id, actor.id))
  if (!self) throw notFound('person')
  await mustNotGuess(self.login)
  if (!(await hasher.verify(self.passwordHash, password))) {
    await wrongTries.penalty(self.login)
    throw refuseField('password', `That is not the password of ${self.name}. Who signs types their own.`)
  }
  await wrongTries.delete(self.login)
}

/**
 * Makes the owner's account in an empty shop.
 * @param expected the one-time code that the terminal printed
 * @throws Refusal when the shop has an owner or the code is another
 */
export async function makeOwner(
  hasher: Hasher,
  expected: string | undefined,
  input: { code: string; name: string; login: string; password: string },
): Promise<PersonView> {
  const given = Buffer.from(input.code.trim().toUpperCase())
  const wanted = Buffer.from(expected ?? '')
  if (!expected || given.length !== wanted.length || !timingSafeEqual(given, wanted))
    throw refuseField('code', 'That is not the code in the terminal. Type it as printed.')
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
  return (await database().select().from(person).where(isNull(person.elsewhere)).orderBy(asc(person.name))).map(view)
}

export async function personById(id: string): Promise<PersonView> {
  const [found] = await database().select().from(person).where(eq(person.id, id))
  if (!found) throw notFound('person')
  return view(found)
}

/** @throws Refusal 422 when the sign-in name is taken */
export async function addPerson(
  hasher: Hasher,
  actor: Actor,
  input: { id: string; name: string; login: string; password: string; role: Role },
): Promise<PersonView> {
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
        preferences: defaultPreferences,
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
