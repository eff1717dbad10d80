import { truncatedAtZero } from '../quantity/normalDistribution'
import type { HoldSeries } from './holdSeries'
import { intervalFit } from './intervalFit'
import { believedLeak, logLeakPrior, mostBelieved, shares, type Selection, type Tried } from './triedModels'

/** Slopes at which a model's likelihood is worked out, in standard deviations of the rounded-off fit. */
const SLOPE_NODES = 17
const SLOPE_REACH = 4
const WORTH_TRYING = 3e-3
const WORTH_INTEGRATING = 0.03

/**
 * The same models for a gauge whose step hides its noise, by interval likelihood: at each of a row of slopes the rest of the
 * model is
 * fitted (Laplace's approximation for what is integrated out), so that a needle that never moved gives a bound with edges, not
 * a bell.
 */
export function byIntervals(series: HoldSeries, all: Tried[], { used }: Selection): Tried[] {
  const anchor = series.inventory[0]!
  const intervals = series.intervals
    .filter(({ block }) => used[block])
    .map(each => ({ ...each, low: each.low - anchor, high: each.high - anchor }))
  const step = series.intervals[0]!.high - series.intervals[0]!.low
  // Noise beyond what the gauge is said to have shows in how far its readings scatter.
  const reference = mostBelieved(all)
  const degrees = Math.max(1, intervals.length - reference.columns.length)
  const scatter = (reference.solved.chiSquare / degrees) * series.noise * series.noise - (step * step) / 12
  const spread = Math.max(series.bareNoise, 0.02 * step, scatter > 0 ? Math.sqrt(scatter) : 0)
  const rough = all.filter(fit => fit.weight > WORTH_TRYING).flatMap(fit => roundedFit(fit, intervals, spread) ?? [])
  return shares(shares(rough).map(fit => (fit.weight > WORTH_INTEGRATING ? integrateSlope(fit, intervals, spread) : fit)))
}

/** A model at its most probable coefficients, its slope a bell around it (Laplace's approximation). */
function roundedFit(fit: Tried, intervals: HoldSeries['intervals'], spread: number): Tried | null {
  const around = intervalFit(
    fit.columns,
    intervals,
    spread,
    fit.priors,
    fit.solved.coefficients.map((each, a) => each - fit.means[a]!),
    meanCurve(fit),
  )
  if (!around) return null
  const whole = { ...around, coefficients: around.coefficients.map((each, a) => each + fit.means[a]!) }
  const kept = fit.prior && truncatedAtZero(whole.coefficients[2]!, whole.covariance[2]![2]!, fit.prior.side)
  const variance = Math.min(whole.covariance[1]![1]!, 4 * fit.solved.covariance[1]![1]!)
  const leak = believedLeak(fit.path, whole.coefficients[1]!, variance, fit.usualSlope)
  return {
    ...fit,
    solved: whole,
    slope: leak.slope,
    settling: kept?.mean ?? 0,
    pieces: [{ slope: leak.slope, variance: leak.variance, weight: 1 }],
    logBelief:
      leak.log +
      whole.logLikelihood +
      whole.logPrior -
      0.5 * whole.logDeterminant +
      (kept ? Math.LN2 + kept.logProbability : 0) +
      fit.logBeforehand,
  }
}

/** What a model makes of the readings before it has seen them. */
function meanCurve({ columns, means }: Tried): Float64Array {
  const out = new Float64Array(columns[0]!.length)
  columns.forEach((column, a) => {
    if (means[a] !== 0) for (let i = 0; i < out.length; i++) out[i]! += means[a]! * column[i]!
  })
  return out
}

/** The same with its slope integrated over a row of nodes. */
function integrateSlope(fit: Tried, intervals: HoldSeries['intervals'], spread: number): Tried {
  const others = fit.columns.filter((_, a) => a !== 1)
  const priors = fit.priors.filter((_, a) => a !== 1)
  const gap = (2 * SLOPE_REACH * Math.sqrt(fit.pieces[0]!.variance)) / (SLOPE_NODES - 1)
  const atBest = fit.solved.coefficients.map((each, a) => each - fit.means[a]!).filter((_, a) => a !== 1)
  const mean = meanCurve(fit)
  const nodes: { slope: number; log: number; settling: number }[] = []
  for (const direction of [1, -1]) {
    let start = atBest
    for (let k = direction === 1 ? 0 : 1; k <= (SLOPE_NODES - 1) / 2; k++) {
      const slope = fit.solved.coefficients[1]! + direction * k * gap
      const rest = intervalFit(
        others,
        intervals,
        spread,
        priors,
        start,
        fit.columns[1]!.map((value, i) => value * slope + mean[i]!),
      )
      if (!rest) break
      start = rest.coefficients
      const kept = fit.prior && truncatedAtZero(rest.coefficients[1]!, rest.covariance[1]![1]!, fit.prior.side)
      const log =
        rest.logLikelihood +
        rest.logPrior -
        0.5 * rest.logDeterminant +
        (kept ? Math.LN2 + kept.logProbability : 0) +
        logLeakPrior(fit, slope)
      nodes.push({ slope, log, settling: kept?.mean ?? 0 })
      if (log < Math.max(...nodes.map(node => node.log)) - 15 && log > -Infinity) break
    }
  }
  const highest = Math.max(...nodes.map(node => node.log))
  // A leak that is none at every slope that was tried stays as Laplace's method has it.
  if (highest === -Infinity) return fit
  const total = nodes.reduce((sum, node) => sum + Math.exp(node.log - highest), 0)
  if (!(total > 0)) return fit
  const pieces = nodes.map(node => ({
    slope: node.slope,
    variance: (gap * gap) / 4,
    weight: Math.exp(node.log - highest) / total,
  }))
  return {
    ...fit,
    slope: pieces.reduce((sum, piece) => sum + piece.weight * piece.slope, 0),
    pieces: pieces.filter(piece => piece.weight > 1e-6),
    settling: nodes.reduce((sum, node, k) => sum + pieces[k]!.weight * node.settling, 0),
    // Relative to Laplace's value, which took the bell's area for the sum over the nodes.
    logBelief: highest + Math.log((total * gap) / Math.sqrt(2 * Math.PI)) + fit.logBeforehand,
  }
}
