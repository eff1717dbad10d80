import { effectiveVolume, freeAirToReach } from '../gas/inventory'
import { ONE_SIDED_95 } from '../quantity/normalDistribution'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import type { Budget, BudgetPart, HoldSetup } from './hold'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from './unseenChange'
import { gaugeSpread } from './gaugeSpread'

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
  /** smallest leak seen after each time, settling included: s and Pa·m3/s */
  curve: { t: number; smallest: number }[]
  /** s until a tight tank is called sealed at the limit; null when no hold of eight hours is enough */
  timeForLimit: number | null
  /** largest part of the budget at that time, or at the longest hold */
  limitedBy: BudgetPart
  /** what would shorten it most, and to how many seconds; null when nothing tried helps by a tenth */
  helps: { with: Improvement; timeForLimit: number } | null
}

/**
 * Budget of a hold of a tight tank before it is run (GUM, JCGM 100): the slope of N even readings over D with deviation s
 * has s sqrt(12 / N) / D; unseen change of temperature and weather counts whole.
 * @param held s from closing the rig, settling included
 */
export function plannedBudget({ setup, every }: PlannedHold, held: number): Budget {
  const read = Math.max(1, held - SETTLING_TIME)
  const count = Math.max(3, read / every + 1)
  const spread = gaugeSpread(setup.gauge)
  const wide = effectiveVolume(setup.space, setup.testPressure)
  const absolute = STANDARD_PRESSURE + setup.testPressure
  const volume = setup.space.volume * (1 + setup.space.wallGive * setup.testPressure)
  return {
    readings: ((spread * Math.sqrt(12 / count)) / read) * wide,
    temperature: (((absolute * volume) / STANDARD_TEMPERATURE) * setup.temperatureChangeUncertainty) / held,
    barometer: (volume * setup.barometerChangeUncertainty) / held,
    volume: 0,
    wallGive: 0,
    law: 0,
    rig: setup.rigLeakUncertainty,
  }
}

/** Smallest leak that a planned hold sees after a time, one-sided 95 %, Pa·m3/s. */
export const smallestSeenAfter = (planned: PlannedHold, held: number) =>
  ONE_SIDED_95 * Math.hypot(...Object.values(plannedBudget(planned, held)))

/** Time until a leak of a size is seen, s; null when eight hours are not enough. @param rate Pa·m3/s */
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
  const limitedBy = (Object.keys(budget) as BudgetPart[]).reduce((a, b) => (budget[b] > budget[a] ? b : a))
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
