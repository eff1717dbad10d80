import { inverseOf } from '../algebra/covariance'
import { logEvidence, normalEquations, solveNormal } from '../algebra/weightedLeastSquares'

/** A slow channel (skin temperature, barometer) as waves that its readings determine more or less well. */
export interface WanderingChannel {
  /** one value a time */
  values: Float64Array
  /** covariance of its change from the first time to the last, and of each wave beside that */
  doubt: number[][]
}

/**
 * Waves that a hold is looked at with beside a straight line from its first time to its last: half a wave and its multiples
 * (Karhunen-Loeve expansion of the Brownian bridge, any text on stochastic processes).
 */
export const WAVES = 16

/** rad over the whole hold */
export const waveNumber = (k: number) => (k + 1) * Math.PI

/** A straight line from nothing to one, and the waves beside it. @param times s, ascending */
export function trendAndWaves(times: Float64Array): Float64Array[] {
  const begun = times[0]!
  const held = Math.max(1, times[times.length - 1]! - begun)
  return [
    times.map(t => (t - begun) / held),
    ...Array.from({ length: WAVES }, (_, k) => times.map(t => Math.sin((waveNumber(k) * (t - begun)) / held))),
  ]
}

/** How much less of each shorter wave there is: as of a walk, or of one whose speed walks, which is smoother. */
const smoothness = [1, 2, 3] as const
/** Sizes that are tried, of how far the channel is seen to move. */
const sizes = [0.01, 0.03, 0.1, 0.3, 1, 3] as const
/** A channel that is seen not to move still may, of its instrument's scatter. */
const LEAST_MOVE = 0.3

/**
 * The channel's curve by its readings and by how smooth they show it to be (Bayesian linear regression with the smoothness that has
 * the most evidence, any text on smoothing splines as random walks).
 * @param given one value a time, NaN where there is none
 * @param counts readings behind each value
 * @param scatter of one reading, one standard deviation
 */
export function wanderingChannel(
  times: Float64Array,
  given: Float64Array,
  counts: Float64Array,
  scatter: number,
): WanderingChannel | null {
  const weights = given.map((value, i) => (Number.isNaN(value) ? 0 : counts[i]! / (scatter * scatter)))
  const known = given.filter(value => !Number.isNaN(value))
  if (known.length < 3 || !(scatter > 0)) return null
  const middle = known.reduce((sum, value) => sum + value, 0) / known.length
  const moved = Math.max(...known) - Math.min(...known)
  const columns = [new Float64Array(times.length).fill(1), ...trendAndWaves(times)]
  const sums = normalEquations(
    columns,
    given.map(value => (Number.isNaN(value) ? 0 : value - middle)),
    weights,
  )
  let best: { priors: number[]; coefficients: number[]; evidence: number } | null = null
  for (const power of smoothness)
    for (const size of sizes) {
      const most = size * Math.max(moved, LEAST_MOVE * scatter)
      const priors = [Infinity, Infinity, ...Array.from({ length: WAVES }, (_, k) => (most / (k + 1) ** power) ** 2)]
      const solved = solveNormal(sums, priors)
      if (!solved) continue
      const evidence = logEvidence(solved)
      if (!best || evidence > best.evidence) best = { priors, coefficients: solved.coefficients, evidence }
    }
  if (!best) return null
  const { coefficients, priors } = best
  const values = new Float64Array(times.length).fill(middle)
  columns.forEach((column, a) => {
    for (let i = 0; i < values.length; i++) values[i]! += coefficients[a]! * column[i]!
  })
  const covariance = inverseOf(
    sums.matrix.map((row, a) => row.map((each, b) => each + (a === b && Number.isFinite(priors[a]!) ? 1 / priors[a]! : 0))),
  )
  // Where the channel begins is nothing that changes.
  return covariance && { values, doubt: covariance.slice(1).map(row => row.slice(1)) }
}
