import { leakLaws, type HoldSeries, type LeakLaw } from './holdSeries'
import { weightedLeastSquares } from './weightedLeastSquares'

/** One model of a hold: a leak law and a settling time constant (null for gas already settled). */
export interface HoldFit {
  law: LeakLaw
  tau: number | null
  /** share of the belief, 0 to 1; all fits together make 1 */
  weight: number
  /** leak with the rig's, as inventory lost a second of exposure, Pa·m3/(K·s) */
  slope: number
  slopeVariance: number
  /** inventory at the start without settling, Pa·m3/K */
  start: number
  /** inventory that the start seems to hold beyond what it does, because the gas was warmer than the skin, Pa·m3/K */
  settling: number
  residuals: Float64Array
}

export interface HoldFits {
  fits: HoldFit[]
  weights: Float64Array
  ignored: number[]
  steps: number[]
}

/** Time constants tried for the gas to reach the skin's temperature, s; belief in each is the same beforehand. */
export const settlingTaus = [30, 45, 65, 95, 140, 200, 280, 400] as const
/** How far from the skin freshly pumped or pulled gas may be when a hold starts, K, one standard deviation. */
const SETTLING_SPREAD = 1.5
const STEP_IMPROVEMENT = 30
const MOST_STEPS = 4
const WILD = 6

/**
 * Fits every law and settling time to a hold, weighs them by their evidence, leaves out wild readings and gives each step its own offset.
 * @throws nothing; an empty list of fits means that the readings do not determine a leak
 */
export function fitHold(series: HoldSeries, sign: 1 | -1): HoldFits {
  const count = series.times.length
  const weights = new Float64Array(count).fill(1 / series.noise ** 2)
  const steps = [...new Set(series.marks)]
  let ignored: number[] = []
  let fits = weigh(series, sign, weights, steps)
  for (let round = 0; round < 8 && fits.length > 0; round++) {
    const best = fits.reduce((a, b) => (b.weight > a.weight ? b : a))
    const step = steps.length < MOST_STEPS ? findStep(series, best.residuals, weights) : null
    if (step !== null && !steps.includes(step)) {
      steps.push(step)
      ignored = []
      weights.fill(1 / series.noise ** 2)
    }
    else {
      const wild = findWild(series, best.residuals)
      if (wild.length === ignored.length && wild.every((index, k) => index === ignored[k])) break
      ignored = wild
      weights.fill(1 / series.noise ** 2)
      for (const index of ignored) weights[index] = 0
    }
    fits = weigh(series, sign, weights, steps)
  }
  return { fits, weights, ignored, steps: steps.sort((a, b) => a - b) }
}

function weigh(series: HoldSeries, sign: 1 | -1, weights: Float64Array, steps: number[]): HoldFit[] {
  const { times, inventory } = series
  const count = times.length
  const start = times[0]!
  const anchor = inventory[0]!
  const y = Float64Array.from(inventory, value => value - anchor)
  const ones = new Float64Array(count).fill(1)
  const offsets = steps.map(at => Float64Array.from(times, t => (t >= at ? 1 : 0)))
  const settlingVariance = (anchor * SETTLING_SPREAD / series.meanTemperature) ** 2
  const found: (HoldFit & { logEvidence: number })[] = []
  for (const law of leakLaws) {
    const lost = Float64Array.from(series.exposure[law], value => -sign * value)
    for (const tau of [null, ...settlingTaus]) {
      const settling = tau === null ? [] : [Float64Array.from(times, t => Math.exp(-(t - start) / tau))]
      const columns = [ones, lost, ...settling, ...offsets]
      const prior = [Infinity, Infinity, ...settling.map(() => settlingVariance), ...offsets.map(() => Infinity)]
      const fit = weightedLeastSquares(columns, y, weights, prior)
      if (!fit) continue
      const residuals = new Float64Array(count)
      for (let i = 0; i < count; i++) {
        let fitted = 0
        for (let a = 0; a < columns.length; a++) fitted += columns[a]![i]! * fit.coefficients[a]!
        residuals[i] = y[i]! - fitted
      }
      const used = weights.reduce((sum, weight) => sum + (weight > 0 ? 1 : 0), 0)
      const inflation = Math.max(1, fit.chiSquare / Math.max(1, used - columns.length))
      found.push({
        law,
        tau,
        weight: 0,
        slope: fit.coefficients[1]!,
        slopeVariance: fit.covariance[1]![1]! * inflation,
        start: anchor + fit.coefficients[0]!,
        settling: tau === null ? 0 : fit.coefficients[2]!,
        residuals,
        logEvidence: fit.logEvidence,
      })
    }
  }
  const highest = Math.max(...found.map(fit => fit.logEvidence))
  const total = found.reduce((sum, fit) => sum + Math.exp(fit.logEvidence - highest), 0)
  return found.map(({ logEvidence, ...fit }) => ({ ...fit, weight: Math.exp(logEvidence - highest) / total }))
}

/** The time of the step that would explain the residuals best, or null when none is worth it. */
function findStep(series: HoldSeries, residuals: Float64Array, weights: Float64Array): number | null {
  const count = residuals.length
  // From one reading to the next, so that the step itself does not widen it.
  const noise = Math.max(series.noise, robustSpread(residuals.slice(1).map((residual, i) => residual - residuals[i]!)) / Math.SQRT2)
  let total = 0, totalCount = 0
  for (let i = 0; i < count; i++) if (weights[i]! > 0) { total += residuals[i]!; totalCount++ }
  let left = 0, leftCount = 0
  let best = STEP_IMPROVEMENT, at: number | null = null
  for (let i = 0; i < count - 3; i++) {
    if (weights[i] === 0) continue
    left += residuals[i]!
    leftCount++
    const rightCount = totalCount - leftCount
    if (leftCount < 3 || rightCount < 3) continue
    const jump = left / leftCount - (total - left) / rightCount
    const improvement = jump ** 2 * leftCount * rightCount / totalCount / noise ** 2
    // A step is sudden: the readings on its two sides must show it too, not only the two halves.
    const local = Math.abs(median(residuals, i - 3, i + 1) - median(residuals, i + 1, i + 5))
    if (improvement > best && local > 5 * noise) {
      best = improvement
      at = series.times[i + 1]!
    }
  }
  return at
}

function findWild(series: HoldSeries, residuals: Float64Array): number[] {
  const spread = Math.max(series.noise, robustSpread(residuals))
  const wild: number[] = []
  residuals.forEach((residual, i) => {
    if (Math.abs(residual) > WILD * spread) wild.push(i)
  })
  return wild.length > residuals.length / 4 ? [] : wild
}

/** 1.4826 x median absolute deviation from zero: a standard deviation that wild readings do not move. */
function robustSpread(residuals: Float64Array): number {
  const sorted = residuals.map(Math.abs).sort()
  return 1.4826 * sorted[sorted.length >> 1]!
}

function median(values: Float64Array, from: number, to: number): number {
  const slice = values.slice(Math.max(0, from), Math.min(values.length, to)).sort()
  return slice.length ? slice[slice.length >> 1]! : 0
}
