import type { WetLook } from './wetLooks'

/** What of a fuel says how fast a film of it dries: kg/m3, and kg/(m2·s) in still air. */
interface DryingFuel {
  density: number
  drying: number
}

/** Fuel has to find its way through a seam before any of it can be seen, s. Source: general trade practice. */
export const LEAST_WATCH = 20 * 60

/** m3/s that dry off what was spread before it is seen. */
const lostToAir = ({ spreads }: Pick<WetLook, 'spreads'>, { density, drying }: DryingFuel): number =>
  (drying * spreads) / density

/**
 * The smallest loss of fuel that shows in a watch: what has to be there by its end, and what dries off it meanwhile. A mass balance
 * of the film, V / t + m A / rho.
 * @param look the way of seeing it
 * @param watch s, above zero
 * @returns m3/s of liquid
 * @throws RangeError unless the watch is longer than none
 */
export function smallestWetSeen(look: Pick<WetLook, 'shows' | 'spreads'>, fuel: DryingFuel, watch: number): number {
  if (!(watch > 0)) throw new RangeError('A watch is longer than no time.')
  return look.shows / watch + lostToAir(look, fuel)
}

/**
 * How long to watch until a loss shows; never less than fuel takes to find its way.
 * @param rate m3/s of liquid, above zero
 * @returns s; Infinity where it dries as fast as it comes, so that no watch is long enough
 * @throws RangeError unless the loss is more than none
 */
export function wetWatch(look: Pick<WetLook, 'shows' | 'spreads'>, fuel: DryingFuel, rate: number): number {
  if (!(rate > 0)) throw new RangeError('A loss is more than none.')
  const gathers = rate - lostToAir(look, fuel)
  return gathers > 0 ? Math.max(LEAST_WATCH, look.shows / gathers) : Infinity
}
