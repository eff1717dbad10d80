import type { TankKind } from '../circuit/tankKinds'
import { fuelAtHeight } from './tankShape'

/** Where fuel stands in a tank that leans: heights at its two ends, shares of the tank's own height. */
interface LeaningLevel {
  /** left and right on the map */
  left: number
  right: number
}

const SLICES = 200

/**
 * How long a tank is for its height, by its outline on the map (absolute M, L, H, V, Q, C).
 * @returns the ends of the outline and length over height; null where the map looks down on it
 */
export function outlineSpan({ outline, upright }: Pick<TankKind, 'outline' | 'upright'>) {
  if (!upright) return null
  let [left, right] = [Infinity, -Infinity]
  for (const [, command, numbers] of outline.matchAll(/([MLHVQCZ])([^MLHVQCZ]*)/g)) {
    const values = (numbers!.match(/-?[\d.]+/g) ?? []).map(Number)
    const xs = command === 'V' ? [] : command === 'H' ? values : values.filter((_, k) => k % 2 === 0)
    left = Math.min(left, ...xs)
    right = Math.max(right, ...xs)
  }
  return { left, right, long: (right - left) / (upright.bottom - upright.top) }
}

/**
 * Where a share of fuel stands in a tank that leans along its length: the surface is level, so that it crosses the tank slanting
 * (statics); its height is such that the slices under it hold the share (bisection). Baffles let it through in time.
 * @param long length over height @param share of the capacity, 0 to 1
 * @param lean rad, above zero when the left end is low; under a right angle
 */
export function leaningLevel(shape: TankKind['shape'], long: number, share: number, lean: number): LeaningLevel {
  const fall = long * Math.tan(lean)
  const held = (middle: number) => {
    let sum = 0
    for (let k = 0; k < SLICES; k++) {
      const height = middle + fall * (0.5 - (k + 0.5) / SLICES)
      sum += fuelAtHeight(shape, Math.min(1, Math.max(0, height))) / SLICES
    }
    return sum
  }
  let low = -Math.abs(fall)
  let high = 1 + Math.abs(fall)
  for (let k = 0; k < 50; k++) {
    const middle = (low + high) / 2
    if (held(middle) < share) low = middle
    else high = middle
  }
  const middle = (low + high) / 2
  return { left: middle + fall / 2, right: middle - fall / 2 }
}
