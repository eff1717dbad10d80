/** How often something holds, as a Beta distribution: successes and failures, each above zero. */
export interface Beta {
  held: number
  failed: number
}

/** The mean of a Beta distribution. */
export const betaMean = ({ held, failed }: Beta): number => held / (held + failed)

const STEPS = 2000

/**
 * Quantiles of a Beta distribution by summing its density over 2000 equal steps (midpoint rule): good to 1e-3, enough for a bar.
 * @param shares of probability, 0 to 1
 */
export function betaQuantiles({ held, failed }: Beta, shares: readonly number[]): number[] {
  const at = Array.from({ length: STEPS }, (_, i) => (i + 0.5) / STEPS)
  const logs = at.map(x => (held - 1) * Math.log(x) + (failed - 1) * Math.log(1 - x))
  const most = Math.max(...logs)
  const density = logs.map(log => Math.exp(log - most))
  const total = density.reduce((sum, each) => sum + each, 0)
  return shares.map(share => {
    let sum = 0
    const i = density.findIndex(each => (sum += each) >= share * total)
    return at[i < 0 ? STEPS - 1 : i]!
  })
}

/** What a shop saw of a method. */
export interface HeldRecord {
  held: number
  back: number
}

/** Jobs of this trade that a prior weighs as much as. */
const PRIOR_JOBS = 10

/**
 * How often a method holds: the trade's expectation, weighing as much as ten jobs, moved by what the shop saw (conjugate prior of
 * a binomial, any text on Bayesian data analysis).
 * @param ofTwenty how many of twenty the trade expects to hold
 * @param triedHere how often it came back on this very leak: each counts double, since the leak is the same
 */
export function chanceOfHolding(ofTwenty: number, { held, back }: HeldRecord, triedHere = 0): Beta {
  const expected = ofTwenty / 20
  return { held: PRIOR_JOBS * expected + held, failed: PRIOR_JOBS * (1 - expected) + back + 2 * triedHere }
}
