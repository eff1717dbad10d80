import { liveHold } from '../estimateHold'
import { HoldError, type HoldSetup, type Reading } from '../holdSetup'
import type { HoldEstimate } from '../holdEstimate'
import { HoldRecord } from '../series/holdRecord'
import { leakPrior } from '../belief/leakPrior'
import { pressureAhead } from './pressureAhead'
import { weigh } from '../belief/rateBelief'

/** How much longer than so far a hold is tried to go on. */
const LONGER = [1.15, 1.32, 1.52, 1.75, 2, 2.6, 3.5, 5, 8, 12] as const
/** Leaks that it is tried with: these shares of the belief lie below them. */
const SHARES = [0.15, 0.5, 0.85] as const
/** A hold is read for so long before anything is said of how long it will take, s. */
const LEAST_HELD = 600
/** Longer than this nobody goes on, s. */
const LONGEST_MORE = 12 * 3600
/** Readings that a record is continued by at the most, and that are averaged for where it stands. */
const MOST_READINGS = 3000
const AROUND = 8

/**
 * Minutes that an undecided hold still needs, by the estimate itself: its record is continued without noise as it would go on with
 * leaks that are likely by now, and judged at longer times; the first that is decided says how long. It takes as long as a dozen
 * estimates.
 * @param estimate of the record, undecided
 * @returns null where nothing is said yet, or nothing decides it in twelve hours
 */
export function minutesMore(
  setup: HoldSetup,
  record: HoldRecord,
  estimate: Pick<HoldEstimate, 'likelihood' | 'belowZero' | 'verdict'>,
): number | null {
  const { likelihood } = estimate
  if (estimate.verdict !== 'cannot-tell' || estimate.belowZero || !likelihood?.length || record.size < 3) return null
  const begun = record.times[0]!
  const last = record.times[record.size - 1]!
  const held = last - begun
  if (held < LEAST_HELD || setup.surroundings === undefined) return null
  const belief = weigh({
    pieces: likelihood.map(({ rate, deviation, weight }) => ({ rate, variance: deviation * deviation, weight })),
    prior: leakPrior(setup.limit),
  })
  const rates = SHARES.map(share => belief.quantile(share))
  const tried = LONGER.filter(longer => held * (longer - 1) <= LONGEST_MORE)
  const decides = (longer: number) =>
    rates.some(rate => isDecided(setup, continued(setup, record, rate, begun + held * longer)))
  // More readings decide more: the first that does is between one that does and one that does not.
  let after = -1
  let first = [tried.length - 1, tried.length >> 1].find(at => tried[at] !== undefined && decides(tried[at])) ?? -1
  if (first < 0) return null
  while (first - after > 1) {
    const middle = (after + first) >> 1
    if (decides(tried[middle]!)) first = middle
    else after = middle
  }
  return Math.max(1, Math.round((held * (tried[first]! - 1)) / 60))
}

function isDecided(setup: HoldSetup, record: HoldRecord): boolean {
  try {
    return liveHold(setup, record).estimate(setup).verdict !== 'cannot-tell'
  } catch (error) {
    if (error instanceof HoldError) return false
    throw error
  }
}

/** A record as it would go on in still air. @param rate of the tank, Pa·m3/s @param until s */
function continued(setup: HoldSetup, record: HoldRecord, rate: number, until: number): HoldRecord {
  const end = record.size - 1
  const rows = Array.from({ length: record.size }, (_, i) => record.row(i))
  const near = rows.slice(-AROUND)
  const mean = (of: (reading: Reading) => number | undefined) => {
    const values = near.flatMap(reading => of(reading) ?? [])
    return values.length ? values.reduce((sum, value) => sum + value, 0) / values.length : undefined
  }
  const pressure = mean(reading => reading.pressure)!
  const temperature = mean(reading => reading.temperature)
  const barometer = mean(reading => reading.barometer)
  const difference = mean(reading => reading.difference)
  const noise = mean(reading => reading.noise)
  const last = record.times[end]!
  const every = Math.max((last - record.times[0]!) / end, (until - last) / MOST_READINGS)
  const count = Math.max(2, Math.floor((until - last) / every) + 1)
  const from = {
    t: last,
    pressure,
    ...(temperature !== undefined && { temperature }),
    ...(barometer !== undefined && { barometer }),
    ...(noise !== undefined && { noise }),
  }
  const ahead = pressureAhead(setup, from, rate + setup.rigLeak, last + (count - 1) * every, count)
  const out = new HoldRecord()
  out.take(rows)
  out.take(
    ahead.slice(1).map(point => ({
      ...from,
      ...point,
      ...(difference !== undefined && { difference: difference + point.pressure - pressure }),
    })),
  )
  return out
}
