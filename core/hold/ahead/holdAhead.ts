import type { HoldEstimate } from '../holdEstimate'
import type { HoldSetup } from '../holdSetup'
import type { HoldRecord } from '../series/holdRecord'
import { pressureAhead } from './pressureAhead'

interface CurvePoint {
  t: number
  pressure: number
}

/** Where the pressure goes at the interval's two ends, and what it would do at the limit. */
export interface HoldAhead {
  low: CurvePoint[]
  high: CurvePoint[]
  atLimit: CurvePoint[]
}

/** Readings either side of one that are averaged, so that a line starts from the tank and not from the gauge's noise. */
const AROUND = 4

/** @param record with at least one reading */
export function holdAhead(setup: HoldSetup, estimate: HoldEstimate, record: HoldRecord): HoldAhead {
  const start = record.times[0]!
  const last = record.times[record.size - 1]!
  const settled = Math.min(start + 3 * (estimate.settling?.tau ?? 0), start + (last - start) * 0.75)
  const at = (index: number) => {
    const from = Math.max(0, index - AROUND),
      to = Math.min(record.size, index + AROUND + 1)
    let sum = 0
    for (let i = from; i < to; i++) sum += record.pressures[i]!
    return { ...record.row(index), pressure: sum / (to - from) }
  }
  const first = at(Math.min(record.size - 1, record.indexAt(settled)))
  const from = at(record.size - 1)
  const until = last + Math.max(120, (last - start) * 0.4)
  return {
    low: pressureAhead(setup, from, estimate.above95 + setup.rigLeak, until, 12),
    high: pressureAhead(setup, from, estimate.below95 + setup.rigLeak, until, 12),
    atLimit: pressureAhead(setup, first, setup.limit + setup.rigLeak, until, 24),
  }
}
