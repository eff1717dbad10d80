import type { TankMaterial, TankShape } from '../circuit/tankKinds'
import type { Fuel } from './fuels'
import { fuelAtHeight } from './tankShape'

/** Temperature at which a fuel's density is stated, K. */
const STATED_AT = 288.15

/**
 * Density at a temperature by the volume correction factor of petroleum products, exp(-a dT (1 + 0.8 a dT)), ASTM D1250.
 * @param temperature K
 * @returns kg/m3
 */
export function densityAt(fuel: Pick<Fuel, 'density' | 'expansion'>, temperature: number): number {
  const expanded = fuel.expansion * (temperature - STATED_AT)
  return fuel.density * Math.exp(-expanded * (1 + 0.8 * expanded))
}

/** Wall of a tank by material: thickness, m, and density, kg/m3. Thickness is what is usual; weigh the tank when it matters. */
const walls: Record<TankMaterial, { thickness: number; density: number }> = {
  'sheet steel': { thickness: 0.001, density: 7850 },
  'aluminium': { thickness: 0.003, density: 2700 },
  'riveted aluminium': { thickness: 0.001, density: 2780 },
  'moulded polyethylene': { thickness: 0.005, density: 950 },
  'stainless steel': { thickness: 0.0015, density: 7900 },
  'composite': { thickness: 0.003, density: 1700 },
}

/** Skin of a box 1 : 0.6 : 0.35 that holds so much, m2: a stand-in for a tank whose dimensions nobody has. */
export function boxArea(capacity: number): number {
  const length = Math.cbrt(capacity / (0.6 * 0.35))
  return 2 * length ** 2 * (0.6 + 0.35 + 0.6 * 0.35)
}

/** About what an empty tank weighs, kg. */
export const emptyTankMass = (material: TankMaterial, capacity: number): number =>
  boxArea(capacity) * walls[material].thickness * walls[material].density

export interface Lift {
  fuel: Pick<Fuel, 'density' | 'expansion'>
  /** m3 in the tank */ level: number
  /** K */ temperature: number
  /** kg, of the tank itself with what comes down with it */ tankMass: number
}

/** What has to be lifted, kg. @throws RangeError for a level or a mass that cannot be */
export function liftWeight({ fuel, level, temperature, tankMass }: Lift): { fuelMass: number; total: number } {
  if (!(level >= 0)) throw new RangeError('A tank cannot hold less than nothing.')
  if (!(tankMass >= 0)) throw new RangeError('A tank cannot weigh less than nothing.')
  const fuelMass = level * densityAt(fuel, temperature)
  return { fuelMass, total: fuelMass + tankMass }
}

/** Half as much again: fuel moves, and a jack is not always under the middle. General trade practice. */
const MARGIN = 1.5
/** Of two supports one may carry this share when the tank tilts. */
const WORST_SHARE = 0.7

/**
 * Least rating of each jack or stand, kg.
 * @param total kg to be lifted
 * @param points one or two that carry it
 */
export const jackRating = (total: number, points: 1 | 2): number => total * MARGIN * (points === 2 ? WORST_SHARE : 1)

/**
 * Fuel that the pickup does not reach, m3.
 * @param clearance height of the pickup's end above the bottom, m
 * @param height of the tank, m
 */
export const unusableFuel = (shape: TankShape, capacity: number, clearance: number, height: number): number =>
  height > 0 ? capacity * fuelAtHeight(shape, Math.min(1, clearance / height)) : 0
