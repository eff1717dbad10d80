import { truncatedAtZero } from '../quantity/normalDistribution'
import type { HoldSetup } from './hold'
import { holdDesign, logPriorBelief, settlingColumns, settlingPriors, settlingTaus, type SettlingPrior } from './holdModel'
import { exposureAlong, leakLaws, type HoldSeries, type LeakLaw } from './holdSeries'
import { intervalFit } from './intervalFit'
import { findStep, findWild } from './stepsAndWild'
import { chooseColumns, logEvidence, normalEquations, solveNormal, type LeastSquares } from './weightedLeastSquares'
import { holdEventKind } from './holdEvents'

/**
 * A piece of what is believed about the leak with the rig's: a normal distribution, as inventory lost a second of exposure,
 * Pa·m3/(K·s).
 */
export interface SlopePiece {
  slope: number
  variance: number
  weight: number
}

/** One model of a hold and what the readings say of it. */
export interface HoldFit {
  law: LeakLaw
  tau: number | null
  /** share of the belief, 0 to 1; all fits together make 1 */
  weight: number
  /** most probable slope, and its pieces, whose weights make 1 */
  slope: number
  pieces: SlopePiece[]
  /** inventory at the start without settling, Pa·m3/K */
  start: number
  /** inventory that the start seems to hold beyond what it does, because the gas was warmer than the skin, Pa·m3/K */
  settling: number
}

export interface HoldFits {
  fits: HoldFit[]
  /** blocks left out */
  ignored: number[]
  /** blocks from which the pressure is offset */
  steps: number[]
  /** the fit that is believed most, and its inventory, a value a block */
  best: HoldFit
  fitted: Float64Array
}

/** What is known of the data while models are tried: which blocks count, and what stands out. */
interface Selection {
  used: Uint8Array
  steps: number[]
  pumped: number[]
}
interface Tried extends HoldFit {
  logBelief: number
  columns: Float64Array[]
  prior: SettlingPrior | null
  priors: number[]
  solved: LeastSquares
}
const MOST_STEPS = 4
/** A model less believed than this is not worth integrating. */
const NEGLIGIBLE = 1e-4

/**
 * Fits every law and settling time to a hold, weighs them by their evidence, leaves out wild blocks and gives each step its own
 * offset.
 * @param laws those to try
 * @returns null when the readings do not determine a leak
 */
export function fitHold(setup: HoldSetup, series: HoldSeries, laws: readonly LeakLaw[] = leakLaws): HoldFits | null {
  const sign = setup.method === 'vacuum-decay' ? -1 : 1
  const anchor = series.inventory[0]!
  const told = series.events.map(event => event.block)
  const selection: Selection = {
    used: new Uint8Array(series.times.length).fill(1),
    steps: [...told],
    pumped: series.events.filter(event => holdEventKind(event.kind) === 'pumped').map(event => event.block),
  }
  const settlings = settlingColumns(series.times, selection.pumped)
  const tried = (exposures: Map<LeakLaw, Float64Array>) => tryModels(setup, series, sign, exposures, settlings, selection)
  // The fitted curve hardly depends on the law, so one law is enough to see what stands out of it.
  const search = new Map([[laws[0]!, exposureAlong(setup, series, series.inventory, laws[0]!)]])
  let found = tried(search)
  for (let round = 0; round < 8 && found.length; round++) {
    const fitted = modelled(mostBelieved(found), anchor)
    const residuals = subtract(series.inventory, fitted)
    const step = selection.steps.length < told.length + MOST_STEPS ? findStep(series, residuals, selection.used) : null
    if (step !== null && !selection.steps.includes(step)) {
      selection.steps.push(step)
      selection.used.fill(1)
    } else {
      const wild = new Set(findWild(series, residuals))
      if (selection.used.every((used, i) => (used === 0) === wild.has(i))) break
      selection.used.forEach((_, i) => {
        selection.used[i] = wild.has(i) ? 0 : 1
      })
    }
    found = tried(search)
  }
  if (found.length === 0) return null
  // What drives the leak is the pressure itself, not the gauge's noise on it, so the exposure runs along the fitted curve.
  const curve = modelled(mostBelieved(found), anchor)
  const along = new Map(laws.map(law => [law, exposureAlong(setup, series, curve, law)]))
  const all = shares(tried(along))
  if (all.length === 0) return null
  if (series.intervals.length === 0)
    widen(all, correlation(subtract(series.inventory, modelled(mostBelieved(all), anchor)), selection.used))
  const fits = series.intervals.length ? byIntervals(series, all, selection) : all
  const ignored: number[] = []
  selection.used.forEach((used, i) => {
    if (!used) ignored.push(i)
  })
  const best = fits.reduce((a, b) => (b.weight > a.weight ? b : a))
  return { fits, ignored, steps: selection.steps.sort((a, b) => a - b), best, fitted: modelled(best, anchor) }
}

/**
 * How much wider the doubt is because what is left of one block resembles the next: (1 + r) / (1 - r) for a lag-one correlation r
 * that chance would not give (first-order autoregressive noise, any text on time series).
 */
function correlation(residuals: Float64Array, used: Uint8Array): number {
  let square = 0,
    product = 0,
    count = 0
  for (let i = 1; i < residuals.length; i++) {
    if (!used[i] || !used[i - 1]) continue
    square += residuals[i]! * residuals[i]!
    product += residuals[i]! * residuals[i - 1]!
    count++
  }
  const r = square > 0 ? Math.min(0.95, product / square) : 0
  return r > 2 / Math.sqrt(Math.max(1, count)) ? (1 + r) / (1 - r) : 1
}

const widen = (fits: Tried[], factor: number) => {
  for (const fit of fits) for (const piece of fit.pieces) piece.variance *= factor
}

const mostBelieved = (fits: Tried[]) => fits.reduce((a, b) => (b.logBelief > a.logBelief ? b : a))

/**
 * Every law and settling time under each belief about the settling's sign. The sums over the readings are made once for all of
 * them.
 */
function tryModels(
  setup: HoldSetup,
  series: HoldSeries,
  sign: 1 | -1,
  exposures: Map<LeakLaw, Float64Array>,
  settlings: ReadonlyMap<number, Float64Array[]>,
  { used, steps }: Selection,
): Tried[] {
  const design = holdDesign(series, sign, exposures, settlings, steps)
  const anchor = series.inventory[0]!
  const count = series.times.length
  const y = new Float64Array(count)
  const weights = new Float64Array(count)
  const information = 1 / (series.noise * series.noise)
  for (let i = 0; i < count; i++) {
    y[i] = series.inventory[i]! - anchor
    weights[i] = used[i] ? series.counts[i]! * information : 0
  }
  const sums = normalEquations(design.columns, y, weights)
  // A knock or a top-up moves the gauge by less than the test pressure.
  const offsetVariance = ((setup.testPressure * series.effectiveVolume) / series.meanTemperature) ** 2
  const usedCount = used.reduce((sum, each) => sum + each, 0)
  const priors = settlingPriors(sign)
  const models = [...exposures.keys()].flatMap(law =>
    [null, ...settlingTaus].map(tau => ({ law, tau, chosen: design.choose(law, tau) })),
  )
  return models.flatMap(({ law, tau, chosen }) => {
    const equations = chooseColumns(sums, chosen)
    const columns = chosen.map(a => design.columns[a]!)
    const beliefs: (SettlingPrior | null)[] = tau === null ? [null] : priors.filter(prior => prior.taus.includes(tau))
    return beliefs.flatMap(prior => {
      const settled = prior ? design.settlings : 0
      const variances = chosen.map((_, a) =>
        a < 2 ? Infinity : a < 2 + settled ? ((anchor * prior!.spread) / series.meanTemperature) ** 2 : offsetVariance,
      )
      const solved = solveNormal(equations, variances)
      return solved ? [believed(law, tau, prior, variances, solved, columns, usedCount, anchor)] : []
    })
  })
}

/** What a solved model says of the leak, once the settling is known to have its sign. */
function believed(
  law: LeakLaw,
  tau: number | null,
  prior: SettlingPrior | null,
  priors: number[],
  solved: LeastSquares,
  columns: Float64Array[],
  usedCount: number,
  anchor: number,
): Tried {
  const inflation = Math.max(1, solved.chiSquare / Math.max(1, usedCount - solved.coefficients.length))
  let slope = solved.coefficients[1]!
  let variance = solved.covariance[1]![1]!
  let settling = prior ? solved.coefficients[2]! : 0
  let logBelief = logEvidence(solved) + logPriorBelief(prior)
  if (prior) {
    const own = solved.covariance[2]![2]!
    const kept = truncatedAtZero(settling, own, prior.side)
    const pull = solved.covariance[1]![2]! / own
    slope += pull * (kept.mean - settling)
    variance += pull * pull * (kept.variance - own)
    settling = kept.mean
    logBelief += Math.LN2 + kept.logProbability
  }
  return {
    law,
    tau,
    weight: 0,
    slope,
    pieces: [{ slope, variance: variance * inflation, weight: 1 }],
    start: anchor + solved.coefficients[0]!,
    settling,
    logBelief,
    columns,
    prior,
    priors,
    solved,
  }
}

function subtract(from: Float64Array, what: Float64Array): Float64Array {
  const out = new Float64Array(from.length)
  for (let i = 0; i < out.length; i++) out[i] = from[i]! - what[i]!
  return out
}

/** Inventory of a model, a value a block. */
function modelled({ columns, solved }: Pick<Tried, 'columns' | 'solved'>, anchor: number): Float64Array {
  const out = new Float64Array(columns[0]!.length).fill(anchor)
  columns.forEach((column, a) => {
    const coefficient = solved.coefficients[a]!
    for (let i = 0; i < out.length; i++) out[i]! += column[i]! * coefficient
  })
  return out
}

/** Log beliefs as shares that make one; what is next to nothing is dropped. */
function shares<F extends Tried>(fits: F[]): F[] {
  if (fits.length === 0) return fits
  const highest = Math.max(...fits.map(fit => fit.logBelief))
  const kept = fits.map(fit => ({ ...fit, weight: Math.exp(fit.logBelief - highest) })).filter(fit => fit.weight > NEGLIGIBLE)
  const total = kept.reduce((sum, fit) => sum + fit.weight, 0)
  return kept.map(fit => ({ ...fit, weight: fit.weight / total }))
}

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
function byIntervals(series: HoldSeries, all: Tried[], { used }: Selection): Tried[] {
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
  const whole = intervalFit(fit.columns, intervals, spread, fit.priors, fit.solved.coefficients)
  if (!whole) return null
  const kept = fit.prior && truncatedAtZero(whole.coefficients[2]!, whole.covariance[2]![2]!, fit.prior.side)
  const slope = whole.coefficients[1]!
  return {
    ...fit,
    solved: whole,
    slope,
    settling: kept?.mean ?? 0,
    pieces: [{ slope, variance: Math.min(whole.covariance[1]![1]!, 4 * fit.solved.covariance[1]![1]!), weight: 1 }],
    logBelief:
      whole.logLikelihood +
      whole.logPrior -
      0.5 * whole.logDeterminant +
      (kept ? Math.LN2 + kept.logProbability : 0) +
      logPriorBelief(fit.prior),
  }
}

/** The same with its slope integrated over a row of nodes. */
function integrateSlope(fit: Tried, intervals: HoldSeries['intervals'], spread: number): Tried {
  const others = fit.columns.filter((_, a) => a !== 1)
  const priors = fit.priors.filter((_, a) => a !== 1)
  const gap = (2 * SLOPE_REACH * Math.sqrt(fit.pieces[0]!.variance)) / (SLOPE_NODES - 1)
  const atBest = fit.solved.coefficients.filter((_, a) => a !== 1)
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
        fit.columns[1]!.map(value => value * slope),
      )
      if (!rest) break
      start = rest.coefficients
      const kept = fit.prior && truncatedAtZero(rest.coefficients[1]!, rest.covariance[1]![1]!, fit.prior.side)
      const log = rest.logLikelihood + rest.logPrior - 0.5 * rest.logDeterminant + (kept ? Math.LN2 + kept.logProbability : 0)
      nodes.push({ slope, log, settling: kept?.mean ?? 0 })
      if (log < nodes[0]!.log - 15) break
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
  return {
    ...fit,
    slope: pieces.reduce((sum, piece) => sum + piece.weight * piece.slope, 0),
    pieces: pieces.filter(piece => piece.weight > 1e-6),
    settling: nodes.reduce((sum, node, k) => sum + pieces[k]!.weight * node.settling, 0),
    // Relative to Laplace's value, which took the bell's area for the sum over the nodes.
    logBelief: highest + Math.log((total * gap) / Math.sqrt(2 * Math.PI)) + logPriorBelief(fit.prior),
  }
}
