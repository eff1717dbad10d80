import { truncatedAtZero } from '../quantity/normalDistribution'
import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { discrepancies, settlingRest, type Discrepancy, type Effect } from './besides/discrepancy'
import type { LeakPath } from './besides/leakPaths'
import { pumpings } from './besides/pumpings'
import type { HoldSetup } from './hold'
import { holdDesign, SETTLED_BELIEF, settlingPriors, settlingPriorsIn, type SettlingPrior } from './holdModel'
import type { HoldSeries, LeakLaw } from './holdSeries'
import {
  chooseColumns,
  logEvidence,
  normalEquations,
  solveNormal,
  type LeastSquares,
  type NormalEquations,
} from './weightedLeastSquares'

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

/** What is known of the data while models are tried: which blocks count, and what stands out. */
export interface Selection {
  used: Uint8Array
  steps: number[]
  pumped: number[]
}
export interface Tried extends HoldFit {
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
/** A model less believed than this is not worth integrating. */
const NEGLIGIBLE = 1e-4

/** The model that is believed most, and the one with the largest share. */
export const mostWeighed = (fits: Tried[]) => fits.reduce((a, b) => (b.weight > a.weight ? b : a))
export const mostBelieved = (fits: Tried[]) => fits.reduce((a, b) => (b.logBelief > a.logBelief ? b : a))

/** What is believed of a tank beforehand: how its gas settles, and what acts besides. */
export interface TankModel {
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
/** Nothing but a leak and settling gas. */
export const nothing = [{ belief: 1, effects: [] }]

export function tankModel(setup: HoldSetup, series: HoldSeries, sign: 1 | -1): TankModel {
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
export function tryModels(
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
export function believedLeak({ changes }: LeakPath, slope: number, variance: number, usualSlope: number | null) {
  const kept = changes || usualSlope !== null ? truncatedAtZero(slope, variance, 1) : null
  const own = kept?.mean ?? slope
  return {
    slope: own,
    variance: kept?.variance ?? variance,
    log: (kept ? Math.LN2 + kept.logProbability : 0) - (usualSlope === null ? 0 : Math.log(Math.abs(own) / usualSlope + 0.5)),
  }
}

/** Log of what is believed of a slope beforehand, up to what is the same for all models: see `believedLeak`. */
export function logLeakPrior({ path, usualSlope }: Pick<Tried, 'path' | 'usualSlope'>, slope: number): number {
  if (!path.changes && usualSlope === null) return 0
  if (slope < 0) return -Infinity
  return Math.LN2 - (usualSlope === null ? 0 : Math.log(slope / usualSlope + 0.5))
}

/** Inventory of a model, a value a block. */
export function modelled({ columns, solved }: Pick<Tried, 'columns' | 'solved'>, anchor: number): Float64Array {
  const out = new Float64Array(columns[0]!.length).fill(anchor)
  columns.forEach((column, a) => {
    const coefficient = solved.coefficients[a]!
    for (let i = 0; i < out.length; i++) out[i]! += column[i]! * coefficient
  })
  return out
}

/** Log beliefs as shares that make one; what is next to nothing is dropped. */
export function shares<F extends Tried>(fits: F[]): F[] {
  if (fits.length === 0) return fits
  const highest = Math.max(...fits.map(fit => fit.logBelief))
  const kept = fits.map(fit => ({ ...fit, weight: Math.exp(fit.logBelief - highest) })).filter(fit => fit.weight > NEGLIGIBLE)
  const total = kept.reduce((sum, fit) => sum + fit.weight, 0)
  return kept.map(fit => ({ ...fit, weight: fit.weight / total }))
}
