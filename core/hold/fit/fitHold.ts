import { correlationWidening } from './correlationWidening'
import { effectParts } from '../besides/discrepancy'
import { leakPaths, type LeakPath } from '../besides/leakPaths'
import type { BudgetPart } from '../budget'
import type { HoldSetup } from '../holdSetup'
import { leakLaws, type HoldSeries, type LeakLaw } from '../holdSeries'
import { byIntervals } from './intervalModels'
import type { LeakPrior } from '../belief/leakPrior'
import { findStep, findWild } from './stepsAndWild'
import { foundTaus, settlings, type FoundTaus, type Settlings } from './settling'
import { nothingBesides, tankModel, type TankModel } from './tankModel'
import {
  believed,
  coefficientOf,
  modelled,
  mostBelieved,
  mostWeighed,
  tryModels,
  type Leaf,
  type Selection,
  type Tried,
  type TriedModels,
} from './triedModels'
import { chooseColumns, normalEquations, solveNormal } from '../../algebra/weightedLeastSquares'

export interface HoldFits {
  fits: Tried[]
  /** what leaks were likely beforehand, as slopes; null where every slope was */
  leaks: LeakPrior | null
  /** the slope of a leak and settling alone, of either sign: whether something acts against a leak shows in it */
  alone: { slope: number; variance: number }
  /** the same with all that may act besides, whatever sign a leak must have */
  together: { slope: number; variance: number }
  /** variance of the best fit's slope that each part of the budget brings, by what acts besides the leak */
  besides: Partial<Record<BudgetPart, number>>
  /** blocks left out */
  ignored: number[]
  /** blocks from which the pressure is offset */
  steps: number[]
  /** the fit that is believed most, and its inventory, a value a block */
  best: Tried
  fitted: Float64Array
}

/** Steps that nobody told of are found up to this number. */
const MOST_STEPS = 4
/** Times that the time constants of settling are looked for between those that are tried. */
const MOST_REFINEMENTS = 4

/**
 * Fits every law and settling time to a hold, weighs them by their evidence, leaves out wild blocks and gives each step its own
 * offset.
 * @param laws those to try
 * @returns null when the readings do not determine a leak
 */
export function fitHold(setup: HoldSetup, read: HoldSeries, laws: readonly LeakLaw[] = leakLaws): HoldFits | null {
  let series = read
  const sign = setup.method === 'vacuum-decay' ? -1 : 1
  const anchor = series.inventory[0]!
  const told = series.events.map(event => event.block)
  const selection: Selection = {
    used: new Uint8Array(series.times.length).fill(1),
    steps: [...told],
  }
  let tank = tankModel(setup, series, sign)
  const tried = (paths: readonly LeakPath[], model: TankModel) =>
    tryModels({ setup, series, sign, paths, selection, tank: model })
  const curveOf = ({ leaves, open }: TriedModels) => (leaves.length ? modelled(open(mostBelieved(leaves)), anchor) : null)
  // The fitted curve hardly depends on the law, so one law is enough to see what stands out of it, with all that may act besides.
  const search = leakPaths(setup, series, series.inventory, laws.slice(0, 1)).filter(path => !path.changes)
  let widest = widestOf(tank)
  let found = tried(search, widest)
  let curve = curveOf(found)
  for (let round = 0; round < 8 && curve; round++) {
    const residuals = subtract(series.inventory, curve)
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
    curve = curveOf(found)
  }
  if (!curve) return null
  if (setup.surroundings) {
    const followed = withWhatIsLeft(series, subtract(series.inventory, curve), selection.used)
    if (followed !== series) {
      series = followed
      found = tried(search, widest)
      curve = curveOf(found) ?? curve
    }
    for (let round = 0; round < MOST_REFINEMENTS; round++) {
      const taus = tausOf(found)
      if (taus.every(each => !each.moved)) break
      tank = { ...tank, settlings: settlings(setup, series, sign, taus) }
      widest = widestOf(tank)
      found = tried(search, widest)
      curve = curveOf(found) ?? curve
    }
    tank = stillBelieved(tank, found.leaves, course => tried(search, { ...tank, settlings: course }).leaves)
  }
  // What drives the leak is the pressure itself, not the gauge's noise on it, so the exposure runs along the fitted curve.
  const all = believed(tried(leakPaths(setup, series, curve, laws), tank))
  if (all.length === 0) return null
  // A wander of its own takes up what one block has in common with the next.
  if (series.intervals.length === 0 && !setup.surroundings) {
    const left = modelled(mostBelieved(all), anchor)
    if (left) widen(all, correlationWidening(subtract(series.inventory, left), selection.used))
  }
  const fits =
    series.intervals.length > 0 && series.intervals.length <= tank.mostIntervals
      ? byIntervals(series, all, selection, tank.leaks)
      : all
  const ignored: number[] = []
  selection.used.forEach((used, i) => {
    if (!used) ignored.push(i)
  })
  const best = mostWeighed(fits)
  const fitted = modelled(best, anchor)
  if (!fitted) return null
  const bare: TankModel = { ...tank, settlings: withoutRest(tank.settlings), besides: nothingBesides, leaks: null }
  return {
    fits,
    leaks: tank.leaks,
    alone: together(setup.surroundings ? believed(tried(search, bare)) : all),
    together: together(fits),
    besides: besidesOf(series, best, selection),
    ignored,
    steps: selection.steps.sort((a, b) => a - b),
    best,
    fitted,
  }
}

/** Squared deviations a degree of freedom from which on the widest model does not follow a record. */
const UNFOLLOWED = 1.3
/** Degrees of freedom that the widest model takes. */
const TAKEN = 12

/**
 * The same record with what the widest model cannot follow of it taken as noise of its blocks: a swing that is faster than any wave
 * that is tried, a thermometer's step. However many readings a block has, it then says no more than that.
 * @param residuals a value a block
 */
function withWhatIsLeft(series: HoldSeries, residuals: Float64Array, used: Uint8Array): HoldSeries {
  const { counts, noise } = series
  const degrees = used.reduce((sum, each) => sum + each, 0) - TAKEN
  if (degrees < TAKEN || series.intervals.length > 0) return series
  const deviation = (beside: number) =>
    residuals.reduce((sum, each, i) => sum + (used[i] ? (each * each) / ((noise * noise) / counts[i]! + beside) : 0), 0) /
    degrees
  if (deviation(0) < UNFOLLOWED) return series
  let low = 0
  let high = residuals.reduce((most, each) => Math.max(most, each * each), 0)
  for (let k = 0; k < 40; k++) {
    const middle = (low + high) / 2
    if (deviation(middle) > 1) low = middle
    else high = middle
  }
  const beside = high * correlationWidening(residuals, used)
  return { ...series, counts: counts.map(count => (noise * noise) / ((noise * noise) / count + beside)) }
}

/** Time constants that the best course with one time constant, and the best with a slow part, point to. */
function tausOf({ leaves, open }: TriedModels): (FoundTaus & { moved: boolean })[] {
  return [false, true].flatMap(slow => {
    const own = leaves.filter(({ option }) => option.settling && (option.settling.slowTau !== null) === slow)
    const fit = own.length ? open(mostBelieved(own)) : null
    const solved = fit?.solve()
    if (!fit?.settling || !solved) return []
    const terms = fit.terms()
    return [
      foundTaus(fit.settling, fit.warmth, effect => solved.coefficients[terms.findIndex(term => term.effect === effect)] ?? 0),
    ]
  })
}

/** All that may act besides at once: the last way of each choice is the one with the most in it. */
const widestOf = (tank: TankModel): TankModel => ({
  ...tank,
  besides: {
    always: tank.besides.always,
    choices: tank.besides.choices.map(choice => [{ ...choice[choice.length - 1]!, belief: 1 }]),
  },
})

/**
 * A course of settling, or a way of what acts besides, that is so much less believed than the best, as a log, is not tried with all the
 * rest.
 */
const HOPELESS = { course: 14, way: 11 }

/**
 * Without the courses of settling that the record speaks against even with all that may act besides, and without the ways of what acts
 * besides that it speaks against under the best of those courses.
 * @param withCourse tries every way under one course
 */
function stillBelieved(
  tank: TankModel,
  leaves: readonly Leaf[],
  withCourse: (course: Settlings) => readonly Leaf[],
): TankModel {
  const { settled, courses } = tank.settlings
  if (leaves.length === 0) return tank
  const best = mostBelieved(leaves)
  const alive = new Set(
    leaves.flatMap(leaf => (leaf.logBelief > best.logBelief - HOPELESS.course ? [leaf.option.settling] : [])),
  )
  const course = best.option.settling
  const ways = withCourse(course ? { settled: [], courses: [course] } : { settled, courses: [] })
  if (ways.length === 0) return tank
  const least = mostBelieved(ways).logBelief - HOPELESS.way
  const acting = new Set(ways.flatMap(leaf => (leaf.logBelief > least ? leaf.way.effects : [])))
  return {
    ...tank,
    settlings: { settled: alive.has(null) ? settled : [], courses: courses.filter(each => alive.has(each)) },
    besides: {
      ...tank.besides,
      choices: tank.besides.choices.map(choice => choice.filter(option => option.effects.every(effect => acting.has(effect)))),
    },
  }
}

/** One course alone, whatever may be slow or near beside it. */
const withoutRest = ({ settled, courses }: Settlings): Settlings => ({
  settled: settled.map(each => ({ ...each, rest: [] })),
  courses: courses.map(each => ({ ...each, rest: [] })),
})

/** Mean and variance of the slope over several models. */
function together(fits: readonly Tried[]): { slope: number; variance: number } {
  const slope = fits.reduce((sum, fit) => sum + fit.weight * fit.slope, 0)
  const variance = fits.reduce((sum, fit) => sum + fit.weight * (fit.pieces[0]!.variance + (fit.slope - slope) ** 2), 0)
  return { slope, variance }
}

/** How much less the slope's variance would be, by parts of the budget, if nothing of a part acted. */
function besidesOf(series: HoldSeries, fit: Tried, { used }: Selection): Partial<Record<BudgetPart, number>> {
  const terms = fit.terms()
  const parts = new Set(terms.flatMap(({ effect }) => (effect ? [effectParts[effect.name]] : [])))
  if (parts.size === 0) return {}
  const weights = Float64Array.from(used, (counts, i) => (counts ? series.counts[i]! / (series.noise * series.noise) : 0))
  const sums = normalEquations(
    terms.map(term => term.column),
    new Float64Array(series.times.length),
    weights,
  )
  const variance = (without: BudgetPart | null) => {
    const kept = terms.flatMap(({ effect }, a) => (effect && effectParts[effect.name] === without ? [] : [a]))
    const solved = solveNormal(
      chooseColumns(sums, kept),
      kept.map(a => terms[a]!.variance),
    )
    const leak =
      solved &&
      coefficientOf(
        'leak',
        kept.map(a => terms[a]!),
        solved,
      )
    return leak?.variance ?? 0
  }
  const whole = variance(null)
  return Object.fromEntries([...parts].map(part => [part, Math.max(0, whole - variance(part))]))
}

const widen = (fits: Tried[], factor: number) => {
  for (const fit of fits) for (const piece of fit.pieces) piece.variance *= factor
}

function subtract(from: Float64Array, what: Float64Array): Float64Array {
  const out = new Float64Array(from.length)
  for (let i = 0; i < out.length; i++) out[i] = from[i]! - what[i]!
  return out
}
