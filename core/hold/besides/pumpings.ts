import { gaugeFromInventory } from '../../gas/inventory'
import type { HoldSetup } from '../hold'
import { holdEventKind } from '../holdEvents'
import type { HoldSeries } from '../holdSeries'

/** Gas let in or out: the block from which on it settles, when, and how far the pressure jumped. */
export interface Pumping {
  block: number
  /** s */
  t: number
  /** of the test pressure; below zero where gas was let out again */
  share: number
}

/** A start below this share of the test pressure is no pumping: the tank was closed at the pressure of the room. */
const LEAST = 0.02

/** Every pumping of a hold, its start the first: of a tank that was closed at the room's pressure that one has no share. */
export function pumpings(setup: HoldSetup, series: HoldSeries): Pumping[] {
  const pressure = (i: number) =>
    gaugeFromInventory(setup.space, series.inventory[i]!, series.barometers[i]!, series.temperatures[i]!)
  const share = (jump: number) => (Math.abs(jump / setup.testPressure) < LEAST ? 0 : jump / setup.testPressure)
  return [
    // What it was pumped by before is not in the record: a whole pumping, however much of it is left.
    { block: 0, t: series.times[0]!, share: share(pressure(0)) === 0 ? 0 : 1 },
    ...series.events
      .filter(event => holdEventKind(event.kind) === 'pumped')
      .map(({ block }) => ({ block, t: series.times[block]!, share: share(pressure(block) - pressure(block - 1)) })),
  ]
}
