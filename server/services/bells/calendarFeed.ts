import { eq } from 'drizzle-orm'
import { dueCalendar } from '../../reports/dueCalendar'
import { database } from '../../db/client'
import { calendarFeed } from '../../db/schema'
import { bells } from './bells'
import { change, type Actor } from '../ground/change'
import { Refusal } from '../ground/refusal'
import { newToken, tokenHash } from '../ground/secretToken'

/** Makes somebody's private address for a calendar; the one before ends. Its token is told here and never again. */
export async function makeCalendarFeed(actor: Actor): Promise<{ token: string }> {
  const token = newToken()
  await change(actor, { verb: 'made an address for a calendar', touches: [] }, async (tx, now) => {
    const made = { tokenHash: tokenHash(token), at: now }
    await tx
      .insert(calendarFeed)
      .values({ personId: actor.id, ...made })
      .onConflictDoUpdate({ target: calendarFeed.personId, set: made })
    return true
  })
  return { token }
}

/** Ends somebody's address for a calendar. */
export async function endCalendarFeed(actor: Actor): Promise<{ token: null }> {
  await change(actor, { verb: 'ended the address for a calendar', touches: [] }, async tx => {
    const ended = await tx
      .delete(calendarFeed)
      .where(eq(calendarFeed.personId, actor.id))
      .returning({ id: calendarFeed.personId })
    return ended[0] ?? null
  })
  return { token: null }
}

/** What is due, for whoever has the address. @throws Refusal 404 */
export async function readCalendarFeed(token: string, now: Date): Promise<string> {
  const [found] = await database()
    .select()
    .from(calendarFeed)
    .where(eq(calendarFeed.tokenHash, tokenHash(token)))
  if (!found) throw new Refusal(404, 'This calendar has ended. Make another address in the settings.')
  return dueCalendar(await bells(), now)
}
