import { truncatedAtZero } from '../../quantity/normalDistribution'
import type { Effect } from '../besides/discrepancy'
import type { LeakPath } from '../besides/leakPaths'
import { BorderedCholesky, type Beforehand } from '../../algebra/borderedCholesky'
import type { HoldSetup } from '../hold'
import { holdDesign } from './holdDesign'
import type { HoldSeries, LeakLaw } from '../holdSeries'
import { leakDensity, type LeakPrior } from '../belief/leakPrior'
import type { Settling } from './settling'
import type { TankModel } from './tankModel'
import {
  chooseColumns,
  normalEquations,
  solveNormal,
  type LeastSquares,
  type NormalEquations,
} from '../../algebra/weightedLeastSquares'

/**
 * A piece of what the readings say of the leak with the rig's: a normal distribution, as inventory lost a second of exposure,
 * Pa·m3/(K·s).
 */
export interface SlopePiece {
  slope: number
  variance: number
  weight: number
}

/** What is known of the data while models are tried: which blocks count, and what stands out. */
export interface Selection {
  used: Uint8Array
  steps: number[]
}

/** A column of one model, and what is believed of its coefficient beforehand. */
export interface Term extends Beforehand {
  column: Float64Array
  /** of what acts besides the leak and the settling gas; else null */
  effect: Effect | null
}

/** One model of a hold and what the readings say of it. */
export interface Tried {
  law: LeakLaw
  path: LeakPath
  /** null where the gas has settled */
  settling: Settling | null
  /** what acts besides */
  effects: readonly Effect[]
  /** share of the belief, 0 to 1; all fits together make 1 */
  weight: number
  /** most probable slope, and its pieces, whose weights make 1; what leaks are likely beforehand is not in them yet */
  slope: number
  pieces: SlopePiece[]
  /** warmth that a pumping to the test pressure left, K */
  warmth: number
  /** log of what was believed of the model beforehand */
  logBeforehand: number
  /** log of the model's belief by the readings, every slope as likely */
  logEvidence: number
  /** the same with what leaks are likely */
  logBelief: number
  /** start, slope, settling if any, then the rest */
  terms: () => Term[]
  /** coefficients of the terms */
  solve: () => LeastSquares | null
}

/** Squared deviations, all together, from which on an effect is worth its column: a tenth of one reading's noise. */
const UNSEEN = 0.01
/** A model less believed than this is not worth integrating. */
const NEGLIGIBLE = 1e-4

/** The model that is believed most, and the one with the largest share. */
export const mostWeighed = (fits: readonly Tried[]) => fits.reduce((a, b) => (b.weight > a.weight ? b : a))
export const mostBelieved = <M extends { logBelief: number }>(models: readonly M[]) =>
  models.reduce((a, b) => (b.logBelief > a.logBelief ? b : a))

/** One way in which the gas may settle. */
interface Option {
  settling: Settling | null
  belief: number
  rest: readonly Effect[]
}

/** One way of what acts besides the leak and the settling gas. */
export interface Way {
  belief: number
  effects: readonly Effect[]
}

/** A model that was tried, as figures alone: there are thousands. */
export interface Leaf {
  option: Option
  way: Way
  path: LeakPath
  slope: number
  variance: number
  warmth: number
  logBeforehand: number
  logEvidence: number
  logBelief: number
}

/** All models that were tried, and any of them in full. */
export interface TriedModels {
  leaves: readonly Leaf[]
  open: (leaf: Leaf) => Tried
}

/**
 * Every way of the leak and settling time under each belief about the settling's sign and what acts besides. The sums over the
 * readings are made once for all of them, and models that share terms share the work of solving.
 */
export function tryModels(
  setup: HoldSetup,
  series: HoldSeries,
  sign: 1 | -1,
  paths: readonly LeakPath[],
  { used, steps }: Selection,
  tank: TankModel,
): TriedModels {
  const { settled, courses } = tank.settlings
  const options: Option[] = [
    ...settled.map(each => ({ ...each, settling: null })),
    ...courses.map(settling => ({ settling, belief: settling.belief, rest: settling.rest })),
  ]
  const { always, choices } = tank.besides
  const effects = [
    ...always,
    ...choices.flatMap(choice => choice.flatMap(option => option.effects)),
    ...options.flatMap(each => each.rest),
  ]
  const design = holdDesign(sign, paths, courses, steps, effects, series.times.length)
  const sums = sumsOf(series, design.columns, used)
  const usedCount = used.reduce((sum, each) => sum + each, 0)
  // A knock or a top-up moves the gauge by less than the test pressure.
  const offset = { mean: 0, variance: ((setup.testPressure * series.effectiveVolume) / series.meanTemperature) ** 2 }
  const flat = { mean: 0, variance: Infinity }
  const beforehand = (effect: Effect): Beforehand => ({ mean: effect.mean, variance: effect.spread * effect.spread })
  const warmth = (settling: Settling): Beforehand => ({ mean: 0, variance: settling.spread * settling.spread })

  const factor = new BorderedCholesky(sums, design.columns.length)
  const leaves: Leaf[] = []
  factor.push(0, flat)
  if (design.offsets.every(at => factor.push(at, offset))) {
    addEffects(always)
    descend(0, { belief: 1, effects: always })
  }
  return { leaves, open }

  function addEffects(added: readonly Effect[]): void {
    for (const effect of added) {
      const at = design.at(effect)
      const believed = beforehand(effect)
      // An effect that the record cannot tell from the others has its prior to be known by.
      if (factor.seenOf(at, believed) > UNSEEN) factor.push(at, believed)
    }
  }

  function descend(level: number, way: Way): void {
    const choice = choices[level]
    if (!choice) return settle(way)
    const size = factor.size
    for (const { belief, effects: added } of choice) {
      addEffects(added)
      descend(level + 1, { belief: way.belief * belief, effects: [...way.effects, ...added] })
      factor.truncate(size)
    }
  }

  function settle(way: Way): void {
    const size = factor.size
    for (const option of options) {
      addEffects(option.rest)
      const { settling } = option
      // What settles, whose sign is known, stands next to the leak.
      if (!settling || factor.push(design.settling(settling), warmth(settling))) {
        const before = factor.size
        for (const path of paths) {
          if (factor.push(design.leak(path), flat)) leaves.push(leafOf(option, way, path))
          factor.truncate(before)
        }
      }
      factor.truncate(size)
    }
  }

  /** What the factor says of the model that it stands for, once the settling is known to have its sign. */
  function leafOf(option: Option, way: Way, path: LeakPath): Leaf {
    const { settling } = option
    const logBeforehand = Math.log(option.belief * way.belief * path.belief)
    const own = factor.last()
    let slope = own.mean
    let variance = own.variance
    let logEvidence = factor.logEvidence + logBeforehand
    let amount = 0
    if (settling) {
      const start = factor.lastButOne()
      const kept = truncatedAtZero(start.mean, start.variance, settling.side)
      const pull = start.covariance / start.variance
      slope += pull * (kept.mean - start.mean)
      variance += pull * pull * (kept.variance - start.variance)
      amount = kept.mean
      logEvidence += Math.LN2 + kept.logProbability
    }
    variance *= Math.max(1, factor.quadratic / Math.max(1, usedCount - 2))
    const logBelief = logEvidence + logLeak(tank.leaks, slope, variance)
    return { option, way, path, slope, variance, warmth: amount, logBeforehand, logEvidence, logBelief }
  }

  function open(leaf: Leaf): Tried {
    const { option, way, path, slope, variance } = leaf
    const { settling } = option
    const term = (column: number, believed: Beforehand, effect: Effect | null = null): Term => ({
      column: design.columns[column]!,
      ...believed,
      effect,
    })
    const terms = () => [
      term(0, flat),
      term(design.leak(path), flat),
      ...(settling ? [term(design.settling(settling), warmth(settling))] : []),
      ...design.offsets.map(column => term(column, offset)),
      ...[...way.effects, ...option.rest].map(effect => term(design.at(effect), beforehand(effect), effect)),
    ]
    return {
      law: path.law,
      path,
      settling,
      effects: way.effects,
      weight: 0,
      slope,
      pieces: [{ slope, variance, weight: 1 }],
      warmth: leaf.warmth,
      logBeforehand: leaf.logBeforehand,
      logEvidence: leaf.logEvidence,
      logBelief: leaf.logBelief,
      terms,
      solve: () => solveTerms(terms(), sums, design.columns),
    }
  }
}

/** Log of how likely a slope's leak is beforehand, roughly: by its most probable value where it is one. */
export function logLeak(leaks: LeakPrior | null, slope: number, variance: number): number {
  if (!leaks) return 0
  const kept = truncatedAtZero(slope, variance, 1)
  return kept.logProbability + Math.log(leakDensity(leaks, Math.max(0, kept.mean)))
}

function sumsOf(series: HoldSeries, columns: readonly Float64Array[], used: Uint8Array): NormalEquations {
  const anchor = series.inventory[0]!
  const count = series.times.length
  const y = new Float64Array(count)
  const weights = new Float64Array(count)
  const information = 1 / (series.noise * series.noise)
  for (let i = 0; i < count; i++) {
    y[i] = series.inventory[i]! - anchor
    weights[i] = used[i] ? series.counts[i]! * information : 0
  }
  return normalEquations(columns, y, weights)
}

/** Solves for coefficients that are believed to lie around other values than zero. */
function solveTerms(terms: readonly Term[], sums: NormalEquations, columns: readonly Float64Array[]): LeastSquares | null {
  const { matrix, right, square } = chooseColumns(
    sums,
    terms.map(term => columns.indexOf(term.column)),
  )
  const moved = matrix.map(row => row.reduce((sum, each, b) => sum + each * terms[b]!.mean, 0))
  const solved = solveNormal(
    {
      matrix,
      right: right.map((each, a) => each - moved[a]!),
      square: square + terms.reduce((sum, { mean }, a) => sum + mean * (moved[a]! - 2 * right[a]!), 0),
    },
    terms.map(term => term.variance),
  )
  return solved && { ...solved, coefficients: solved.coefficients.map((each, a) => each + terms[a]!.mean) }
}

/** Inventory of a model, a value a block. */
export function modelled(tried: Tried, anchor: number): Float64Array | null {
  const solved = tried.solve()
  if (!solved) return null
  const terms = tried.terms()
  const out = new Float64Array(terms[0]!.column.length).fill(anchor)
  terms.forEach(({ column }, a) => {
    const coefficient = solved.coefficients[a]!
    for (let i = 0; i < out.length; i++) out[i]! += column[i]! * coefficient
  })
  return out
}

/** The models that are worth integrating, with their shares. */
export function believed({ leaves, open }: TriedModels): Tried[] {
  if (leaves.length === 0) return []
  const least = mostBelieved(leaves).logBelief + Math.log(NEGLIGIBLE)
  return shares(leaves.filter(leaf => leaf.logBelief > least).map(open))
}

/** Log beliefs as shares that make one; what is next to nothing is dropped. */
export function shares(fits: readonly Tried[]): Tried[] {
  if (fits.length === 0) return []
  const highest = Math.max(...fits.map(fit => fit.logBelief))
  const kept = fits.flatMap(fit => {
    const weight = Math.exp(fit.logBelief - highest)
    return weight > NEGLIGIBLE ? [{ ...fit, weight }] : []
  })
  const total = kept.reduce((sum, fit) => sum + fit.weight, 0)
  for (const fit of kept) fit.weight /= total
  return kept
}
