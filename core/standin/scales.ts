import { normalAt } from './seededRandom'

/** How a person pours into a cup: quickly at first, then drop by drop; s and kg. */
const POURS_FOR = 25
/** Step of bench scales, kg. */
const STEP = 1e-4
/** Its flutter, kg, one standard deviation. */
const FLUTTER = 5e-5

/**
 * What bench scales show while somebody pours towards a mass.
 * @param t s since it was begun @param target kg @param slip share by which this hand ends off the target
 * @returns kg, in steps of a tenth of a gram
 */
export function scalesAt(seed: number, t: number, target: number, slip = 0.01): number {
  const end = target * (1 + slip * normalAt(seed, 40, 0))
  const poured =
    t <= 0
      ? 0
      : end * (1 - Math.exp((-3.5 * Math.min(t, POURS_FOR)) / POURS_FOR)) * (t >= POURS_FOR ? 1 / (1 - Math.exp(-3.5)) : 1)
  const flutter = FLUTTER * normalAt(seed, 41, Math.floor(t * 2))
  return Math.max(0, Math.round((poured + flutter) / STEP) * STEP)
}
