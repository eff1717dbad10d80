import { truncatedAtZero } from '../quantity/normalDistribution'
import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import type { BudgetPart, HoldSetup } from './hold'
import { holdDesign, SETTLED_BELIEF, settlingColumns, settlingPriors, settlingPriorsIn, type SettlingPrior } from './holdModel'
import { discrepancies, settlingRest, type Discrepancy, type Effect } from './discrepancy'
import { leakLaws, type HoldSeries, type LeakLaw } from './holdSeries'
import { leakPaths, type LeakPath } from './leakPaths'
import { intervalFit } from './intervalFit'
import { pumpings } from './pumpings'
import { findStep, findWild } from './stepsAndWild'
import {
  chooseColumns,
  logEvidence,
  normalEquations,
  solveNormal,
  type LeastSquares,
  type NormalEquations,
} from './weightedLeastSquares'
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
  /** the slope of a leak and settling alone, of either sign: whether something acts against a leak shows in it */
  alone: { slope: number; variance: number }
  /** variance of the best fit's slope that each part of the budget brings, by what acts besides the leak */
  besides: Partial<Record<BudgetPart, number>>
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
  /** of that the logarithm of what was believed beforehand */
  logBeforehand: number
  path: LeakPath
  columns: Float64Array[]
  prior: SettlingPrior | null
  priors: number[]
  /** of each coefficient beforehand */
  means: number[]
  effects: readonly Effect[]
  sums: NormalEquations
  solved: LeastSquares
  usualSlope: number | null
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
  const tank = tankModel(setup, series, sign)
  const settlings = settlingColumns(series.times, selection.pumped)
  const tried = (paths: readonly LeakPath[], besides: readonly Discrepancy[]) =>
    tryModels(setup, series, sign, paths, settlings, selection, { ...tank, besides })
  // The fitted curve hardly depends on the law, so one law is enough to see what stands out of it, with all that may act besides.
  const search = leakPaths(setup, series, series.inventory, laws.slice(0, 1)).filter(path => !path.changes)
  const widest = tank.besides.slice(-1)
  let found = tried(search, widest)
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
    found = tried(search, widest)
  }
  if (found.length === 0) return null
  // What drives the leak is the pressure itself, not the gauge's noise on it, so the exposure runs along the fitted curve.
  const curve = modelled(mostBelieved(found), anchor)
  const all = shares(tried(leakPaths(setup, series, curve, laws), tank.besides))
  if (all.length === 0) return null
  // A wander of its own takes up what one block has in common with the next.
  if (series.intervals.length === 0 && !setup.surroundings)
    widen(all, correlation(subtract(series.inventory, modelled(mostBelieved(all), anchor)), selection.used))
  const fits =
    series.intervals.length > 0 && series.intervals.length <= tank.mostIntervals ? byIntervals(series, all, selection) : all
  const ignored: number[] = []
  selection.used.forEach((used, i) => {
    if (!used) ignored.push(i)
  })
  const best = mostWeighed(fits)
  return {
    fits,
    alone: together(setup.surroundings ? shares(tried(search, nothing)) : all),
    besides: besidesOf(best),
    ignored,
    steps: selection.steps.sort((a, b) => a - b),
    best,
    fitted: modelled(best, anchor),
  }
}

/** Mean and variance of the slope over several models. */
function together(fits: readonly Tried[]): { slope: number; variance: number } {
  const slope = fits.reduce((sum, fit) => sum + fit.weight * fit.solved.coefficients[1]!, 0)
  const variance = fits.reduce(
    (sum, fit) => sum + fit.weight * (fit.solved.covariance[1]![1]! + (fit.solved.coefficients[1]! - slope) ** 2),
    0,
  )
  return { slope, variance }
}

/** How much less the slope's variance would be, by parts of the budget, if nothing of a part acted. */
function besidesOf({ effects, sums, priors, solved }: Tried): Partial<Record<BudgetPart, number>> {
  const first = priors.length - effects.length
  return Object.fromEntries(
    [...new Set(effects.map(effect => effect.part))].map(part => {
      const kept = priors.flatMap((_, a) => (a >= first && effects[a - first]!.part === part ? [] : [a]))
      const without = solveNormal(
        chooseColumns(sums, kept),
        kept.map(a => priors[a]!),
      )
      return [part, Math.max(0, solved.covariance[1]![1]! - (without?.covariance[1]![1] ?? 0))]
    }),
  )
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

const mostWeighed = (fits: Tried[]) => fits.reduce((a, b) => (b.weight > a.weight ? b : a))
const mostBelieved = (fits: Tried[]) => fits.reduce((a, b) => (b.logBelief > a.logBelief ? b : a))

/** What is believed of a tank beforehand: how its gas settles, and what acts besides. */
interface TankModel {
  priors: readonly SettlingPrior[]
  settled: number
  besides: readonly Discrepancy[]
  /** how far each pumping moved the pressure, of the test pressure: what settles after it is as large */
  pumped: (index: number) => number
  /** what a settling does besides one exponential */
  rest: (tau: number, prior: SettlingPrior) => readonly Effect[]
  /** Pa·m3/(K·s): a leak is believed to be of this order, larger ones in inverse proportion; null where all are alike */
  usualSlope: number | null
  /** with more than so many intervals a coarse gauge's step is taken as noise: integrating over them would take too long */
  mostIntervals: number
}

const MOST_INTERVALS = 150
/** What may settle after the least of pumpings, of what may after a whole one. */
const LEAST_SHARE = 0.01
const nothing = [{ belief: 1, effects: [] }]

function tankModel(setup: HoldSetup, series: HoldSeries, sign: 1 | -1): TankModel {
  const { surroundings, limit } = setup
  if (!surroundings)
    return {
      priors: settlingPriors(sign),
      settled: SETTLED_BELIEF,
      besides: nothing,
      rest: () => [],
      pumped: () => 1,
      usualSlope: null,
      mostIntervals: Infinity,
    }
  const priors = settlingPriorsIn(setup, sign)
  const shares = pumpings(setup, series).map(each => Math.max(LEAST_SHARE, Math.abs(each.share)))
  const rests = new Map<string, readonly Effect[]>()
  return {
    priors,
    settled: 1 - priors.reduce((sum, prior) => sum + prior.belief, 0),
    besides: discrepancies(setup, surroundings, series),
    pumped: index => shares[index] ?? 1,
    rest(tau, prior) {
      const key = `${tau} ${prior.spread}`
      const kept = rests.get(key) ?? settlingRest(setup, series, { tau, warmth: prior.spread, hot: prior === priors[1] })
      rests.set(key, kept)
      return kept
    },
    usualSlope: limit / STANDARD_TEMPERATURE,
    mostIntervals: MOST_INTERVALS,
  }
}

/**
 * Every way of the leak and settling time under each belief about the settling's sign and what acts besides. The sums over the
 * readings are made once for all of them.
 */
function tryModels(
  setup: HoldSetup,
  series: HoldSeries,
  sign: 1 | -1,
  paths: readonly LeakPath[],
  settlings: ReadonlyMap<number, Float64Array[]>,
  { used, steps }: Selection,
  tank: TankModel,
): Tried[] {
  const settled = { tau: null, prior: null, rest: [], belief: tank.settled }
  const settling = tank.priors.flatMap(prior =>
    prior.taus.map(tau => ({ tau, prior, rest: tank.rest(tau, prior), belief: prior.belief / prior.taus.length })),
  )
  const effects = [...tank.besides.flatMap(each => each.effects), ...settling.flatMap(each => each.rest)]
  const needed = new Map([...settlings].filter(([tau]) => settling.some(each => each.tau === tau)))
  const design = holdDesign(series, sign, paths, needed, steps, effects)
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
  const out: Tried[] = []
  for (const path of paths)
    for (const { tau, prior, rest, belief } of [settled, ...settling])
      for (const { belief: share, effects: own } of tank.besides) {
        const all = [...rest, ...own]
        const chosen = design.choose(path, tau, all)
        const settlingEnd = 2 + (prior ? design.settlings : 0)
        const priors = chosen.map((_, a) =>
          a < 2
            ? Infinity
            : a < settlingEnd
              ? ((anchor * prior!.spread * tank.pumped(a - 2)) / series.meanTemperature) ** 2
              : a < chosen.length - all.length
                ? offsetVariance
                : all[a - chosen.length + all.length]!.spread ** 2,
        )
        const means = chosen.map((_, a) => all[a - chosen.length + all.length]?.mean ?? 0)
        const equations = chooseColumns(sums, chosen)
        const solved = solveAround(equations, means, priors)
        if (solved)
          out.push(
            believed({
              law: path.law,
              tau,
              path,
              prior,
              priors,
              means,
              effects: all,
              sums: equations,
              solved,
              columns: chosen.map(a => design.columns[a]!),
              logBeforehand: Math.log(belief * share * path.belief),
              usedCount,
              anchor,
              usualSlope: tank.usualSlope,
            }),
          )
      }
  return out
}

/** Solves for coefficients that are believed to lie around other values than zero. */
function solveAround(equations: NormalEquations, means: readonly number[], priors: readonly number[]): LeastSquares | null {
  if (means.every(mean => mean === 0)) return solveNormal(equations, priors)
  const { matrix, right, square } = equations
  const moved = matrix.map(row => row.reduce((sum, each, b) => sum + each * means[b]!, 0))
  const solved = solveNormal(
    {
      matrix,
      right: right.map((each, a) => each - moved[a]!),
      square: square + means.reduce((sum, mean, a) => sum + mean * (moved[a]! - 2 * right[a]!), 0),
    },
    priors,
  )
  return solved && { ...solved, coefficients: solved.coefficients.map((each, a) => each + means[a]!) }
}

/** What a solved model says of the leak, once the settling is known to have its sign, and a leak that changes to be one. */
function believed({
  usedCount,
  anchor,
  usualSlope,
  ...tried
}: Pick<
  Tried,
  'law' | 'tau' | 'path' | 'prior' | 'priors' | 'means' | 'effects' | 'sums' | 'solved' | 'columns' | 'logBeforehand'
> & {
  usedCount: number
  anchor: number
  usualSlope: number | null
}): Tried {
  const { solved, prior, path } = tried
  const inflation = Math.max(1, solved.chiSquare / Math.max(1, usedCount - solved.coefficients.length))
  let slope = solved.coefficients[1]!
  let variance = solved.covariance[1]![1]!
  let settling = prior ? solved.coefficients[2]! : 0
  let logBelief = logEvidence(solved) + tried.logBeforehand
  if (prior) {
    const own = solved.covariance[2]![2]!
    const kept = truncatedAtZero(settling, own, prior.side)
    const pull = solved.covariance[1]![2]! / own
    slope += pull * (kept.mean - settling)
    variance += pull * pull * (kept.variance - own)
    settling = kept.mean
    logBelief += Math.LN2 + kept.logProbability
  }
  const leak = believedLeak(path, slope, variance * inflation, usualSlope)
  return {
    ...tried,
    weight: 0,
    slope: leak.slope,
    pieces: [{ slope: leak.slope, variance: leak.variance, weight: 1 }],
    start: anchor + solved.coefficients[0]!,
    settling,
    logBelief: logBelief + leak.log,
    usualSlope,
  }
}

/**
 * A slope as a leak: where all that may act besides it is reckoned with, a leak is never less than none, and the larger the less it
 * was expected.
 */
function believedLeak({ changes }: LeakPath, slope: number, variance: number, usualSlope: number | null) {
  const kept = changes || usualSlope !== null ? truncatedAtZero(slope, variance, 1) : null
  const own = kept?.mean ?? slope
  return {
    slope: own,
    variance: kept?.variance ?? variance,
    log: (kept ? Math.LN2 + kept.logProbability : 0) - (usualSlope === null ? 0 : Math.log(Math.abs(own) / usualSlope + 0.5)),
  }
}

/** Log of what is believed of a slope beforehand, up to what is the same for all models: see `believedLeak`. */
function logLeakPrior({ path, usualSlope }: Pick<Tried, 'path' | 'usualSlope'>, slope: number): number {
  if (!path.changes && usualSlope === null) return 0
  if (slope < 0) return -Infinity
  return Math.LN2 - (usualSlope === null ? 0 : Math.log(slope / usualSlope + 0.5))
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
