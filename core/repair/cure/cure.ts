import type { CureSheet } from '../material/repairMaterials'

/**
 * How fast a material cures beside its speed at the sheet's temperature: 2^((T - Tref)/10), nothing below the floor, no faster
 * than at the ceiling.
 * The doubling for each 10 K is the trade's rule and Arrhenius near room temperature.
 * @param temperature K
 * @returns seconds of reference cure a second
 */
export function cureSpeed(sheet: CureSheet, temperature: number): number {
  if (temperature < sheet.floor) return 0
  return 2 ** ((Math.min(temperature, sheet.ceiling) - sheet.referenceTemperature) / 10)
}

/** s until cured at a steady temperature (K); Infinity below the floor. */
export const timeToCure = (sheet: CureSheet, temperature: number) => sheet.cureTime / cureSpeed(sheet, temperature)

/** s until it can no longer be worked at a steady temperature (K); Infinity below the floor. */
export const potLife = (sheet: CureSheet, temperature: number) => sheet.potLife / cureSpeed(sheet, temperature)

/**
 * Time to cure when the temperature is only known within a spread: soonest and latest.
 * @param spread K either way
 * @returns s; the latest is Infinity when it may be below the floor
 */
export const cureBand = (sheet: CureSheet, temperature: number, spread: number) => ({
  soonest: timeToCure(sheet, temperature + spread),
  latest: timeToCure(sheet, temperature - spread),
})

/**
 * Cure progress over a temperature record, 1 is cured: the integral of the speed over time, held from each record to the next.
 * @param record times (s, ascending) and temperatures (K)
 * @param until s, end of the last interval
 */
export function cureProgress(sheet: CureSheet, record: readonly { t: number; temperature: number }[], until: number): number {
  return (
    record.reduce((sum, { t, temperature }, i) => {
      const end = Math.min(until, record[i + 1]?.t ?? until)
      return sum + Math.max(0, end - t) * cureSpeed(sheet, temperature)
    }, 0) / sheet.cureTime
  )
}
