import { truncatedAtZero } from '../../quantity/normalDistribution'
import type { HoldSeries } from '../holdSeries'
import { intervalFit } from './intervalFit'
import type { LeakPrior } from '../belief/leakPrior'
import { coefficientOf, logLeak, mostBelieved, shares, type Selection, type Term, type Tried } from './triedModels'
import type { LeastSquares } from '../../algebra/weightedLeastSquares'

/** Slopes at which a model's likelihood is worked out, in standard deviations of the rounded-off fit. */
const SLOPE_NODES = 17
const SLOPE_REACH = 4
const WORTH_TRYING = 3e-3
const WORTH_INTEGRATING = 0.03

/** A model whose terms and coefficients are at hand. */
interface Opened {
  fit: Tried
  terms: Term[]
  solved: LeastSquares
}

/**
 * The same models for a gauge whose step hides its noise, by interval likelihood: at each of a row of slopes the rest of the
 * model is fitted (Laplace's approximation for what is integrated out), so that a needle that never moved gives a bound with
 * edges, not a bell.
 */
export function byIntervals(series: HoldSeries, all: readonly Tried[], { used }: Selection, leaks: LeakPrior | null): Tried[] {
  const anchor = series.inventory[0]!
  const intervals = series.intervals
    .filter(({ block }) => used[block])
    .map(each => ({ ...each, low: each.low - anchor, high: each.high - anchor }))
  const step = series.intervals[0]!.high - series.intervals[0]!.low
  const opened = all
    .filter(fit => fit.weight > WORTH_TRYING)
    .flatMap(fit => {
      const solved = fit.solve()
      return solved ? [{ fit, terms: fit.terms(), solved }] : []
    })
  // Noise beyond what the gauge is said to have shows in how far its readings scatter.
  const reference = opened.find(each => each.fit === mostBelieved(all)) ?? opened[0]
  if (!reference) return [...all]
  const degrees = Math.max(1, intervals.length - reference.terms.length)
  const scatter = (reference.solved.chiSquare / degrees) * series.noise * series.noise - (step * step) / 12
  const spread = Math.max(series.bareNoise, 0.02 * step, scatter > 0 ? Math.sqrt(scatter) : 0)
  const rough = opened.flatMap(each => roundedFit(each, intervals, spread, leaks) ?? [])
  const kept = shares(rough.map(each => each.fit))
  return shares(
    kept.map(fit =>
      fit.weight > WORTH_INTEGRATING
        ? integrateSlope({ ...rough.find(each => each.fit.solve === fit.solve)!, fit }, intervals, spread, leaks)
        : fit,
    ),
  )
}

/** A model at its most probable coefficients, its slope a bell around it (Laplace's approximation). */
function roundedFit(
  { fit, terms, solved }: Opened,
  intervals: HoldSeries['intervals'],
  spread: number,
  leaks: LeakPrior | null,
): Opened | null {
  const around = intervalFit({
    columns: terms.map(term => term.column),
    intervals,
    spread,
    priorVariance: terms.map(term => term.variance),
    start: aroundMeans(terms, solved),
    fixed: meanCurve(terms),
  })
  if (!around) return null
  const whole = { ...around, coefficients: around.coefficients.map((each, a) => each + terms[a]!.mean) }
  const kept = keptWarmth(fit, terms, whole)
  const leak = coefficientOf('leak', terms, whole)!
  const slope = leak.mean
  const variance = Math.min(leak.variance, 4 * coefficientOf('leak', terms, solved)!.variance)
  const logEvidence =
    whole.logLikelihood +
    whole.logPrior -
    0.5 * whole.logDeterminant +
    (kept ? Math.LN2 + kept.logProbability : 0) +
    fit.logBeforehand
  return {
    terms,
    solved: whole,
    fit: {
      ...fit,
      slope,
      warmth: kept?.mean ?? 0,
      pieces: [{ slope, variance, weight: 1 }],
      logEvidence,
      logBelief: logEvidence + logLeak(leaks, slope, variance),
      solve: () => whole,
    },
  }
}

/** Coefficients as they lie around what was believed of them beforehand. */
const aroundMeans = (terms: readonly Term[], { coefficients }: LeastSquares) =>
  coefficients.map((each, a) => each - terms[a]!.mean)

/** The warmth that settles, once it is known to have its sign; null where the gas has settled. */
function keptWarmth({ settling }: Tried, terms: readonly Term[], solved: LeastSquares) {
  const warmth = coefficientOf('settling', terms, solved)
  return settling && warmth && truncatedAtZero(warmth.mean, warmth.variance, settling.side)
}

/** What a model makes of the readings before it has seen them. */
function meanCurve(terms: readonly Term[]): Float64Array {
  const out = new Float64Array(terms[0]!.column.length)
  for (const { column, mean } of terms) if (mean !== 0) for (let i = 0; i < out.length; i++) out[i]! += mean * column[i]!
  return out
}

/** The same with its slope integrated over a row of nodes. */
function integrateSlope(
  { fit, terms, solved }: Opened,
  intervals: HoldSeries['intervals'],
  spread: number,
  leaks: LeakPrior | null,
): Tried {
  const leakAt = terms.findIndex(term => term.name === 'leak')
  const others = terms.filter((_, a) => a !== leakAt)
  const columns = others.map(term => term.column)
  const priorVariance = others.map(term => term.variance)
  const best = solved.coefficients[leakAt]!
  const gap = (2 * SLOPE_REACH * Math.sqrt(fit.pieces[0]!.variance)) / (SLOPE_NODES - 1)
  const atBest = aroundMeans(terms, solved).filter((_, a) => a !== leakAt)
  const mean = meanCurve(terms)
  const nodes: { slope: number; log: number; warmth: number }[] = []
  for (const direction of [1, -1]) {
    let start = atBest
    for (let k = direction === 1 ? 0 : 1; k <= (SLOPE_NODES - 1) / 2; k++) {
      const slope = best + direction * k * gap
      const fixed = terms[leakAt]!.column.map((value, i) => value * slope + mean[i]!)
      const rest = intervalFit({ columns, intervals, spread, priorVariance, start, fixed })
      if (!rest) break
      start = rest.coefficients
      const kept = keptWarmth(fit, others, rest)
      const log = rest.logLikelihood + rest.logPrior - 0.5 * rest.logDeterminant + (kept ? Math.LN2 + kept.logProbability : 0)
      nodes.push({ slope, log, warmth: kept?.mean ?? 0 })
      if (log < Math.max(...nodes.map(node => node.log)) - 15) break
      // Further below none there is no leak.
      if (leaks && slope < -gap) break
    }
  }
  const highest = Math.max(...nodes.map(node => node.log))
  const total = nodes.reduce((sum, node) => sum + Math.exp(node.log - highest), 0)
  if (!(total > 0)) return fit
  const pieces = nodes.map(node => ({
    slope: node.slope,
    variance: (gap * gap) / 4,
    weight: Math.exp(node.log - highest) / total,
  }))
  const slope = pieces.reduce((sum, piece) => sum + piece.weight * piece.slope, 0)
  const variance = pieces.reduce((sum, piece) => sum + piece.weight * (piece.variance + (piece.slope - slope) ** 2), 0)
  // Relative to Laplace's value, which took the bell's area for the sum over the nodes.
  const logEvidence = highest + Math.log((total * gap) / Math.sqrt(2 * Math.PI)) + fit.logBeforehand
  return {
    ...fit,
    slope,
    pieces: pieces.filter(piece => piece.weight > 1e-6),
    warmth: nodes.reduce((sum, node, k) => sum + pieces[k]!.weight * node.warmth, 0),
    logEvidence,
    logBelief: logEvidence + logLeak(leaks, slope, variance),
  }
}
