import { and, gt, isNotNull, isNull, lt, or } from 'drizzle-orm'
import type { BellPush } from '../../../shared/bells'
import { database } from '../../db/client'
import { bell } from '../../db/schema'
import { log } from '../../utils/log'
import { shopTime } from '../house/steadyClock'
import { forgetPushDevice, pushDevices, pushKeys } from '../people/pushDevices'
import type { SendPush } from './sendPush'

/** A bell that rang longer ago is no news to a sleeping phone, s. */
const NEWS_FOR = 3600

/**
 * Tells the browsers that asked for it of the bells that rang since the last time. A stroke is told once: one that is lost on its way
 * is not repeated, since it still hangs on the rope. Only one server may call it at a time.
 * @param send seals a message and hands it to the service that the browser named
 * @returns how many messages were taken
 */
export async function pushRungBells(send: SendPush): Promise<number> {
  const rung = await database()
    .update(bell)
    .set({ toldAt: bell.rungAt })
    .where(
      and(
        isNotNull(bell.rungAt),
        isNull(bell.answeredAt),
        gt(bell.rungAt, new Date(shopTime() - NEWS_FOR * 1000)),
        or(isNull(bell.toldAt), lt(bell.toldAt, bell.rungAt)),
      ),
    )
    .returning({ id: bell.id, jobId: bell.jobId, title: bell.title, body: bell.detail })
  if (rung.length === 0) return 0
  const [devices, keys] = await Promise.all([pushDevices(new Date(shopTime())), pushKeys()])
  let taken = 0
  await Promise.all(
    devices.flatMap(device =>
      rung.map(async ({ id, jobId, title, body }) => {
        const message: BellPush = { id, path: `/jobs/${jobId}`, title, body }
        try {
          const { gone } = await send(device, JSON.stringify(message), keys, NEWS_FOR)
          if (gone) await forgetPushDevice(device)
          else taken++
        } catch (error) {
          log.warn({ error: error instanceof Error ? error.message : error }, 'a bell could not be told to a sleeping browser')
        }
      }),
    ),
  )
  return taken
}
