import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'

/** A closed gas space whose walls give: V(p) = volume (1 + wallGive p). */
export interface GasSpace {
  /** m3 at no gauge pressure */
  volume: number
  /** relative growth a pascal of gauge pressure, 1/Pa */
  wallGive: number
}

/** Volume at a gauge pressure (Pa), m3. */
export const volumeAt = (space: GasSpace, gauge: number) => space.volume * (1 + space.wallGive * gauge)

/**
 * The volume that turns a pressure slope into a leak: V_eff = V + P dV/dp (ASTM E2930, pressure decay with elastic walls).
 * @param gauge Pa
 * @param barometer Pa
 * @returns m3
 */
export const effectiveVolume = (space: GasSpace, gauge: number, barometer = STANDARD_PRESSURE) =>
  volumeAt(space, gauge) + (gauge + barometer) * space.volume * space.wallGive

/**
 * Gas inventory as P V / T, Pa·m3/K: the amount of gas times the gas constant (EN 1779, pressure change technique).
 * @param gauge Pa
 * @param barometer Pa
 * @param temperature K
 */
export const inventory = (space: GasSpace, gauge: number, barometer: number, temperature: number) =>
  ((gauge + barometer) * volumeAt(space, gauge)) / temperature

/**
 * Free air that brings a space to pressure: (P V(p) - Patm V(0)) / Patm at constant temperature; V p / Patm for stiff walls.
 * @param gauge Pa
 * @returns m3 of outside air
 */
export const freeAirToReach = (space: GasSpace, gauge: number, barometer = STANDARD_PRESSURE) =>
  ((gauge + barometer) * volumeAt(space, gauge) - barometer * space.volume) / barometer

/**
 * Gauge pressure of a space that holds an inventory: the root of (p + B) V (1 + c p) / T = amount.
 * @param amount Pa·m3/K
 * @param barometer Pa
 * @param temperature K
 * @returns Pa
 */
export function gaugeFromInventory(space: GasSpace, amount: number, barometer: number, temperature: number): number {
  const held = (amount * temperature) / space.volume
  const c = space.wallGive
  if (c === 0) return held - barometer
  const b = 1 + c * barometer
  return (-b + Math.sqrt(Math.max(0, b * b - 4 * c * (barometer - held)))) / (2 * c)
}
