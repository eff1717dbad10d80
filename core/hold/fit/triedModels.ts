import { truncatedAtZero } from '../../quantity/normalDistribution'
import type { Effect } from '../besides/discrepancy'
import type { LeakPath } from '../besides/leakPaths'
import { BorderedCholesky, type Beforehand } from '../../algebra/borderedCholesky'
import type { HoldSetup } from '../holdSetup'
import { holdDesign, type HoldDesign } from './holdDesign'
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
interface SlopePiece {
  slope: number
  variance: number
  weight: number
}

/** What is known of the data while models are tried: which blocks count, and what stands out. */
export interface Selection {
  used: Uint8Array
  steps: number[]
}

/** What a term of a model stands for. */
type TermName = 'start' | 'leak' | 'settling' | 'offset' | 'effect'

/** A column of one model, and what is believed of its coefficient beforehand. */
export interface Term extends Beforehand {
  name: TermName
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
  /** start, leak, settling if any, then the rest: the first three have their covariance in what is solved */
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

/** What models are tried on. */
interface Trial {
  setup: HoldSetup
  series: HoldSeries
  sign: 1 | -1
  paths: readonly LeakPath[]
  selection: Selection
  tank: TankModel
}

/**
 * Every way of the leak and settling time under each belief about the settling's sign and what acts besides. The sums over the
 * readings are made once for all of them, and models that share terms share the work of solving.
 */
export function tryModels(trial: Trial): TriedModels {
  const search = new ModelSearch(trial)
  return { leaves: search.leaves(), open: leaf => search.open(leaf) }
}

const flat: Beforehand = { mean: 0, variance: Infinity }
const beforehandOf = (effect: Effect): Beforehand => ({ mean: effect.mean, variance: effect.spread * effect.spread })
const warmthOf = (settling: Settling): Beforehand => ({ mean: 0, variance: settling.spread * settling.spread })

/** The ways in which the gas may settle, settled gas among them. */
const optionsOf = ({ settled, courses }: TankModel['settlings']): Option[] => [
  ...settled.map(each => ({ ...each, settling: null })),
  ...courses.map(settling => ({ settling, belief: settling.belief, rest: settling.rest })),
]

/** A walk over all models of a record: each term is pushed onto one factor, and taken off when all models with it were tried. */
class ModelSearch {
  private readonly options: readonly Option[]
  private readonly design: HoldDesign
  private readonly sums: NormalEquations
  private readonly factor: BorderedCholesky
  /** of a knock or a top-up, which moves the gauge by less than the test pressure */
  private readonly offset: Beforehand
  private readonly usedCount: number
  private readonly found: Leaf[] = []

  constructor(private readonly trial: Trial) {
    const { setup, series, sign, paths, selection, tank } = trial
    this.options = optionsOf(tank.settlings)
    this.design = holdDesign({
      sign,
      paths,
      settlings: tank.settlings.courses,
      steps: selection.steps,
      effects: [
        ...tank.besides.always,
        ...tank.besides.choices.flatMap(choice => choice.flatMap(way => way.effects)),
        ...this.options.flatMap(option => option.rest),
      ],
      count: series.times.length,
    })
    this.sums = sumsOf(series, this.design.columns, selection.used)
    this.factor = new BorderedCholesky(this.sums, this.design.columns.length)
    this.usedCount = selection.used.reduce((sum, each) => sum + each, 0)
    this.offset = { mean: 0, variance: ((setup.testPressure * series.effectiveVolume) / series.meanTemperature) ** 2 }
  }

  leaves(): readonly Leaf[] {
    const { factor, design } = this
    const { always } = this.trial.tank.besides
    factor.push(design.start, flat)
    if (design.offsets.every(at => factor.push(at, this.offset))) {
      this.addEffects(always)
      this.walkChoices(0, { belief: 1, effects: always })
    }
    return this.found
  }

  private addEffects(added: readonly Effect[]): void {
    for (const effect of added) {
      const at = this.design.at(effect)
      const believed = beforehandOf(effect)
      // An effect that the record cannot tell from the others has its prior to be known by.
      if (this.factor.seenOf(at, believed) > UNSEEN) this.factor.push(at, believed)
    }
  }

  private walkChoices(level: number, way: Way): void {
    const choice = this.trial.tank.besides.choices[level]
    if (!choice) return this.walkSettlings(way)
    const { size } = this.factor
    for (const { belief, effects: added } of choice) {
      this.addEffects(added)
      this.walkChoices(level + 1, { belief: way.belief * belief, effects: [...way.effects, ...added] })
      this.factor.truncate(size)
    }
  }

  private walkSettlings(way: Way): void {
    const { size } = this.factor
    for (const option of this.options) {
      this.addEffects(option.rest)
      const { settling } = option
      // What settles, whose sign is known, stands next to the leak.
      if (!settling || this.factor.push(this.design.settling(settling), warmthOf(settling))) this.walkPaths(option, way)
      this.factor.truncate(size)
    }
  }

  private walkPaths(option: Option, way: Way): void {
    const { size } = this.factor
    for (const path of this.trial.paths) {
      if (this.factor.push(this.design.leak(path), flat)) this.found.push(this.leafOf(option, way, path))
      this.factor.truncate(size)
    }
  }

  /** What the factor says of the model that it stands for, once the settling is known to have its sign. */
  private leafOf(option: Option, way: Way, path: LeakPath): Leaf {
    const { factor } = this
    const { settling } = option
    const logBeforehand = Math.log(option.belief * way.belief * path.belief)
    const own = factor.last()
    let slope = own.mean
    let variance = own.variance
    let logEvidence = factor.logEvidence + logBeforehand
    let warmth = 0
    if (settling) {
      const start = factor.lastButOne()
      const kept = truncatedAtZero(start.mean, start.variance, settling.side)
      const pull = start.covariance / start.variance
      slope += pull * (kept.mean - start.mean)
      variance += pull * pull * (kept.variance - start.variance)
      warmth = kept.mean
      logEvidence += Math.LN2 + kept.logProbability
    }
    variance *= Math.max(1, factor.quadratic / Math.max(1, this.usedCount - 2))
    const logBelief = logEvidence + logLeak(this.trial.tank.leaks, slope, variance)
    return { option, way, path, slope, variance, warmth, logBeforehand, logEvidence, logBelief }
  }

  /** A model in full: its terms, and how to solve for them. */
  open({ option, way, path, slope, variance, warmth, logBeforehand, logEvidence, logBelief }: Leaf): Tried {
    const terms = () => this.termsOf(option, way, path)
    return {
      law: path.law,
      path,
      settling: option.settling,
      effects: way.effects,
      weight: 0,
      slope,
      pieces: [{ slope, variance, weight: 1 }],
      warmth,
      logBeforehand,
      logEvidence,
      logBelief,
      terms,
      solve: () => solveTerms(terms(), this.sums, this.design.columns),
    }
  }

  private termsOf({ settling, rest }: Option, way: Way, path: LeakPath): Term[] {
    const { design } = this
    const term = (name: TermName, column: number, believed: Beforehand, effect: Effect | null = null): Term => ({
      name,
      column: design.columns[column]!,
      ...believed,
      effect,
    })
    return [
      term('start', design.start, flat),
      term('leak', design.leak(path), flat),
      ...(settling ? [term('settling', design.settling(settling), warmthOf(settling))] : []),
      ...design.offsets.map(column => term('offset', column, this.offset)),
      ...[...way.effects, ...rest].map(effect => term('effect', design.at(effect), beforehandOf(effect), effect)),
    ]
  }
}

/**
 * Coefficient of a term by its name, with its variance.
 * @param name of a term that stands once, at one of the first three places
 * @returns null where the model has no such term
 */
export function coefficientOf(
  name: 'start' | 'leak' | 'settling',
  terms: readonly Pick<Term, 'name'>[],
  { coefficients, covariance }: Pick<LeastSquares, 'coefficients' | 'covariance'>,
): { mean: number; variance: number } | null {
  const at = terms.findIndex(term => term.name === name)
  return at < 0 ? null : { mean: coefficients[at]!, variance: covariance[at]![at]! }
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
