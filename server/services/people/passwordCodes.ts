import { timingSafeEqual } from 'node:crypto'
import { and, eq, gt } from 'drizzle-orm'
import type { PersonView } from '../../../shared/views'
import { database } from '../../db/client'
import { passwordCode, person } from '../../db/schema'
import { change, type Actor } from '../ground/change'
import { Refusal } from '../ground/refusal'
import { oneTimeCode, tokenHash } from '../ground/secretToken'
import { countSignIn, type TriedFrom } from './guessing'
import { mustBeHardToGuess } from './passwords'
import { mustBeSelf, personById, works, type Hasher } from './people'
import { endSessions } from './sessions'

/** How long a code lasts, ms. */
const CODE_LASTS = 86_400_000

/**
 * A code with which a person sets a new password once. Their password ends with its use, not before: who asks for one by mistake
 * keeps nobody out.
 * @param actor the owner; null for whoever sits at the machine's terminal
 * @returns the code, which is shown once
 * @throws Refusal 404 for nobody who works here
 */
export async function makePasswordCode(actor: Actor | null, personId: string): Promise<string> {
  const of = await personById(personId)
  const code = oneTimeCode()
  await change(
    actor,
    { verb: 'made a code for a new password', touches: ['people'], subjectId: personId, detail: { name: of.name } },
    async (tx, now) => {
      const row = { codeHash: tokenHash(code), until: new Date(+now + CODE_LASTS) }
      await tx
        .insert(passwordCode)
        .values({ personId, ...row })
        .onConflictDoUpdate({ target: passwordCode.personId, set: row })
    },
  )
  return code
}

const wrong = () => new Refusal(401, 'That name and code do not fit together, or the code has ended. Ask for a new one.')

/**
 * Sets a new password with a code, which then has ended; every browser of that person is signed out.
 * @throws Refusal 401 when name and code do not fit, 422 for a password that is tried first, 429 after too many tries
 */
export async function useCode(
  hasher: Hasher,
  { login, code, password }: { login: string; code: string; password: string },
  from: TriedFrom,
): Promise<PersonView> {
  const right = await countSignIn(login, from)
  const given = Buffer.from(tokenHash(code.trim().toUpperCase()))
  const [found] = await database()
    .select({ id: person.id, name: person.name, codeHash: passwordCode.codeHash })
    .from(passwordCode)
    .innerJoin(person, eq(person.id, passwordCode.personId))
    .where(and(eq(person.login, login), works, gt(passwordCode.until, new Date())))
  if (!found || !timingSafeEqual(given, Buffer.from(found.codeHash))) throw wrong()
  mustBeHardToGuess(password, [found.name, login])
  const passwordHash = await hasher.hash(password)
  await change(
    null,
    { verb: 'set a new password with a code', touches: ['people'], subjectId: found.id, detail: { name: found.name } },
    async (tx, now) => {
      const [used] = await tx
        .delete(passwordCode)
        .where(and(eq(passwordCode.personId, found.id), eq(passwordCode.codeHash, found.codeHash)))
        .returning({ personId: passwordCode.personId })
      if (!used) throw wrong()
      await tx.update(person).set({ passwordHash }).where(eq(person.id, found.id))
      await endSessions(tx, found.id, now)
    },
  )
  await right()
  return personById(found.id)
}

/**
 * Changes one's own password; one's other browsers are signed out.
 * @param session that asks and goes on
 * @throws Refusal 422 when the present one is another, or the new one is tried first
 */
export async function changePassword(
  hasher: Hasher,
  actor: Actor,
  session: string | null,
  { password, fresh }: { password: string; fresh: string },
): Promise<void> {
  await mustBeSelf(hasher, actor, password)
  const self = await personById(actor.id)
  mustBeHardToGuess(fresh, [self.name, self.login], 'fresh')
  const passwordHash = await hasher.hash(fresh)
  await change(actor, { verb: 'changed the password', touches: ['people'], subjectId: actor.id }, async (tx, now) => {
    await tx.update(person).set({ passwordHash }).where(eq(person.id, actor.id))
    await tx.delete(passwordCode).where(eq(passwordCode.personId, actor.id))
    await endSessions(tx, actor.id, now, session)
  })
}
