import { standardFromThroughput } from '../../quantity/standardLeakRate'
import { liveHold } from '../estimateHold'
import { HoldError, type HoldSetup, type Reading } from '../holdSetup'
import type { HoldEstimate } from '../holdEstimate'
import { UNSEEN_TEMPERATURE_CHANGE, UNSEEN_BAROMETER_CHANGE } from '../unseenChange'

export const assumptions = ['no temperature', 'no barometer', 'viscous law', 'orifice law', 'volume 10 % more'] as const
export type Assumption = (typeof assumptions)[number]

/** The same hold with one assumption changed; null where the readings then give no leak rate. */
export interface WhatIf {
  assumption: Assumption
  estimate: HoldEstimate | null
}

/**
 * How much the result leans on each assumption. Only those are tried that the hold makes: a record without temperature has none
 * to leave out.
 * @param readings as for the estimate
 */
export function whatIf(setup: HoldSetup, readings: readonly Reading[]): WhatIf[] {
  const sees = {
    // Against a bottle neither is looked at.
    temperature: !setup.bottle && readings.some(reading => reading.temperature !== undefined),
    barometer: !setup.bottle && readings.some(reading => reading.barometer !== undefined),
  }
  const tried = assumptions.filter(assumption =>
    assumption === 'no temperature' ? sees.temperature : assumption === 'no barometer' ? sees.barometer : true,
  )
  return tried.map(assumption => {
    try {
      return { assumption, estimate: under(assumption, setup, readings) }
    } catch (error) {
      if (error instanceof HoldError) return { assumption, estimate: null }
      throw error
    }
  })
}

function under(assumption: Assumption, setup: HoldSetup, readings: readonly Reading[]): HoldEstimate {
  const hold = liveHold(setup)
  switch (assumption) {
    case 'no temperature':
      hold.take(readings.map(({ temperature: _, ...reading }) => reading))
      return hold.estimate({
        ...setup,
        temperatureChangeUncertainty: Math.max(setup.temperatureChangeUncertainty, UNSEEN_TEMPERATURE_CHANGE),
      })
    case 'no barometer':
      hold.take(readings.map(({ barometer: _, ...reading }) => reading))
      return hold.estimate({
        ...setup,
        barometerChangeUncertainty: Math.max(setup.barometerChangeUncertainty, UNSEEN_BAROMETER_CHANGE),
      })
    case 'viscous law':
    case 'orifice law':
      hold.take(readings)
      return hold.explain(setup, [assumption === 'viscous law' ? 'viscous' : 'orifice']).estimate
    case 'volume 10 % more':
      hold.take(readings)
      return hold.estimate({ ...setup, space: { ...setup.space, volume: setup.space.volume * 1.1 } })
  }
}

/** The two-point reading by hand: first minus last, as std mL/min; what the hold would be without all of this. */
export function byHand(setup: HoldSetup, readings: readonly Reading[]): number | null {
  const sorted = [...readings].sort((a, b) => a.t - b.t)
  const first = sorted[0],
    last = sorted.at(-1)
  if (!first || !last || last.t <= first.t) return null
  const sign = setup.method === 'vacuum-decay' ? -1 : 1
  return standardFromThroughput((sign * (first.pressure - last.pressure) * setup.space.volume) / (last.t - first.t))
}
