import { effectiveVolume } from '../../gas/inventory'
import { gaugeSpread } from '../gaugeSpread'
import type { HoldEstimate } from '../holdEstimate'
import type { HoldSetup } from '../holdSetup'
import type { Stretch, StretchKind } from './stretches'

/** What a stretch of a bracketed hold has taught, and whether to go on to the next. */
interface StretchAdvice {
  /** there is little more to learn in it */
  ready: boolean
  /** s until it is at the most worth watching; 0 when ready */
  left: number
  why: StretchReason
}
export type StretchReason =
  | 'just begun'
  | 'gas settles'
  | 'drift not known yet'
  | 'drift known'
  | 'it still learns'
  | 'decided'
  | 'little more to learn'
  | 'long enough'

/** s: as short as a stretch says anything, and as long as it is worth its minutes. */
const bounds: Record<StretchKind, { least: number; most: number }> = {
  'blank': { least: 240, most: 900 },
  'under pressure': { least: 480, most: 2400 },
  'topped up': { least: 300, most: 900 },
  'blank after': { least: 240, most: 900 },
}
/** A drift is known once it is to a fifth of the limit's own fall. */
const DRIFT_KNOWN = 0.2
/** Time constants until what settles is hardly seen. */
const SETTLED = 4

/**
 * @param setup of the hold
 * @param stretch that it is in
 * @param held s of the hold's time now
 * @param times of the readings so far, s, ascending
 * @param estimate as it stands; null before there is one
 */
export function stretchAdvice(
  setup: HoldSetup,
  stretch: Stretch,
  held: number,
  times: readonly number[],
  estimate: HoldEstimate | null,
): StretchAdvice {
  const { least, most } = bounds[stretch.kind]
  const watched = Math.max(0, (stretch.moving ?? held) - stretch.begun)
  const ready = (why: StretchReason): StretchAdvice => ({ ready: true, left: 0, why })
  const wait = (why: StretchReason, until: number): StretchAdvice => ({
    ready: false,
    left: Math.max(1, Math.min(most, until) - watched),
    why,
  })
  if (watched >= most) return ready('long enough')
  if (stretch.kind === 'blank' || stretch.kind === 'blank after') {
    if (watched < least) return wait('just begun', least)
    const count = times.filter(t => t >= stretch.begun && t <= stretch.begun + watched).length
    const known = driftDoubt(setup, watched, count)
    const wanted = DRIFT_KNOWN * setup.limit
    // A slope's doubt falls with the root of the readings and the time: as time to the power of one and a half.
    return known <= wanted ? ready('drift known') : wait('drift not known yet', watched * (known / wanted) ** (2 / 3))
  }
  const tau = estimate?.settling?.tau ?? 0
  if (watched < least) return wait('just begun', least)
  if (watched < SETTLED * tau) return wait('gas settles', SETTLED * tau)
  if (estimate && estimate.verdict !== 'cannot-tell') return ready('decided')
  if (!estimate) return wait('it still learns', most)
  const { budget } = estimate
  const learns = stretch.kind === 'under pressure' ? budget.readings : budget.leakChange
  const whole = Math.hypot(...Object.values(budget))
  return learns < 0.4 * whole ? ready('little more to learn') : wait('it still learns', most)
}

/**
 * Doubt of a drift by a stretch's readings alone, as a leak's throughput, Pa·m3/s: of a straight line through evenly spread readings
 * (any text on linear regression: spread x sqrt(12 / n) / time).
 */
function driftDoubt(setup: HoldSetup, watched: number, count: number): number {
  if (count < 3) return Infinity
  return ((gaugeSpread(setup.gauge) * Math.sqrt(12 / count)) / watched) * effectiveVolume(setup.space, setup.testPressure)
}
