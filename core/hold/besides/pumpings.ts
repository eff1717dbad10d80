import { gaugeFromInventory } from '../../gas/inventory'
import type { HoldSetup } from '../holdSetup'
import { holdEventKind, isPush } from '../series/holdEvents'
import type { HoldSeries } from '../holdSeries'

/** Gas let in or out: the block from which on it settles, when, and how far the pressure jumped. */
export interface Pumping {
  block: number
  /** s */
  t: number
  /** of the test pressure; below zero where gas was let out again */
  share: number
  /** by one quick push, which warms as much as compression does */
  pushed: boolean
}

/** A start below this share of the test pressure is no pumping: the tank was closed at the pressure of the room. */
const LEAST = 0.02

/** How far the gauge went from one block to the next, of the test pressure. */
export function jumpAt(setup: HoldSetup, series: HoldSeries, block: number): number {
  return (gaugeAt(setup, series, block) - gaugeAt(setup, series, block - 1)) / setup.testPressure
}

const gaugeAt = (setup: HoldSetup, series: HoldSeries, i: number) =>
  gaugeFromInventory(setup.space, series.inventory[i]!, series.barometers[i]!, series.temperatures[i]!)

/** Every pumping of a hold, its start the first: of a tank that was closed at the room's pressure that one has no share. */
export function pumpings(setup: HoldSetup, series: HoldSeries): Pumping[] {
  return [
    // What it was pumped by before is not in the record: a whole pumping, however much of it is left.
    {
      block: 0,
      t: series.times[0]!,
      share: Math.abs(gaugeAt(setup, series, 0) / setup.testPressure) < LEAST ? 0 : 1,
      pushed: false,
    },
    ...series.events
      .filter(event => holdEventKind(event.kind) === 'pumped')
      .map(({ block, kind }) => ({
        block,
        t: series.times[block]!,
        share: jumpAt(setup, series, block),
        pushed: isPush(kind),
      })),
  ]
}
