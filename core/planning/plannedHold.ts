import { freeAirToReach } from '../gas/inventory'
import type { HoldSetup } from '../hold/holdSetup'

/** What is planned, and how it is read. */
export interface PlannedHold {
  /** held against the system's limit alone */
  setup: Omit<HoldSetup, 'strictest'>
  /** the strictest limit of the parts under test, at the test pressure, where some part has a stricter one, Pa·m3/s */
  strictest?: number
  /** s between readings */
  every: number
  hasThermometer: boolean
  hasBarometer: boolean
  course: 'plain' | 'bracketed'
  /** the tank's own limit, Pa gauge */
  pressureLimit: number
  /** it is held at night, when nothing outdoors is in the sun */
  atNight?: boolean
}

/** Time constant that gas is taken to settle with before anything was read, s: the middle of the range found in tanks. */
const USUAL_TAU = 120
/** A twentieth of the warmth is left after three. */
export const SETTLING_TIME = 3 * USUAL_TAU

/** m3 of outside air in (or out) to be at pressure. */
export const freeAirFor = ({ setup }: Pick<PlannedHold, 'setup'>) => Math.abs(freeAirToReach(setup.space, setup.testPressure))

/** Pump strokes for a volume of free air, or syringe fills. @param stroke m3 */
export const strokesFor = (freeAir: number, stroke: number) => Math.ceil(freeAir / stroke - 1e-9)
