import { STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import { discrepancies, type Discrepancies } from '../besides/discrepancy'
import type { HoldSetup } from '../holdSetup'
import type { HoldSeries } from '../holdSeries'
import { leakPrior, type LeakPrior } from '../belief/leakPrior'
import { settlings, type Settlings } from './settling'

/** What is believed of a tank beforehand: how its gas settles, what acts besides, and how it may leak. */
export interface TankModel {
  settlings: Settlings
  besides: Discrepancies
  /** of slopes, Pa·m3/(K·s); null where every slope is as likely */
  leaks: LeakPrior | null
  /** with more than so many intervals a coarse gauge's step is taken as noise: integrating over them would take too long */
  mostIntervals: number
}

const MOST_INTERVALS = 150
/** Nothing but a leak and settling gas. */
export const nothingBesides: Discrepancies = { always: [], choices: [] }

/** @param sign 1 for pressure, -1 for vacuum */
export function tankModel(setup: HoldSetup, series: HoldSeries, sign: 1 | -1): TankModel {
  const { surroundings, limit } = setup
  const gas = settlings(setup, series, sign)
  return surroundings
    ? {
        settlings: gas,
        besides: discrepancies(setup, surroundings, series),
        leaks: leakPrior(limit / STANDARD_TEMPERATURE),
        mostIntervals: MOST_INTERVALS,
      }
    : { settlings: gas, besides: nothingBesides, leaks: null, mostIntervals: Infinity }
}
