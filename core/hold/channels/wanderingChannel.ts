import { inverseOf } from '../../algebra/covariance'
import { logEvidence, normalEquations, solveNormal } from '../../algebra/weightedLeastSquares'

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
const WAVES = { least: 16, most: 32 }
/** Of a long hold there are more of them: half a wave is no longer than this, s. */
const LONGEST_SHORTEST = 900
const wavesFor = (held: number) => Math.min(WAVES.most, Math.max(WAVES.least, Math.ceil(held / LONGEST_SHORTEST)))

/** rad over the whole hold */
export const waveNumber = (k: number) => (k + 1) * Math.PI

/** A straight line from nothing to one, and the waves beside it. @param times s, ascending */
export function trendAndWaves(times: Float64Array): Float64Array[] {
  const begun = times[0]!
  const held = Math.max(1, times[times.length - 1]! - begun)
  return [
    times.map(t => (t - begun) / held),
    ...Array.from({ length: wavesFor(held) }, (_, k) => times.map(t => Math.sin((waveNumber(k) * (t - begun)) / held))),
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
      const priors = [
        Infinity,
        Infinity,
        ...Array.from({ length: columns.length - 2 }, (_, k) => (most / (k + 1) ** power) ** 2),
      ]
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
  followWhatIsLeft(times, given, counts, values)
  const covariance = inverseOf(
    sums.matrix.map((row, a) => row.map((each, b) => each + (a === b && Number.isFinite(priors[a]!) ? 1 / priors[a]! : 0))),
  )
  // Where the channel begins is nothing that changes.
  return covariance && { values, doubt: covariance.slice(1).map(row => row.slice(1)) }
}

/** What a channel does faster than its waves is followed from here on, in standard deviations that one average of it scatters by. */
const CLEAR = 3.3
/** Half-width of such an average, s. */
const NARROW = 240

/**
 * Adds to a channel's curve what its readings show beyond the waves, where that is clearly more than they scatter by themselves: a
 * skin in gusts and sun goes its own way (local constant regression with a triangular kernel, any text on local regression).
 */
function followWhatIsLeft(times: Float64Array, given: Float64Array, counts: Float64Array, values: Float64Array): void {
  const known: number[] = []
  for (let i = 0; i < given.length; i++) if (!Number.isNaN(given[i]!)) known.push(i)
  const left = known.map(i => given[i]! - values[i]!)
  // By neighbours' differences: what moves slowly is not in them.
  let squares = 0
  let moves = 0
  for (let k = 1; k < known.length; k++) {
    const change = left[k]! - left[k - 1]!
    squares += (change * change) / (1 / counts[known[k]!]! + 1 / counts[known[k - 1]!]!)
    moves++
  }
  const scatter = Math.sqrt(squares / Math.max(1, moves))
  const shown = new Float64Array(times.length)
  let strength = 0
  let from = 0
  for (let i = 0; i < times.length; i++) {
    while (from < known.length - 1 && times[known[from]!]! < times[i]! - NARROW) from++
    let weight = 0
    let sum = 0
    let square = 0
    for (let k = from; k < known.length && times[known[k]!]! <= times[i]! + NARROW; k++) {
      const share = (1 - Math.abs(times[known[k]!]! - times[i]!) / NARROW) * counts[known[k]!]!
      weight += share
      sum += share * left[k]!
      square += (share * share) / counts[known[k]!]!
    }
    if (!(weight > 0)) continue
    shown[i] = sum / weight
    strength += (shown[i]! / ((scatter * Math.sqrt(square)) / weight)) ** 2
  }
  if (Math.sqrt(strength / times.length) < CLEAR) return
  for (let i = 0; i < times.length; i++) values[i]! += shown[i]!
}
