import { gaugeFromInventory } from '../../gas/inventory'
import type { HoldSetup } from '../holdSetup'
import { pumpings } from './pumpings'
import { exposureAlong, type HoldSeries, type LeakLaw } from '../holdSeries'
import { CHANGE_BELIEF, closesAfter, opensAbove } from './surroundings'

/** How a leak goes on during a hold, and how much it has lost by each time. */
export interface LeakPath {
  law: LeakLaw
  /** a leak that closes, or opens only above a pressure, is one at its start: it cannot be less than none */
  changes: boolean
  belief: number
  /** s at test pressure */
  exposure: Float64Array
}

/**
 * Ways in which a leak may act over a hold. That it changes is reckoned with where somebody said where the tank stands.
 * @param along inventory that drives it, Pa·m3/K
 */
export function leakPaths(setup: HoldSetup, series: HoldSeries, along: Float64Array, laws: readonly LeakLaw[]): LeakPath[] {
  const steady = laws.map(law => ({ law, exposure: exposureAlong(setup, series, along, law) }))
  if (!setup.surroundings) return steady.map(path => ({ ...path, changes: false, belief: 1 }))
  const { times } = series
  const ended = times[times.length - 1]!
  // It may close once there is pressure.
  const begun = pumpings(setup, series).find(pumping => pumping.share > 0)?.t ?? times[0]!
  const first = steady[0]!
  const closings = closesAfter.filter(after => after < 0.9 * (ended - begun))
  const end = times.length - 1
  const opens = opensAbove
    .map(above => openedAbove(setup, series, along, above))
    // Of a leak above a pressure that was hardly ever reached a hold says nothing.
    .filter(exposure => exposure[end]! > LEAST_OPEN * first.exposure[end]!)
  const unchanged = 1 - CHANGE_BELIEF.closes - CHANGE_BELIEF.opens
  return [
    ...steady.map(path => ({ ...path, changes: false, belief: unchanged / steady.length })),
    ...closings.map(after => {
      const closed = times.findLastIndex(t => t <= begun + after)
      return {
        law: first.law,
        changes: true,
        belief: CHANGE_BELIEF.closes / closesAfter.length,
        exposure: first.exposure.map((lost, i) => (i <= closed ? lost : first.exposure[closed]!)),
      }
    }),
    ...opens.map(exposure => ({
      law: first.law,
      changes: true,
      belief: CHANGE_BELIEF.opens / opensAbove.length,
      exposure,
    })),
  ]
}

/** Of the exposure of a leak that is always open. */
const LEAST_OPEN = 0.1

/** Exposure of a leak that is open only above a share of the test pressure. */
function openedAbove(setup: HoldSetup, series: HoldSeries, along: Float64Array, share: number): Float64Array {
  const target = Math.abs(setup.testPressure)
  const out = new Float64Array(along.length)
  let before = 0
  for (let i = 0; i < along.length; i++) {
    const gauge = Math.abs(gaugeFromInventory(setup.space, along[i]!, series.barometers[i]!, series.temperatures[i]!))
    const now = Math.max(0, gauge - share * target) / (target * (1 - share))
    if (i > 0) out[i] = out[i - 1]! + ((series.times[i]! - series.times[i - 1]!) * (now + before)) / 2
    before = now
  }
  return out
}
