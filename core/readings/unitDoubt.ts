import { pascalsPer, type AnyPressureUnit } from '../quantity/units'

/** A pressure that makes no sense beside the test pressure, and the unit in which it would. */
interface UnitDoubt {
  factor: number
  likely: AnyPressureUnit | null
}

const FAR = 4

/**
 * Whether readings look as if their unit were wrong: the largest is far off the test pressure, and would be near it in another
 * unit.
 * @param largest Pa, largest magnitude read, as converted from `unit`
 * @param testPressure Pa
 */
export function unitDoubt(largest: number, unit: AnyPressureUnit, testPressure: number): UnitDoubt | null {
  const factor = Math.abs(largest / testPressure)
  if (!(factor > FAR) && !(factor < 1 / FAR)) return null
  const raw = Math.abs(largest) / pascalsPer[unit]
  const fits = (Object.keys(pascalsPer) as AnyPressureUnit[])
    .map(key => ({ key, off: Math.abs(Math.log((raw * pascalsPer[key]) / Math.abs(testPressure))) }))
    .filter(each => each.off < Math.log(1.35))
    .sort((a, b) => a.off - b.off)
  return { factor, likely: fits[0]?.key ?? null }
}
