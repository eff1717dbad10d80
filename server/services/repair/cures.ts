import { and, asc, gt, isNull } from 'drizzle-orm'
import { reckonCure } from '../../../core/repair/cure/reckonCure'
import { shopThermometer } from '../../../core/standin/shopThermometer'
import { cureSheetOf } from '../../../shared/repair/cureSheet'
import type { Brought } from '../../../shared/archive/brought'
import type { RepairView } from '../../../shared/record/kinds/repair'
import type { Transaction } from '../../db/client'
import { shopTemperature } from '../../db/schema'

type Reader = Pick<Transaction, 'select'>
export type TemperatureRow = Pick<typeof shopTemperature.$inferSelect, 'at' | 'temperature' | 'lowest' | 'since'>

/** What the shop's thermometer said since the first of some repairs on which something cures; nothing is read where none does. */
export async function temperaturesSince(
  reader: Reader,
  repairs: readonly { at: Date; cureTime: number }[],
): Promise<TemperatureRow[]> {
  const applied = repairs.filter(each => each.cureTime > 0).map(each => +each.at)
  if (applied.length === 0) return []
  const { at, temperature, lowest, since } = shopTemperature
  return reader
    .select({ at, temperature, lowest, since })
    .from(shopTemperature)
    .where(and(gt(at, new Date(Math.min(...applied))), isNull(shopTemperature.struck)))
    .orderBy(asc(at))
}

/** What the thermometer said where a job was: elsewhere until it was sent, here since. */
export const withBrought = (brought: Brought | null, here: readonly TemperatureRow[]): readonly TemperatureRow[] =>
  brought === null
    ? here
    : [
        ...brought.temperatures.map(({ at, since, ...read }) => ({
          ...read,
          at: new Date(at),
          since: since === null ? null : new Date(since),
        })),
        ...here.filter(({ at, since }) => +(since ?? at) >= brought.exportedAt),
      ]

/** In Practice nobody waits for days: what cures there cures so many times as fast. */
const PRACTICE_SPEED = 600

/** When a repair has cured in Practice. */
export function curedInPractice(
  at: number,
  { cure, curedAt, movableAt, fuelAt }: ReturnType<typeof cureOf>,
): ReturnType<typeof cureOf> {
  const sooner = (moment: number | null) => moment && Math.floor(at + (moment - at) / PRACTICE_SPEED)
  return { cure, curedAt: sooner(curedAt), movableAt: sooner(movableAt), fuelAt: sooner(fuelAt) }
}

const HOUR = 3_600_000

/** What a stand-in thermometer in a simulated shed logged each hour since a practised repair: real cures never go by it. */
export function standInTemperatures(seed: number, since: number, until: number): TemperatureRow[] {
  const hours = Math.max(0, Math.floor((until - since) / HOUR))
  return Array.from({ length: hours }, (_, i) => {
    const at = since + (i + 1) * HOUR
    const { temperature, lowest } = shopThermometer(seed, at / 1000, (at - HOUR) / 1000)
    return { at: new Date(at), temperature, lowest, since: new Date(at - HOUR) }
  })
}

/** How the cure of a repair is reckoned by the temperatures that were read since, and when it has cured. */
export function cureOf(
  { material, temperature, cureTime, sheet, at }: Pick<RepairView, 'material' | 'temperature' | 'cureTime' | 'sheet' | 'at'>,
  read: readonly TemperatureRow[],
): Pick<RepairView, 'cure' | 'curedAt' | 'movableAt' | 'fuelAt'> {
  const counts = cureSheetOf({ material, cureTime, sheet })
  if (!counts) return { cure: [], curedAt: at, movableAt: null, fuelAt: null }
  const since = (moment: Date) => (+moment - at) / 1000
  const readings = read.map(each => ({
    t: since(each.at),
    temperature: each.temperature,
    lowest: each.lowest === null ? null : { temperature: each.lowest, since: since(each.since!) },
  }))
  const after = (time: number) => reckonCure({ ...counts, cureTime: time }, temperature, readings)
  const moment = (seconds: number | null) => (seconds === null ? null : Math.floor(at + seconds * 1000))
  const { steps, curedAt } = after(counts.cureTime)
  return {
    cure: steps,
    curedAt: moment(curedAt),
    movableAt: moment(after(counts.moveTime).curedAt),
    fuelAt: moment(after(counts.fuelTime).curedAt),
  }
}
