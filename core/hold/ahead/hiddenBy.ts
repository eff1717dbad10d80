import { effectiveVolume } from '../../gas/inventory'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import { stretchNow } from '../bracket/stretches'
import type { HoldEstimate } from '../holdEstimate'
import type { HoldSetup } from '../holdSetup'

/** What each of these alone would have had to do, unseen, for a leak at the limit to look as this hold does. */
interface HiddenBy {
  /** gas that warmed beside what the thermometer showed, K over the time under pressure */
  warmth: number
  /** pressure that fuel vapour, a drifting gauge or the weather added, Pa over the time under pressure */
  pressure: number
  /** the same as a drift of the gauge, Pa an hour */
  drift: number
  /** times the volume that was given; null where hardly any leak was measured, so that no volume makes it one */
  volume: number | null
  /** s under pressure */
  held: number
}

/** An estimate so small a share of the limit gives no volume. */
const NO_LEAK = 0.02

/**
 * @param setup of the hold @param estimate of it
 * @param marks of the hold @param span s of its first and last reading
 */
export function hiddenBy(
  setup: HoldSetup,
  estimate: Pick<HoldEstimate, 'leakRate'>,
  marks: readonly { t: number; kind: string }[],
  span: { from: number; to: number },
): HiddenBy {
  const held = Math.max(1, secondsUnderPressure(marks, span))
  const limit = setup.strictest ?? setup.limit
  const hidden = Math.max(0, limit - estimate.leakRate)
  const pressure = (hidden * held) / effectiveVolume(setup.space, setup.testPressure)
  return {
    held,
    pressure,
    drift: (pressure / held) * 3600,
    warmth: (pressure * STANDARD_TEMPERATURE) / (STANDARD_PRESSURE + setup.testPressure),
    volume: estimate.leakRate > NO_LEAK * limit ? limit / estimate.leakRate : null,
  }
}

/** Time of a hold in which its tank was under pressure and watched, s. */
function secondsUnderPressure(
  marks: readonly { t: number; kind: string }[],
  { from, to }: { from: number; to: number },
): number {
  const edges = [from, ...marks.map(mark => mark.t).filter(t => t > from && t < to), to]
  return edges.slice(1).reduce((sum, end, k) => {
    const { kind, moving } = stretchNow(marks.filter(mark => mark.t <= edges[k]!))
    return kind === 'blank' || kind === 'blank after' || moving !== null ? sum : sum + end - edges[k]!
  }, 0)
}
