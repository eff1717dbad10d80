import { effectiveVolume, freeAirToReach } from '../gas/inventory'
import { ONE_SIDED_95 } from '../quantity/normalDistribution'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import type { Budget, BudgetPart, HoldSetup } from './hold'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from './unseenChange'
import { gaugeSpread } from './gaugeSpread'
import { solveNormal } from '../algebra/weightedLeastSquares'

/** What is planned, and how often it is read. */
export interface PlannedHold {
  setup: HoldSetup
  /** s between readings */ every: number
}

/** Time constant that gas is taken to settle with before anything was read, s: the middle of the range found in tanks. */
const USUAL_TAU = 120
/** A twentieth of the warmth is left after three. */
export const SETTLING_TIME = 3 * USUAL_TAU
/** Longer than this nobody holds, s. */
export const LONGEST_HOLD = 8 * 3600

export const improvements = ['thermometer', 'barometer', 'finer gauge', 'half the volume'] as const
export type Improvement = (typeof improvements)[number]

export interface HoldPlan {
  /** m3 of outside air in (or out) to be at pressure */
  freeAir: number
  settling: number
  /** smallest limit that is decided in nine of ten tries after each time, settling included: s and Pa·m3/s */
  curve: { t: number; smallest: number }[]
  /** s until nine of ten tight tanks are called sealed, and of those that leak twice the limit leaking; null when no hold of eight hours is enough */
  timeForLimit: number | null
  /** largest part of the budget at that time, or at the longest hold */
  limitedBy: BudgetPart
  /** what would shorten it most, and to how many seconds; null when nothing tried helps by a tenth */
  helps: { with: Improvement; timeForLimit: number } | null
}

/** What choosing among settling times and laws costs beside knowing which it is, as found over simulated holds. */
const CHOICE = 1.3
/** Readings that a hold has at the least. */
const FEWEST = 24

/**
 * Spread of the slope of a hold by its readings alone, a unit of deviation and second: the gas settles meanwhile by an amount and
 * with a time constant that the same readings have to tell (linear least squares, GUM, JCGM 100). The normal equations of
 * 1, t/D, e^(-t/tau) and (t/tau) e^(-t/tau) over even readings are integrals over the hold.
 */
function slopeSpread(held: number, every: number): number {
  const x = held / USUAL_TAU
  const one = Math.exp(-x),
    two = one * one
  const settled = 1 - one
  const late = 1 - (1 + x) * one
  const right = [0, 0, 0, 0]
  const matrix = [
    [x, x / 2, settled, late],
    [x / 2, x / 3, late / x, (2 - (x * x + 2 * x + 2) * one) / x],
    [settled, late / x, (1 - two) / 2, (1 - (1 + 2 * x) * two) / 4],
    [late, (2 - (x * x + 2 * x + 2) * one) / x, (1 - (1 + 2 * x) * two) / 4, (1 - (1 + 2 * x + 2 * x * x) * two) / 4],
  ]
  const solved = solveNormal(
    { matrix, right, square: 0 },
    right.map(() => Infinity),
  )
  const count = Math.max(FEWEST, held / every + 1)
  return solved ? (CHOICE * Math.sqrt((solved.covariance[1]![1]! * x) / count)) / held : Infinity
}

/**
 * Budget of a hold of a tight tank before it is run (GUM, JCGM 100); unseen change of temperature and weather counts whole.
 * @param held s from closing the rig, settling included
 */
export function plannedBudget({ setup, every }: PlannedHold, held: number): Budget {
  const spread = gaugeSpread(setup.gauge)
  const wide = effectiveVolume(setup.space, setup.testPressure)
  const absolute = STANDARD_PRESSURE + setup.testPressure
  const volume = setup.space.volume * (1 + setup.space.wallGive * setup.testPressure)
  return {
    readings: slopeSpread(held, every) * spread * wide,
    temperature: (((absolute * volume) / STANDARD_TEMPERATURE) * setup.temperatureChangeUncertainty) / held,
    barometer: (volume * setup.barometerChangeUncertainty) / held,
    unseenTemperature: 0,
    fuelVapour: 0,
    wallCreep: 0,
    instrumentDrift: 0,
    leakChange: 0,
    volume: 0,
    wallGive: 0,
    law: 0,
    rig: setup.rigLeakUncertainty,
  }
}

/** What the estimate doubts beside a budget that knows how gas settles, as found over simulated holds. */
const MODEL = 1.1
/** Standard deviations between a limit and a tight tank, or one that leaks twice as much, for nine of ten tries to decide. */
const NINE_IN_TEN = MODEL * (ONE_SIDED_95 + 1.2816)

/**
 * Smallest limit at which a planned hold decides after a time in nine of ten tries: a tight tank is called sealed, and one that
 * leaks twice the limit leaking, whose rate is in doubt by that of the volume besides and falls with the pressure.
 * @returns Pa·m3/s; Infinity where the volume is too doubtful for any
 */
export function smallestSeenAfter(planned: PlannedHold, held: number): number {
  const { space, volumeUncertainty, testPressure } = planned.setup
  const sure = NINE_IN_TEN * Math.hypot(...Object.values(plannedBudget(planned, held)))
  const ofTwice = (2 * NINE_IN_TEN * volumeUncertainty) / space.volume
  if (!(ofTwice < 1)) return Infinity
  const alone = sure / Math.sqrt(1 - ofTwice ** 2)
  let limit = alone
  for (let k = 0; k < 4; k++) limit = alone / drivenShare(2 * limit, Math.abs(testPressure) * space.volume, held) ** 2
  return limit
}

/**
 * Mean pressure over a hold as a share of its start, while a leak lets it fall; what has fallen to a third has been decided before.
 * @param rate Pa·m3/s at the start @param stored Pa·m3 above the outside
 */
function drivenShare(rate: number, stored: number, held: number): number {
  const fallen = Math.min(1, (rate * held) / stored)
  return fallen < 1e-9 ? 1 : (1 - Math.exp(-fallen)) / fallen
}

/** Time until a limit is decided in nine of ten tries, s; null when eight hours are not enough. @param rate Pa·m3/s */
export function timeToSee(planned: PlannedHold, rate: number): number | null {
  let low = SETTLING_TIME + 3 * planned.every,
    high = LONGEST_HOLD
  if (smallestSeenAfter(planned, high) > rate) return null
  if (smallestSeenAfter(planned, low) <= rate) return low
  for (let k = 0; k < 50; k++) {
    const middle = (low + high) / 2
    if (smallestSeenAfter(planned, middle) > rate) low = middle
    else high = middle
  }
  return high
}

/** Air, settling, what can be seen when, what limits it and what would help most. */
export function planHold(planned: PlannedHold): HoldPlan {
  const { setup } = planned
  const start = SETTLING_TIME + 3 * planned.every
  const points = 40
  const timeForLimit = timeToSee(planned, setup.limit)
  const budget = plannedBudget(planned, timeForLimit ?? LONGEST_HOLD)
  const isVolume = smallestSeenAfter(planned, LONGEST_HOLD) === Infinity
  const limitedBy = isVolume
    ? 'volume'
    : (Object.keys(budget) as BudgetPart[]).reduce((a, b) => (budget[b] > budget[a] ? b : a))
  const tried = improvements
    .flatMap(with_ => {
      const better = improved(planned, with_)
      const time = better && timeToSee(better, setup.limit)
      return time === null ? [] : [{ with: with_, timeForLimit: time }]
    })
    .sort((a, b) => a.timeForLimit - b.timeForLimit)
  const best = tried[0]
  return {
    freeAir: Math.abs(freeAirToReach(setup.space, setup.testPressure)),
    settling: SETTLING_TIME,
    curve: Array.from({ length: points }, (_, k) => {
      const t = start * (LONGEST_HOLD / start) ** (k / (points - 1))
      return { t, smallest: smallestSeenAfter(planned, t) }
    }),
    timeForLimit,
    limitedBy,
    helps: best && (timeForLimit === null || best.timeForLimit < 0.9 * timeForLimit) ? best : null,
  }
}

/** The same hold with one thing better; null when it is as good already. */
function improved({ setup, every }: PlannedHold, with_: Improvement): PlannedHold | null {
  const change = (setupChange: Partial<HoldSetup>): PlannedHold => ({ every, setup: { ...setup, ...setupChange } })
  switch (with_) {
    case 'thermometer':
      return setup.temperatureChangeUncertainty > UNSEEN_TEMPERATURE_CHANGE / 5
        ? change({ temperatureChangeUncertainty: 0.05 })
        : null
    case 'barometer':
      return setup.barometerChangeUncertainty > UNSEEN_BAROMETER_CHANGE / 3 ? change({ barometerChangeUncertainty: 10 }) : null
    case 'finer gauge':
      return change({ gauge: { resolution: setup.gauge.resolution / 10, noise: setup.gauge.noise / 10 } })
    case 'half the volume':
      return change({ space: { ...setup.space, volume: setup.space.volume / 2 } })
  }
}

/** Pump strokes for a volume of free air, or syringe fills. @param stroke m3 */
export const strokesFor = (freeAir: number, stroke: number) => Math.ceil(freeAir / stroke - 1e-9)
