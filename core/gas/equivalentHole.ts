import { AIR_MOLAR_MASS } from './air'
import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'
import { orificeFlow } from './orificeFlow'

/**
 * Diameter of the sharp hole that would pass a rate (ISO 5167 coefficient; flow goes with the square of the diameter).
 * @param rate throughput at 293.15 K, Pa·m3/s, at least 0
 * @param gauge Pa across the wall, either side of zero
 * @param molarMass kg/mol of the gas that flows: a heavier one passes less through the same hole, by the root of its density
 * @returns m
 */
export function equivalentHole(
  rate: number,
  gauge: number,
  { barometer = STANDARD_PRESSURE, molarMass = AIR_MOLAR_MASS } = {},
): number {
  const perSquare = gauge < 0 ? orificeFlow(1, barometer, barometer + gauge) : orificeFlow(1, barometer + gauge, barometer)
  const heavier = Math.sqrt(molarMass / AIR_MOLAR_MASS)
  return perSquare > 0 ? Math.sqrt((Math.max(0, rate) * heavier) / perSquare) : 0
}
