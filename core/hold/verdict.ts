import { ONE_SIDED_95 } from '../quantity/normalDistribution'
import type { HoldVerdict } from './hold'

/**
 * The verdict of three, the one rule for whatever measures a rate.
 * Sealed when the one-sided 95 % upper bound is below the limit, leaking when the one-sided 95 % lower bound is above it.
 * @param oneSided the two bounds, in the limit's unit (Pa·m3/s)
 */
export const verdictOfBounds = (oneSided: { low: number; high: number }, limit: number): HoldVerdict =>
  oneSided.high < limit ? 'sealed' : oneSided.low > limit ? 'leaking' : 'cannot-tell'

/** The one-sided 95 % bounds of a normal belief. @param uncertainty one standard deviation, in the rate's unit */
export const oneSidedBounds = (rate: number, uncertainty: number) => ({
  low: rate - ONE_SIDED_95 * uncertainty,
  high: rate + ONE_SIDED_95 * uncertainty,
})

/** The verdict of a normal belief. @param rate, uncertainty, limit in one unit */
export const verdictOf = (rate: number, uncertainty: number, limit: number): HoldVerdict =>
  verdictOfBounds(oneSidedBounds(rate, uncertainty), limit)
