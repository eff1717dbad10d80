import { and, eq } from 'drizzle-orm'
import webPush from 'web-push'
import type { PushDeviceForm } from '../../../shared/schemas/person'
import type { PushView } from '../../../shared/views'
import { database, inTransaction } from '../../db/client'
import { person, pushDevice, signedIn } from '../../db/schema'
import { keepFirst, stateOf, type PushKeys } from '../house/houseState'
import { lasting, works } from './sessions'

/** A browser that is told of bells while its page is closed. */
export type PushDevice = typeof pushDevice.$inferSelect

/** The keys with which this shop shows that a message is its own; made when they are first asked for, once for all servers. */
export async function pushKeys(): Promise<PushKeys> {
  const kept = await stateOf('push')
  return kept?.facts ?? (await keepFirst('push', webPush.generateVAPIDKeys(), new Date()))
}

/** Whether the browser of a session is told of bells, and the key that it asks its service with. */
export async function pushOf(sessionId: string): Promise<PushView> {
  const [found] = await database().select().from(pushDevice).where(eq(pushDevice.sessionId, sessionId))
  return { key: (await pushKeys()).publicKey, on: found !== undefined }
}

/** From now on the browser of a session is told of bells; another session at the same browser is told no more. */
export async function tellDevice(sessionId: string, form: PushDeviceForm, now: Date): Promise<void> {
  const row = { sessionId, ...form, at: now }
  await inTransaction(async tx => {
    await tx.delete(pushDevice).where(eq(pushDevice.endpoint, form.endpoint))
    await tx.insert(pushDevice).values(row).onConflictDoUpdate({ target: pushDevice.sessionId, set: row })
  })
}

/** The browser of a session is told no more. */
export async function tellDeviceNoMore(sessionId: string): Promise<void> {
  await database().delete(pushDevice).where(eq(pushDevice.sessionId, sessionId))
}

/** A browser said that it wants no more, unless it has asked anew since. */
export async function forgetPushDevice({ sessionId, endpoint }: PushDevice): Promise<void> {
  await database()
    .delete(pushDevice)
    .where(and(eq(pushDevice.sessionId, sessionId), eq(pushDevice.endpoint, endpoint)))
}

/** The browsers to tell: where a session lasts, of somebody who works here. */
export async function pushDevices(now: Date): Promise<PushDevice[]> {
  const rows = await database()
    .select({ device: pushDevice })
    .from(pushDevice)
    .innerJoin(signedIn, eq(signedIn.id, pushDevice.sessionId))
    .innerJoin(person, eq(person.id, signedIn.personId))
    .where(and(lasting(now), works))
  return rows.map(({ device }) => device)
}
