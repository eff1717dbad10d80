import { liveHold, type LiveHold } from '../../../../core/hold/estimateHold'
import { HoldError, type HoldSetup } from '../../../../core/hold/holdSetup'
import type { HoldEstimate } from '../../../../core/hold/holdEstimate'
import { holdAhead } from '../../../../core/hold/ahead/holdAhead'
import { minutesMore } from '../../../../core/hold/ahead/holdMore'
import { HoldRecord, type HoldColumns } from '../../../../core/hold/series/holdRecord'
import { withUnseenChange, type Instruments } from '../../../../core/hold/unseenChange'
import type { HoldView, LiveView } from '../../../../shared/leaktest/hold/holdView'

/** All that a verdict of a hold follows from, as it crosses to another thread. */
export interface HoldTask {
  /** as the hold was set up, and as the core reads it with today's limit */
  kit: Pick<HoldSetup, 'gauge' | 'bottle'>
  setup: HoldSetup
  instruments: Instruments
  columns: HoldColumns
  events: [t: number, event: string][]
  marks: HoldView['marks']
}

/** What the core needs to know of a record to judge it. */
export const knownOf = (live: LiveHold, setup: HoldSetup, instruments: Instruments): HoldSetup =>
  withUnseenChange(setup, instruments, channel => live.record.sees(channel))

/** The estimate, or the sentence that says why there is none. */
export function attempt(live: LiveHold, known: HoldSetup): LiveView {
  try {
    const estimate = live.estimate(known)
    return { estimate, reason: null, ahead: holdAhead(known, estimate, live.record) }
  } catch (error) {
    if (error instanceof HoldError) return { estimate: null, reason: error.message, ahead: null }
    throw error
  }
}

/** A whole hold at once. */
export function judgeHold({ kit, setup, instruments, columns, events, marks }: HoldTask): LiveView {
  const live = liveHold(kit, HoldRecord.of(columns, events))
  live.mark(marks)
  return attempt(live, knownOf(live, setup, instruments))
}

/** All that says how long a running hold still takes. */
export interface ForecastTask extends Pick<HoldTask, 'setup' | 'columns' | 'events'> {
  estimate: HoldEstimate
}

/** Minutes more, null where nothing decides it. */
export const forecastHold = ({ setup, columns, events, estimate }: ForecastTask): number | null =>
  minutesMore(setup, HoldRecord.of(columns, events), estimate)
