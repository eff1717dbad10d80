import { STANDARD_GRAVITY } from '../quantity/units'

/**
 * Force of a pressure on a flat panel, F = p A, and the mass that weighs as much.
 * @param gauge Pa @param area m2
 * @returns N and kg
 */
export function panelForce(gauge: number, area: number): { force: number; mass: number } {
  const force = Math.abs(gauge) * area
  return { force, mass: force / STANDARD_GRAVITY }
}

/** The same in familiar terms. */
export function familiarWeight(mass: number): string {
  if (mass < 12) return 'a full bucket'
  if (mass < 45) return 'a sack of cement'
  if (mass < 110) return 'a grown person'
  if (mass < 350) return `${Math.max(2, Math.round(mass / 80))} grown people`
  if (mass < 900) return 'a small horse'
  return 'a small car'
}
