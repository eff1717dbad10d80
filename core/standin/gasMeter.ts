import { normalAt, uniformAt } from './seededRandom'

const POINT = 60
const NOISE = 61

/** What a simulated gas meter shows. */
export interface GasMeterReading {
  /** share of the lower limit, never above 1: there it is blind */ explosive: number
  /** volume fraction */ oxygen: number
}

/**
 * A meter at one point of a simulated tank that is being aired: vapour thins out with time, slowest low in the far corner, and
 * residue keeps some coming.
 * @param aired s since it was drained and opened; 0 when it was not
 * @param point 0 near an opening, 1 in the middle, 2 low in a far corner
 */
export function gasMeterAt(seed: number, point: number, aired: number): GasMeterReading {
  const start = 1.5 + uniformAt(seed, POINT, 0)
  const slow = [240, 420, 700][Math.min(2, Math.max(0, point))]! * (0.8 + 0.4 * uniformAt(seed, POINT, 1))
  const residue = 0.01 + 0.015 * point
  const share = aired > 0 ? residue + start * Math.exp(-aired / slow) : start
  const shown = Math.max(0, share * (1 + 0.02 * normalAt(seed, NOISE, Math.round(aired) + 10_000 * point)))
  return {
    explosive: Math.round(100 * Math.min(1, shown)) / 100,
    oxygen: Math.round(1000 * (0.209 * (1 - 0.014 * Math.min(3, share)))) / 1000,
  }
}
