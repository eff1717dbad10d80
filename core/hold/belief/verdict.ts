import { ONE_SIDED_95 } from '../../quantity/normalDistribution'

export const holdVerdicts = ['sealed', 'leaking', 'cannot-tell'] as const
export type HoldVerdict = (typeof holdVerdicts)[number]

/** What a measurement says of a rate, whatever limit it is held against. Pa·m3/s. */
export interface RateBounds {
  /** one-sided 95 % lower bound: it leaks more than this, 95 % sure; never below zero */
  above95: number
  /** one-sided 95 % upper bound: it leaks less than this, 95 % sure */
  below95: number
  /**
   * it says nothing of a tight tank: it came out further below zero than its doubt explains, since something warms, evaporates or
   * drifts, or was read in a way that no tight tank shows in
   */
  belowZero: boolean
}

/** An estimate that is so many standard deviations below zero is not luck any more: one in fifty of tight tanks. */
const BELOW_ZERO = 2

/**
 * The one-sided 95 % bounds of an estimate that may have come out below zero. A leak is never less than none, so the upper bound
 * is never taken from below it: an estimate below zero is luck, or something that acts against a leak, and no sight of a tight
 * tank (Feldman and Cousins 1998 on bounds near a physical limit).
 * @param rate as estimated, of either sign
 * @param quantile of the belief at a share
 */
export function boundsOf(rate: number, uncertainty: number, quantile: (share: number) => number): RateBounds {
  return {
    above95: Math.max(0, quantile(0.05)),
    below95: quantile(0.95) + Math.max(0, -rate),
    belowZero: rate < -BELOW_ZERO * uncertainty,
  }
}

/** The same for a normal belief. @param uncertainty one standard deviation, in the rate's unit */
export const normalBounds = (rate: number, uncertainty: number): RateBounds =>
  boundsOf(rate, uncertainty, share => rate + (share < 0.5 ? -1 : 1) * ONE_SIDED_95 * uncertainty)

/**
 * The verdict of three, the one rule for whatever measures a rate.
 * Sealed when the one-sided 95 % upper bound is below the limit, leaking when the one-sided 95 % lower bound is above it. What
 * came out below zero by more than its doubt cannot tell.
 * @param limit in the bounds' unit, Pa·m3/s
 * @param strictest of the limits of all that was under test, where some part has a stricter one: sealed speaks of every part,
 *   while a leak between the two may be where it is allowed
 */
export function verdictOf({ above95, below95, belowZero }: RateBounds, limit: number, strictest: number = limit): HoldVerdict {
  if (above95 > limit) return 'leaking'
  return below95 < Math.min(limit, strictest) && !belowZero ? 'sealed' : 'cannot-tell'
}
