import { cureProgress } from '#core/repair/cure/cure'
import { repairMaterial } from '#core/repair/material/repairMaterials'
import { listWords } from '#core/words/words'
import type { RepairView } from '#shared/record/kinds/repair'
import type { Short } from './recordRows'
import { waitText } from './times'

/** Stretches that are told one by one; more are told as a span. */
const MOST_TOLD = 4

/** What has cured of a repair by a moment, 0 to 1; 1 where nothing cures. */
export function curedShare(repair: RepairView, now: number): number {
  const { cure } = repairMaterial(repair.material)
  if (!cure || repair.cureTime === 0) return 1
  return Math.min(1, cureProgress({ ...cure, cureTime: repair.cureTime }, repair.cure, (now - repair.at) / 1000))
}

/** How a cure was reckoned until a moment: "4 h at 18 °C and 12 h at 6 °C of 24 h at 25 °C". */
export function cureReckoning(repair: RepairView, now: number, short: Short): string {
  const { cure } = repairMaterial(repair.material)
  if (!cure || repair.cureTime === 0) return ''
  const end = (Math.min(now, repair.curedAt ?? now) - repair.at) / 1000
  const counted = repair.cure.flatMap(({ t, temperature }, i) => {
    const length = Math.min(end, repair.cure[i + 1]?.t ?? end) - t
    return length > 0 ? [{ length, temperature }] : []
  })
  const warmth = counted.map(each => each.temperature)
  const told =
    counted.length <= MOST_TOLD
      ? listWords(counted.map(each => `${waitText(each.length)} at ${short('temperature', each.temperature)}`))
      : `${waitText(end)} at ${short('temperature', Math.min(...warmth))} to ${short('temperature', Math.max(...warmth))}`
  const sheet = `${waitText(repair.cureTime)} at ${short('temperature', cure.referenceTemperature)}`
  return told ? `${told}, of ${sheet} on its sheet` : `${sheet} on its sheet`
}
