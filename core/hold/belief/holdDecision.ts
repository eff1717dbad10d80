import type { Budget } from '../budget'
import type { Decider, HoldEstimate } from '../holdEstimate'
import type { HoldSetup } from '../holdSetup'
import type { HoldVerdict } from './verdict'
import type { HoldSeries } from '../holdSeries'
import { normalBounds, verdictOf, type RateBounds } from './verdict'

/** Longer than this a technician does not wait for a hold, min. */
const LONGEST_WAIT = 12 * 60

type Estimated = Pick<HoldEstimate, 'leakRate' | 'budget'>

/**
 * The verdict of three, and for an undecided hold what would decide it.
 * @param estimated Pa·m3/s
 * @param bounds one-sided 95 % each, Pa·m3/s
 */
export function decision(
  setup: HoldSetup,
  series: HoldSeries,
  estimated: Estimated,
  bounds: RateBounds,
): { verdict: HoldVerdict; decidedBy: Decider | null; minutesMore: number | null } {
  const verdict = verdictOf(bounds, setup.limit, setup.strictest)
  if (verdict !== 'cannot-tell') return { verdict, decidedBy: null, minutesMore: null }
  // More of what pulls it below zero would not decide anything.
  if (bounds.belowZero) return { verdict, minutesMore: null, decidedBy: 'another method' }
  const held = series.times[series.times.length - 1]! - series.times[0]!
  const minutesMore = minutesToDecide(estimated, setup, held)
  return {
    verdict,
    minutesMore,
    decidedBy: minutesMore === null || minutesMore > 60 ? betterMeans(series, estimated.budget) : 'time',
  }
}

/**
 * Doubt after holding `factor` times as long: readings average as the 1.5th power, unseen drift as the first, doubt in scale
 * not at all.
 */
function uncertaintyAfter(budget: Budget, factor: number): number {
  return Math.hypot(
    budget.readings / factor ** 1.5,
    budget.temperature / factor,
    budget.unseenTemperature / factor,
    budget.barometer / factor,
    budget.fuelVapour / factor,
    budget.wallCreep / factor,
    budget.instrumentDrift / factor ** 0.5,
    budget.leakChange,
    budget.volume,
    budget.wallGive,
    budget.law,
    budget.rig,
  )
}

function minutesToDecide(
  { leakRate, budget }: Estimated,
  { limit, strictest }: Pick<HoldSetup, 'limit' | 'strictest'>,
  held: number,
): number | null {
  if (!(held > 0)) return null
  for (let factor = 1.05; held * (factor - 1) <= LONGEST_WAIT * 60; factor *= 1.05) {
    if (verdictOf(normalBounds(leakRate, uncertaintyAfter(budget, factor)), limit, strictest) !== 'cannot-tell')
      return Math.max(1, Math.ceil((held * (factor - 1)) / 60))
  }
  return null
}

/** The largest part of the budget names what to bring. */
function betterMeans(series: HoldSeries, budget: Budget): Decider {
  const largest = (Object.keys(budget) as (keyof Budget)[]).reduce((a, b) => (budget[b] > budget[a] ? b : a))
  const means: Record<keyof Budget, Decider> = {
    readings: 'finer gauge',
    unseenTemperature: series.temperatureScatter !== null ? 'another method' : 'thermometer',
    fuelVapour: 'another method',
    wallCreep: 'another method',
    instrumentDrift: 'finer gauge',
    leakChange: 'another method',
    temperature: series.temperatureScatter !== null ? 'another method' : 'thermometer',
    barometer: series.barometerScatter !== null ? 'another method' : 'barometer',
    volume: 'measured volume',
    wallGive: 'measured volume',
    law: 'another method',
    rig: 'another method',
  }
  return means[largest]
}
