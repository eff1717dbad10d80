import { liveHold, type LiveHold } from '../../../../core/hold/estimateHold'
import { HoldRecord } from '../../../../core/hold/series/holdRecord'
import type { HoldEstimate } from '../../../../core/hold/holdEstimate'
import type { HoldSetup, Reading } from '../../../../core/hold/holdSetup'
import { HoldForecast } from '../../../../core/hold/ahead/holdForecast'
import type { LiveView } from '../../../../shared/leaktest/hold/holdView'
import { database, type Transaction } from '../../../db/client'
import { inThread } from '../../ground/inThread'
import { loadAspects } from '../../job/loadJobs'
import { marksOf, readingRecord } from './keptReadings'
import { attempt, forecastHold, judgeHold, knownOf, type ForecastTask, type HoldTask } from './judgeHold'
import { testRow } from '../testRows'
import { holdSetupOf, type HoldRow } from './holdSetup'

/**
 * Running holds as the core reads them, so that one more reading does not read the whole history again.
 * A cache only: what is not here is read from the database, and a hold that stops is forgotten.
 */
const held = new Map<string, { live: LiveHold; forecast: HoldForecast }>()
const MOST_HELD = 20
/** From so many readings on a hold is judged by a thread of its own. */
const LONG = 20_000

export const forgetLive = (id: string) => held.delete(id)
/** What was told meanwhile may have been missed. */
export const forgetAllLive = () => held.clear()

/** Readings that were committed; a hold that is not in the cache reads them when it is asked for. */
export function addLive(id: string, readings: readonly Reading[]): void {
  held.get(id)?.live.take(readings)
}

/** The set-up of a hold as its job stands today. @throws Refusal 404 */
const setupToday = async (row: HoldRow, reader: Transaction | ReturnType<typeof database>) =>
  holdSetupOf(row, await loadAspects(row.jobId, ['facts'], reader))

/** @throws Refusal 404 */
export const liveEstimate = async (id: string): Promise<LiveView> => (await judged(id)).view

/**
 * The estimate of a hold, and the minutes that it still needs, reckoned where nobody waits for it. Of a long hold the estimate's own
 * forecast, since each try would read all of it.
 * @throws Refusal 404
 */
export async function liveForecast(id: string): Promise<{ estimate: HoldEstimate | null; minutesMore: number | null }> {
  const { view, live, known, forecast } = await judged(id)
  const { estimate } = view
  if (estimate?.verdict !== 'cannot-tell' || live.record.size > LONG)
    return { estimate, minutesMore: estimate?.minutesMore ?? null }
  const { record } = live
  let minutes = forecast.minutes(known, record, estimate)
  if (minutes === undefined) {
    const task: ForecastTask = { setup: known, columns: record.columns(), events: [...record.events], estimate }
    minutes = await inThread('holdForecast', task, forecastHold)
    forecast.keep(known, HoldRecord.of(task.columns), estimate, minutes)
  }
  return { estimate, minutesMore: minutes ?? estimate.minutesMore }
}

interface Judged {
  view: LiveView
  live: LiveHold
  known: HoldSetup
  forecast: HoldForecast
}
async function judged(id: string): Promise<Judged> {
  const row = await testRow('hold', id)
  let kept = held.get(id)
  if (!kept) {
    kept = { live: liveHold(row.facts.setup, await readingRecord(database(), id)), forecast: new HoldForecast() }
    if (row.stoppedAt === null) {
      if (held.size >= MOST_HELD) held.delete(held.keys().next().value!)
      held.set(id, kept)
    }
  }
  const { live, forecast } = kept
  live.mark(await marksOf(database(), id))
  const known = knownOf(live, await setupToday(row, database()), row.facts)
  return { view: attempt(live, known), live, known, forecast }
}

/** A hold judged whole, a long one where nobody waits for it. */
async function judgedWhole(reader: Transaction, row: HoldRow): Promise<LiveView> {
  const record = await readingRecord(reader, row.id)
  const task: HoldTask = {
    kit: row.facts.setup,
    setup: await setupToday(row, reader),
    instruments: row.facts,
    columns: record.columns(),
    events: [...record.events],
    marks: await marksOf(reader, row.id),
  }
  if (record.size < LONG) return judgeHold(task)
  return inThread(
    'holdEstimate',
    task,
    judgeHold,
    Object.values(task.columns).map(column => column.buffer as ArrayBuffer),
  )
}

/** The verdict that is stored: every reading and mark through the core, or the sentence that says why there is none. */
export async function estimateOf(
  tx: Transaction,
  row: HoldRow,
): Promise<{ estimate: HoldEstimate | null; noEstimate: string | null }> {
  const { estimate, reason } = await judgedWhole(tx, row)
  return { estimate, noEstimate: reason }
}
