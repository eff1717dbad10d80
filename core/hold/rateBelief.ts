import { normalCumulative } from '../quantity/normalDistribution'

/** What is believed of a leak rate: a mixture of normal distributions, one unit throughout. */
export interface RateBelief {
  pieces: readonly { rate: number; variance: number; weight: number }[]
}

export const beliefMean = ({ pieces }: RateBelief) => pieces.reduce((sum, piece) => sum + piece.weight * piece.rate, 0)

export function beliefVariance(belief: RateBelief): number {
  const mean = beliefMean(belief)
  return belief.pieces.reduce(
    (sum, piece) => sum + piece.weight * (piece.variance + (piece.rate - mean) * (piece.rate - mean)),
    0,
  )
}

/** Share of the belief below a rate, once doubt of another cause is added. @param variance of the other causes together */
export const beliefShareBelow = ({ pieces }: RateBelief, rate: number, variance: number) =>
  pieces.reduce(
    (sum, piece) => sum + piece.weight * normalCumulative((rate - piece.rate) / Math.sqrt(piece.variance + variance)),
    0,
  )

/**
 * The rate below which a share of the belief lies, once doubt of another cause is added, by bisection.
 * @param share 0 to 1
 * @param variance of the other causes together
 */
export function beliefQuantile(belief: RateBelief, share: number, variance: number): number {
  const mean = beliefMean(belief)
  const reach = 12 * Math.sqrt(beliefVariance(belief) + variance)
  let low = mean - reach,
    high = mean + reach
  // Halved until the ends differ by a millionth of the spread.
  for (let k = 0; k < 25; k++) {
    const middle = (low + high) / 2
    if (beliefShareBelow(belief, middle, variance) < share) low = middle
    else high = middle
  }
  return (low + high) / 2
}
