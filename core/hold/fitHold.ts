import { leakPaths, type LeakPath } from './besides/leakPaths'
import type { Discrepancy } from './besides/discrepancy'
import type { BudgetPart, HoldSetup } from './hold'
import { holdEventKind } from './holdEvents'
import { settlingColumns } from './holdModel'
import { leakLaws, type HoldSeries, type LeakLaw } from './holdSeries'
import { byIntervals } from './intervalModels'
import { findStep, findWild } from './stepsAndWild'
import {
  modelled,
  mostBelieved,
  mostWeighed,
  nothing,
  shares,
  tankModel,
  tryModels,
  type HoldFit,
  type Selection,
  type Tried,
} from './triedModels'
import { chooseColumns, solveNormal } from './weightedLeastSquares'

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

/** Steps that nobody told of are found up to this number. */
const MOST_STEPS = 4

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

function subtract(from: Float64Array, what: Float64Array): Float64Array {
  const out = new Float64Array(from.length)
  for (let i = 0; i < out.length; i++) out[i] = from[i]! - what[i]!
  return out
}
