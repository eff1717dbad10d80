import { eq } from 'drizzle-orm'
import { person } from '../../db/schema'
import { change, type Actor } from '../ground/change'
import { Refusal, refuseField } from '../ground/refusal'
import { mustBeSelf, type Hasher } from './people'
import { countPin, endSession, forgetPins, sessionAt } from './sessions'

/** Wrong PINs in a row that end a session at its browser: then only the password opens it. */
const MOST_WRONG_PINS = 5

/**
 * Sets the PIN by which one is switched to on a shared tablet, or takes it away.
 * @throws Refusal 422 for a wrong password or a PIN that is tried first
 */
export async function setPin(hasher: Hasher, actor: Actor, password: string, pin: string | null): Promise<void> {
  await mustBeSelf(hasher, actor, password)
  if (pin !== null && (new Set(pin).size < 3 || '01234567890 09876543210'.includes(pin)))
    throw refuseField('pin', 'That PIN is tried first. Take another, with three different figures at least.')
  const pinHash = pin === null ? null : await hasher.hash(pin)
  await change(
    actor,
    { verb: pin === null ? 'took the PIN away' : 'set a PIN', touches: ['people'], subjectId: actor.id },
    tx => tx.update(person).set({ pinHash }).where(eq(person.id, actor.id)),
  )
}

/**
 * Switches a shared browser to somebody who is signed in at it.
 * @param token that the browser keeps
 * @returns the session that goes on
 * @throws Refusal 401 when they are not signed in there any more, 422 for a wrong PIN; the fifth in a row ends the session
 */
export async function switchTo(hasher: Hasher, personId: string, pin: string, token: string | undefined, now: Date) {
  const session = token === undefined ? null : await sessionAt(personId, token, now)
  if (!session?.pinHash) throw new Refusal(401, 'They are not signed in on this device any more. Sign in with the password.')
  const wrong = await countPin(session.id)
  if (wrong <= MOST_WRONG_PINS && (await hasher.verify(session.pinHash, pin))) {
    await forgetPins(session.id)
    return session.id
  }
  if (wrong < MOST_WRONG_PINS) throw refuseField('pin', `That is not the PIN of ${session.name}.`)
  await endSession(session.id, now)
  throw new Refusal(401, `Too many wrong PINs: ${session.name} is signed out here. Sign in with the password.`)
}
