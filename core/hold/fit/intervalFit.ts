import { intervalScore } from '../../quantity/normalDistribution'
import type { GaugeInterval } from '../holdSeries'
import { normalEquations, solveNormal, type LeastSquares } from '../../algebra/weightedLeastSquares'

/**
 * Fit of a linear model to readings of which each only says "between these two values" (interval-censored likelihood, any text on
 * survival or censored regression), by Newton's method; the likelihood is log-concave, so what is found is the one maximum.
 */
interface IntervalFit extends LeastSquares {
  /** log likelihood at the coefficients */
  logLikelihood: number
}

const MOST_STEPS = 40
const CONVERGED = 1e-5
/** A plateau of the likelihood has no curvature; this share of a reading's information keeps Newton's step finite. */
const LEAST_CURVATURE = 1e-6

/** What is fitted, to what, and from where. */
interface IntervalProblem {
  /** one array a coefficient, a value a block */
  columns: readonly Float64Array[]
  /** in the units of y */
  intervals: readonly GaugeInterval[]
  /** standard deviation of the gauge's noise, above zero */
  spread: number
  /** of each coefficient; Infinity for no prior */
  priorVariance: readonly number[]
  /** coefficients to start from */
  start: readonly number[]
  /** added to the model, a value a block */
  fixed: Float64Array
}

/** @returns null when the readings do not determine the coefficients */
export function intervalFit({ columns, intervals, spread, priorVariance, start, fixed }: IntervalProblem): IntervalFit | null {
  const rows = columns.map(column => Float64Array.from(intervals, ({ block }) => column[block]!))
  const base = Float64Array.from(intervals, ({ block }) => fixed[block]!)
  const modelled = (coefficients: readonly number[]) => {
    const x = Float64Array.from(base)
    rows.forEach((row, a) => {
      const value = coefficients[a]!
      for (let i = 0; i < x.length; i++) x[i]! += row[i]! * value
    })
    return x
  }
  const weights = new Float64Array(intervals.length)
  const working = new Float64Array(intervals.length)
  /** Log likelihood; leaves in `weights` and `working` what Newton's next step needs. */
  const look = (x: Float64Array) => {
    let sum = 0
    for (let i = 0; i < x.length; i++) {
      const { low, high, count } = intervals[i]!
      const { log, slope, curvature } = intervalScore((low - x[i]!) / spread, (high - x[i]!) / spread)
      const bend = Math.max(LEAST_CURVATURE, curvature)
      sum += count * log
      weights[i] = (count * bend) / (spread * spread)
      working[i] = x[i]! - base[i]! + (spread * slope) / bend
    }
    return sum
  }
  const penalty = (coefficients: readonly number[]) =>
    coefficients.reduce(
      (sum, value, a) => sum + (Number.isFinite(priorVariance[a]!) ? (0.5 * value * value) / priorVariance[a]! : 0),
      0,
    )
  let coefficients: readonly number[] = start
  let logLikelihood = look(modelled(coefficients))
  let solved: LeastSquares | null = null
  for (let step = 0; step < MOST_STEPS; step++) {
    solved = solveNormal(normalEquations(rows, working, weights), priorVariance)
    if (!solved) return null
    const before = logLikelihood - penalty(coefficients)
    let next: readonly number[] = solved.coefficients
    logLikelihood = look(modelled(next))
    for (let halving = 0; halving < 12 && !(logLikelihood - penalty(next) >= before - 1e-9); halving++) {
      next = next.map((value, a) => (value + coefficients[a]!) / 2)
      logLikelihood = look(modelled(next))
    }
    coefficients = next
    if (Math.abs(logLikelihood - penalty(coefficients) - before) < CONVERGED) break
  }
  return solved && { ...solved, coefficients: [...coefficients], logLikelihood }
}
