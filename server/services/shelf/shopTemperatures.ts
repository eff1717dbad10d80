import { and, between, desc, eq, isNull } from 'drizzle-orm'
import { loggedHours, type LoggedHour } from '../../../core/readings/thermometerCsv'
import { ReadingsFileError } from '../../../core/readings/readingsCsv'
import { LOWEST_REACHES } from '../../../core/repair/cure/reckonCure'
import { muchWarmer } from '../../../shared/muchWarmer'
import type { ShopTemperatureForm } from '../../../shared/schemas/shopTemperature'
import type { ShopTemperatureView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { person, shopTemperature } from '../../db/schema'
import { movingCures } from '../repair/cureBells'
import { change, type Actor } from '../ground/change'
import { notFound, Refusal, refuseField } from '../ground/refusal'

const DAY = 86_400_000
const HOUR = 3_600_000
/** A logger's clock may be ahead by so much, ms. */
const AHEAD = 300_000
/** A file of temperatures reaches back no further, ms. */
const OLDEST = 120 * DAY
/** A logger so much warmer than the shop's thermometer at the same time, K, lay elsewhere. */
const ELSEWHERE = 8
/** How many are shown. */
const SHOWN = 60

/** What was last read off the shop's thermometer, the latest first. */
export async function shopTemperatures(): Promise<ShopTemperatureView[]> {
  const rows = await database()
    .select({ read: shopTemperature, by: person.name })
    .from(shopTemperature)
    .innerJoin(person, eq(shopTemperature.personId, person.id))
    .orderBy(desc(shopTemperature.at))
    .limit(SHOWN)
  return rows.map(({ read: { id, at, source, temperature, lowest, since, struck }, by }) => ({
    id,
    at: +at,
    source,
    temperature,
    lowest,
    since: since && +since,
    by,
    struck,
  }))
}

/** What somebody typed and still counts, of a stretch of time (ms since 1970), the latest first. */
const typedBetween = (tx: Transaction, from: number, to: number) =>
  tx
    .select()
    .from(shopTemperature)
    .where(
      and(
        eq(shopTemperature.source, 'typed'),
        isNull(shopTemperature.struck),
        between(shopTemperature.at, new Date(from), new Date(to)),
      ),
    )
    .orderBy(desc(shopTemperature.at))

/**
 * Keeps what somebody read off the shop's thermometer; the lowest speaks of the time since it was typed last, or of a day. Cures
 * and their bells move with it. A repeated id is the same reading.
 * @throws Refusal 422 when it is much warmer than within the day before and nobody has looked again
 */
export async function takeShopTemperature(actor: Actor, form: ShopTemperatureForm): Promise<ShopTemperatureView[]> {
  const { id, temperature, lowest, sure } = form
  await change(
    actor,
    { verb: 'read the shop’s thermometer', touches: ['temperatures'], subjectId: id, detail: { temperature, lowest } },
    async (tx, now) => {
      // Longer ago than a lowest reaches it says nothing of now.
      const [last = null] = await typedBetween(tx, +now - LOWEST_REACHES * 1000, +now)
      const warmer = muchWarmer(temperature, last, +now)
      if (warmer !== null && !sure)
        throw refuseField(
          'temperature',
          `That is ${Math.round(warmer)} degrees warmer than the last time. Look again, and say that you are sure: what cures too soon on paper is tested too soon.`,
        )
      const since = lowest === null ? null : (last?.at ?? new Date(+now - DAY))
      return movingCures(tx, actor, now, async () => {
        const [made] = await tx
          .insert(shopTemperature)
          .values({ id, at: now, source: 'typed', temperature, lowest, since, personId: actor.id })
          .onConflictDoNothing({ target: shopTemperature.id })
          .returning({ id: shopTemperature.id })
        return made ?? null
      })
    },
  )
  return shopTemperatures()
}

/**
 * Keeps a logger's file of the shop's temperatures, by the hour, whole or not at all; what is there already stays.
 * @throws Refusal 422 beside the file, naming row and column, when it is of a time to come or long ago, or lay elsewhere
 */
export async function takeTemperatureFile(actor: Actor, text: string): Promise<ShopTemperatureView[]> {
  const hours = readFile(text)
  const [first, last] = [hours[0]!.at, hours.at(-1)!.at]
  if (last > +actor.now + AHEAD) throw refuseField('file', 'It has temperatures of a time to come. Look at the logger’s clock.')
  if (first < +actor.now - OLDEST)
    throw refuseField('file', 'It reaches back more than 120 days. Look at the logger’s clock, or send a shorter stretch.')
  await change(
    actor,
    {
      verb: 'took a file of the shop’s temperatures',
      touches: ['temperatures'],
      detail: { hours: hours.length, from: new Date(first).toISOString(), to: new Date(last).toISOString() },
    },
    async (tx, now) => {
      await mustAgree(tx, hours)
      return movingCures(tx, actor, now, async () => {
        const [made] = await tx
          .insert(shopTemperature)
          .values(hours.map(rowOf(actor)))
          .onConflictDoNothing()
          .returning({ id: shopTemperature.id })
        return made ?? null
      })
    },
  )
  return shopTemperatures()
}

/** @throws Refusal 422 when a logger was much warmer than what somebody read in the shop at that time: it lay elsewhere */
async function mustAgree(tx: Transaction, hours: readonly LoggedHour[]): Promise<void> {
  for (const { at, temperature } of await typedBetween(tx, hours[0]!.at - HOUR, hours.at(-1)!.at + HOUR)) {
    const near = hours.filter(each => Math.abs(each.at - +at) <= HOUR)
    const logged = Math.min(...near.map(each => each.lowest))
    if (temperature !== null && near.length > 0 && logged - temperature > ELSEWHERE)
      throw refuseField(
        'file',
        `The logger was ${Math.round(logged - temperature)} degrees warmer than what was read in the shop at ${at.toISOString()}. Did it lie elsewhere? If the reading is wrong, strike it out first.`,
      )
  }
}

function readFile(text: string): LoggedHour[] {
  try {
    return loggedHours(text)
  } catch (error) {
    if (error instanceof ReadingsFileError) throw refuseField('file', error.message)
    throw error
  }
}

/** An hour of a file as a reading; its lowest speaks of the time since the hour before, where that is not long ago. */
const rowOf =
  (actor: Actor) =>
  ({ at, temperature, lowest }: LoggedHour, index: number, hours: readonly LoggedHour[]) => ({
    id: crypto.randomUUID(),
    at: new Date(at),
    source: 'file' as const,
    temperature,
    lowest,
    since: new Date(Math.max(hours[index - 1]?.at ?? at, at - LOWEST_REACHES * 1000)),
    personId: actor.id,
  })

/** Records that a reading no longer counts, and why; it stays to be read. @throws Refusal 404, 409 when it was struck before */
export async function strikeShopTemperature(actor: Actor, id: string, reason: string): Promise<ShopTemperatureView[]> {
  await change(
    actor,
    { verb: 'struck out a temperature of the shop', touches: ['temperatures'], subjectId: id, detail: { reason } },
    async (tx, now) => {
      const [found] = await tx.select().from(shopTemperature).where(eq(shopTemperature.id, id)).for('update')
      if (!found) throw notFound('temperature')
      if (found.struck !== null) throw new Refusal(409, 'It was struck out before.')
      return movingCures(tx, actor, now, () =>
        tx.update(shopTemperature).set({ struck: reason }).where(eq(shopTemperature.id, id)),
      )
    },
  )
  return shopTemperatures()
}
