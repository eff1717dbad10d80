import { estimateHold } from '#core/leaktest/estimateHold'
import { HoldError, type HoldEstimate, type HoldSetup, type Reading } from '#core/leaktest/hold'
import { pressureAhead } from '#core/leaktest/pressureAhead'
import { withUnseenChange, type Instruments } from '#core/leaktest/unseenChange'
import { withMarks } from '#core/leaktest/withMarks'

/** The core's estimate beside the page, so that the page never waits for it. The readings stay here; only new ones are sent. */
export type ToHoldWorker =
  | { kind: 'setup', setup: HoldSetup, instruments: Instruments }
  | { kind: 'readings', readings: Reading[], marks: { t: number, kind: string }[] }

export interface Curve { t: number, pressure: number }
export interface FromHoldWorker {
  estimate: HoldEstimate | null
  /** why there is none yet */
  reason: string | null
  /** where the pressure goes at the interval's two ends, and what it would do at the limit */
  ahead: { low: Curve[], high: Curve[], atLimit: Curve[] } | null
}

let hold: { setup: HoldSetup, instruments: Instruments } | null = null
const readings = new Map<number, Reading>()

self.onmessage = ({ data }: MessageEvent<ToHoldWorker>) => {
  if (data.kind === 'setup') {
    hold = data
    readings.clear()
    return
  }
  for (const reading of data.readings) readings.set(reading.t, reading)
  if (!hold) return
  const all = [...readings.values()]
  self.postMessage(answer(withUnseenChange(hold.setup, hold.instruments, all), withMarks(all, data.marks)))
}

function answer(known: HoldSetup, sorted: Reading[]): FromHoldWorker {
  try {
    const estimate = estimateHold(known, sorted)
    return { estimate, reason: null, ahead: ahead(known, estimate, sorted) }
  }
  catch (error) {
    if (error instanceof HoldError) return { estimate: null, reason: error.message, ahead: null }
    throw error
  }
}

function ahead(known: HoldSetup, estimate: HoldEstimate, sorted: Reading[]): FromHoldWorker['ahead'] {
  const last = sorted.at(-1)!
  const start = sorted[0]!.t
  const settled = Math.min(start + 3 * (estimate.settling?.tau ?? 0), start + (last.t - start) * 0.75)
  const at = (index: number) => {
    const near = sorted.slice(Math.max(0, index - 4), index + 5)
    return { ...sorted[index]!, pressure: near.reduce((sum, reading) => sum + reading.pressure, 0) / near.length }
  }
  const first = at(Math.max(0, sorted.findIndex(reading => reading.t >= settled)))
  const from = at(sorted.length - 1)
  const until = last.t + Math.max(120, (last.t - sorted[0]!.t) * 0.4)
  return {
    low: pressureAhead(known, from, estimate.low95 + known.rigLeak, until, 12),
    high: pressureAhead(known, from, estimate.high95 + known.rigLeak, until, 12),
    atLimit: pressureAhead(known, first, known.limit + known.rigLeak, until, 24),
  }
}
