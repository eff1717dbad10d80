import { normalAt } from './seededRandom'

const NOISE = 77
/** Ohm, one standard deviation of a sliding contact. */
const FLUTTER = 0.4
/** Step of the simulated meter, ohm. */
const STEP = 0.1

/** A simulated level sender. */
interface StandInSender {
  /** ohm with the float at the bottom and at the top */
  empty: number
  full: number
  /** share of the travel, from and to, over which the track is worn through */
  dead?: readonly [number, number]
}

/**
 * What an ohmmeter shows on a simulated sender whose float is moved by hand.
 * @param level share of the travel, 0 to 1
 * @returns ohm; null where nothing is connected
 */
export function ohmmeterAt(seed: number, { empty, full, dead }: StandInSender, level: number): number | null {
  if (dead && level >= dead[0] && level <= dead[1]) return null
  const read = empty + (full - empty) * level + FLUTTER * normalAt(seed, NOISE, Math.round(level * 1000))
  return Math.max(0, Math.round(read / STEP) * STEP)
}
