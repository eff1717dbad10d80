import { and, asc, gt, isNull } from 'drizzle-orm'
import { reckonCure } from '../../../core/repair/cure/reckonCure'
import { repairMaterial } from '../../../core/repair/material/repairMaterials'
import type { RepairView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { shopTemperature, type repair } from '../../db/schema'

type Reader = Pick<Transaction, 'select'>
type RepairRow = typeof repair.$inferSelect
type TemperatureRow = Pick<typeof shopTemperature.$inferSelect, 'at' | 'temperature' | 'lowest' | 'since'>

/** What the shop's thermometer said since the first of some repairs on which something cures; nothing is read where none does. */
export async function temperaturesSince(reader: Reader, repairs: readonly RepairRow[]): Promise<TemperatureRow[]> {
  const applied = repairs.filter(each => each.cureTime > 0).map(each => +each.at)
  if (applied.length === 0) return []
  const { at, temperature, lowest, since } = shopTemperature
  return reader
    .select({ at, temperature, lowest, since })
    .from(shopTemperature)
    .where(and(gt(at, new Date(Math.min(...applied))), isNull(shopTemperature.struck)))
    .orderBy(asc(at))
}

/** How the cure of a repair is reckoned by the temperatures that were read since, and when it has cured. */
export function cureOf(
  { material, temperature, cureTime, at }: Pick<RepairView, 'material' | 'temperature' | 'cureTime' | 'at'>,
  read: readonly TemperatureRow[],
): Pick<RepairView, 'cure' | 'curedAt'> {
  const { cure } = repairMaterial(material)
  if (!cure || cureTime === 0) return { cure: [], curedAt: at }
  const since = (moment: Date) => (+moment - at) / 1000
  const { steps, curedAt } = reckonCure(
    { ...cure, cureTime },
    temperature,
    read.map(each => ({
      t: since(each.at),
      temperature: each.temperature,
      lowest: each.lowest === null ? null : { temperature: each.lowest, since: since(each.since!) },
    })),
  )
  return { cure: steps, curedAt: curedAt === null ? null : Math.floor(at + curedAt * 1000) }
}
