import { liveHold, type LiveHold } from '#core/hold/estimateHold'
import { HoldError, type HoldSetup, type Reading } from '#core/hold/holdSetup'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import { HoldForecast } from '#core/hold/ahead/holdForecast'
import { minutesMore } from '#core/hold/ahead/holdMore'
import { holdAhead, type HoldAhead } from '#core/hold/ahead/holdAhead'
import { residualsOf, type Residual } from '#core/hold/residuals'
import { withUnseenChange, type Instruments } from '#core/hold/unseenChange'
import { whatIf, type WhatIf } from '#core/hold/ahead/whatIf'
import { writeFiguresFor } from '#core/words/figures'

// It is named for how its page writes figures.
writeFiguresFor(() => (self.name === 'comma' ? 'comma' : 'point'))

/** The core's estimate beside the page, so that the page never waits for it. The readings stay here; only new ones are sent. */
export type ToHoldWorker =
  | { kind: 'setup'; setup: HoldSetup; instruments: Instruments }
  | { kind: 'readings'; readings: Reading[]; marks: { t: number; kind: string }[] }
  /** the residuals and the same hold under other assumptions, asked for once it is stopped */
  | { kind: 'explain' }

export type FromHoldWorker =
  | {
      kind: 'estimate'
      estimate: HoldEstimate | null
      /** why there is none yet */ reason: string | null
      ahead: HoldAhead | null
    }
  /** minutes that an undecided hold still needs; null where nothing is said of it */
  | { kind: 'more'; minutes: number | null }
  | { kind: 'explained'; residuals: Residual[]; variants: WhatIf[] }

let known: { setup: HoldSetup; instruments: Instruments } | null = null
let hold: LiveHold | null = null

/** What a record is read with: with other kit it is begun anew. */
const kitOf = ({ gauge, bottle }: HoldSetup) => JSON.stringify([gauge, bottle])

const setupNow = () => withUnseenChange(known!.setup, known!.instruments, channel => hold!.record.sees(channel))

self.onmessage = ({ data }: MessageEvent<ToHoldWorker>) => {
  if (data.kind === 'setup') {
    // A volume check changes the set-up while the readings stay.
    const kit = known && kitOf(known.setup)
    known = data
    if (!hold || kit !== kitOf(data.setup)) hold = liveHold(data.setup)
    else if (hold.record.size) soon()
    return
  }
  if (!known || !hold) return
  if (data.kind === 'explain') {
    self.postMessage(explain())
    return
  }
  hold.take(data.readings)
  hold.mark(data.marks)
  soon()
}

/** ms between two reckonings of how long a hold still takes; each tries the estimate on several times to come. */
const MORE_EVERY = 15_000
let reckoned = -Infinity
const forecast = new HoldForecast()

function reckonMore(found: HoldEstimate | null, now: number): void {
  if (!found || (found.verdict === 'cannot-tell' && now - reckoned < MORE_EVERY)) return
  reckoned = now
  const setup = setupNow()
  const { record } = hold!
  let minutes = forecast.minutes(setup, record, found)
  if (minutes === undefined) {
    minutes = minutesMore(setup, record, found)
    forecast.keep(setup, record, found, minutes)
  }
  self.postMessage({ kind: 'more', minutes } satisfies FromHoldWorker)
}

/** An estimate takes at most a third of the time: readings that come faster are taken in together. */
const SHARE = 3
let waiting: ReturnType<typeof setTimeout> | null = null
let free = 0

function soon(): void {
  if (waiting !== null) return
  waiting = setTimeout(
    () => {
      waiting = null
      const begun = performance.now()
      const said = estimate()
      self.postMessage(said)
      if (said.kind === 'estimate') reckonMore(said.estimate, begun)
      free = performance.now() + (SHARE - 1) * (performance.now() - begun)
    },
    Math.max(0, free - performance.now()),
  )
}

function estimate(): FromHoldWorker {
  try {
    const setup = setupNow()
    const found = hold!.estimate(setup)
    return { kind: 'estimate', estimate: found, reason: null, ahead: holdAhead(setup, found, hold!.record) }
  } catch (error) {
    if (error instanceof HoldError) return { kind: 'estimate', estimate: null, reason: error.message, ahead: null }
    throw error
  }
}

function explain(): FromHoldWorker {
  const readings = Array.from({ length: hold!.record.size }, (_, i) => hold!.record.row(i))
  try {
    return { kind: 'explained', residuals: residualsOf(hold!.explain(setupNow())), variants: whatIf(setupNow(), readings) }
  } catch (error) {
    if (error instanceof HoldError) return { kind: 'explained', residuals: [], variants: [] }
    throw error
  }
}
