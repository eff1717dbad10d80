import type { TankMaterial, TankShape } from '../circuit/tankKinds'
import type { Fuel } from './fuels'
import { centreOfFuel, liquidHeight } from './tankShape'
import { emptyTankMass, liftWeight, unusableFuel } from './weight'

/** What somebody measured of a tank with its fuel, SI; null where nobody has. */
export interface Weighing {
  shape: TankShape | null
  /** m3 in it */
  level: number | null
  /** of the fuel, K */
  temperature: number | null
  /** of the fuel at 15 °C, kg/m3 */
  density: number | null
  /** the tank itself with what comes down with it, kg */
  tankMass: number | null
  /** m */
  length: number | null
  /** m */
  height: number | null
  /** of the pickup's end above the bottom, m */
  clearance: number | null
}

export const NOT_WEIGHED: Weighing = {
  shape: null,
  level: null,
  temperature: null,
  density: null,
  tankMass: null,
  length: null,
  height: null,
  clearance: null,
}

export interface UnweighedTank {
  fuel: Fuel
  /** m3 */ capacity: number
  material: TankMaterial
  shape: TankShape
}

/** No fuel is lighter or heavier at 15 °C, kg/m3. */
export const FUEL_DENSITY = { least: 600, most: 1000 } as const
/** A tank holds a little more than its plate says: share of its capacity. */
const BRIM = 1.02

/** Whether so much can be in a tank, both m3. */
export const fitsIn = (level: number, capacity: number): boolean => level >= 0 && level <= BRIM * capacity

/** An estimate is not told finer than it is. */
const round = (value: number, digits: number) => Number(value.toFixed(digits))

/**
 * What was measured, with what is usual where nothing was: a quarter full, 15 °C, a box 1 : 0.6 : 0.35 that holds as much, a
 * pickup 15 mm above the bottom.
 */
export function withUsual(
  { fuel, capacity, material, shape }: UnweighedTank,
  measured: Weighing,
): { [K in keyof Weighing]: NonNullable<Weighing[K]> } {
  const boxLength = Math.cbrt(capacity / (0.6 * 0.35))
  return {
    shape: measured.shape ?? shape,
    level: measured.level ?? capacity / 4,
    temperature: measured.temperature ?? 288.15,
    density: measured.density ?? fuel.density,
    tankMass: measured.tankMass ?? round(emptyTankMass(material, capacity), 1),
    length: measured.length ?? round(boxLength, 2),
    height: measured.height ?? round(0.35 * boxLength, 2),
    clearance: measured.clearance ?? 0.015,
  }
}

/**
 * Largest flat side of a tank, m2, taken as a box of its length and height: its bottom, or its long side where it stands tall.
 */
export function largestPanel(tank: UnweighedTank, measured: Weighing): number {
  const { length, height } = withUsual(tank, measured)
  return Math.max(tank.capacity / height, length * height)
}

/**
 * Why a tank cannot be weighed up from what was typed: something is no number above nothing, no fuel has that density, or it is
 * over the tank's own capacity.
 */
type WeighingFault = 'no number' | 'density' | 'over capacity'

/** @returns the fault, or null when it can be weighed up */
export function weighingFault(tank: UnweighedTank, measured: Weighing): WeighingFault | null {
  const { level, temperature, density, tankMass, length, height, clearance } = withUsual(tank, measured)
  if (
    ![temperature, density, tankMass, length, height].every(value => Number.isFinite(value) && value > 0) ||
    !(level >= 0) ||
    !(clearance >= 0)
  )
    return 'no number'
  if (density < FUEL_DENSITY.least || density > FUEL_DENSITY.most) return 'density'
  return fitsIn(level, tank.capacity) ? null : 'over capacity'
}

/** A tank as it stands: kg to lift, and where in it the fuel is, m and m3. */
export interface WeighedTank {
  fuelMass: number
  tankMass: number
  total: number
  level: number
  length: number
  /** of the fuel */ depth: number
  /** of the fuel's weight above the bottom */ middle: number
  /** fuel that the pickup does not reach */ unusable: number
}

/** @throws RangeError where `weighingFault` names one */
export function weighUp(tank: UnweighedTank, measured: Weighing): WeighedTank {
  const fault = weighingFault(tank, measured)
  if (fault) throw new RangeError(`This tank cannot be weighed up: ${fault}.`)
  const { shape, level, temperature, density, tankMass, length, height, clearance } = withUsual(tank, measured)
  const share = Math.min(1, level / tank.capacity)
  return {
    ...liftWeight({ fuel: { ...tank.fuel, density }, level, temperature, tankMass }),
    tankMass,
    level,
    length,
    depth: liquidHeight(shape, share) * height,
    middle: centreOfFuel(shape, share) * height,
    unusable: unusableFuel(shape, tank.capacity, clearance, height),
  }
}
