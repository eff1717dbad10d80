import type { Reading } from '../../../core/hold/hold'
import { readingsFromNdjson, type RefusedLine } from '../../../core/readings/readingsNdjson'
import { readingProblem } from '../../../shared/readingBounds'
import { holdOfKey } from './deviceKeys'
import { takeReadings } from './readings'
import { Refusal } from '../shop/refusal'

/** What a logger is told of a batch. */
export interface FeedAnswer { taken: number, known: number, refused: number, lines: RefusedLine[] }

const MOST_LINES = 20_000
/** Calls that one key may make in a second; a logger of 100 readings a second sends a few batches. */
const CALLS_A_SECOND = 25
const calls = new Map<string, { second: number, count: number }>()

/** @throws Refusal 429 when a device floods */
function mustNotFlood(holdId: string, now: number): void {
  const second = Math.floor(now / 1000)
  const known = calls.get(holdId)
  const count = known?.second === second ? known.count + 1 : 1
  calls.set(holdId, { second, count })
  if (calls.size > 1000) for (const [id, each] of calls) if (each.second < second - 10) calls.delete(id)
  if (count > CALLS_A_SECOND) throw new Refusal(429, `More than ${CALLS_A_SECOND} batches in a second. Put more readings into each.`)
}

/**
 * Takes a logger's batch into the one hold that its key opens. Good lines are kept, bad ones named.
 * @param key as sent
 * @throws Refusal 401 for a key that opens nothing, 413 or 429 when too much comes at once, 422 when no line is a reading
 */
export async function takeFeed(key: string, text: string, now: number): Promise<FeedAnswer & { holdId: string }> {
  const { holdId, anchoredAt } = await holdOfKey(key)
  mustNotFlood(holdId, now)
  if (anchoredAt === null) throw new Refusal(409, 'This hold has not been started yet: start it on the Bench, then send.')
  const { readings, refused, named } = readingsFromNdjson(text, anchoredAt)
  if (readings.length + refused > MOST_LINES) throw new Refusal(413, `Send at most ${MOST_LINES.toLocaleString('en')} readings at once.`)
  const good: Reading[] = []
  const lines = [...named]
  for (const reading of readings) {
    const problem = readingProblem(reading)
    if (!problem) good.push(reading)
    else if (lines.length < 20) lines.push({ line: 0, message: `At ${reading.t} s: ${problem}` })
  }
  const bad = refused + readings.length - good.length
  if (good.length === 0) throw new Refusal(422, lines[0] ? `No line was a reading. ${lines[0].message}` : 'There are no readings.', {})
  const taken = await takeReadings(holdId, good)
  return { holdId, taken, known: good.length - taken, refused: bad, lines }
}
