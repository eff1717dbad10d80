import type { HoldEstimate } from '../holdEstimate'
import type { HoldSetup } from '../holdSetup'
import type { HoldRecord } from '../series/holdRecord'

/** How many more minutes are reckoned anew once the record has grown by this share. */
const GROWN = 0.05

/**
 * What was reckoned of how long a hold still takes. It counts down by itself until the record has become another one: reckoning it at
 * each reading would take a processor of its own.
 */
export class HoldForecast {
  private last: { held: number; of: string; minutes: number | null } | null = null

  /** Minutes more from the last reading on, null where nothing decides it; undefined where it is to be reckoned anew. */
  minutes(setup: HoldSetup, record: HoldRecord, estimate: HoldEstimate): number | null | undefined {
    const { last } = this
    const held = heldOf(record)
    if (!last || last.of !== recordOf(setup, estimate) || held > last.held * (1 + GROWN) || held < last.held) return undefined
    if (last.minutes === null) return null
    const left = Math.round(last.minutes - (held - last.held) / 60)
    return left > 0 ? left : undefined
  }

  /** Keeps what was reckoned of a record as it is. @param minutes more, null where nothing decides it */
  keep(setup: HoldSetup, record: HoldRecord, estimate: HoldEstimate, minutes: number | null): void {
    this.last = { held: heldOf(record), of: recordOf(setup, estimate), minutes }
  }
}

/** s from its first reading to its last. */
const heldOf = ({ times, size }: HoldRecord) => (size > 0 ? times[size - 1]! - times[0]! : 0)
/** What a record is read as, but for how long it is. */
const recordOf = (setup: HoldSetup, { verdict, belowZero, steps }: HoldEstimate) =>
  JSON.stringify([setup, verdict, belowZero, steps])
