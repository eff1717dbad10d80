import type { Reading } from '../../../../core/hold/holdSetup'
import { readingsFromNdjson, type RefusedLine } from '../../../../core/readings/readingsNdjson'
import { readingProblem } from '../../../../shared/leaktest/hold/readingBounds'
import { holdOfKey } from './deviceKeys'
import { takeReadings } from './takeReadings'
import { Refusal } from '../../ground/refusal'
import { RateLimiterMemory } from 'rate-limiter-flexible'

/** What a logger is told of a batch. */
interface FeedAnswer {
  taken: number
  known: number
  refused: number
  lines: RefusedLine[]
}

const MOST_LINES = 20_000
/** Most bytes of a batch. */
export const MOST_FEED_BYTES = 4_000_000
/** Calls that one key may make in a second; a logger of 100 readings a second sends a few batches. */
const CALLS_A_SECOND = 25
const calls = new RateLimiterMemory({ points: CALLS_A_SECOND, duration: 1 })

/**
 * The hold that a key opens. @throws Refusal 401 for a key that opens nothing, 429 when a device floods, 409 before the hold
 * was started
 */
export async function mustOpenHold(key: string): Promise<{ holdId: string; anchoredAt: number }> {
  const { holdId, anchoredAt } = await holdOfKey(key)
  await calls.consume(holdId).catch(() => {
    throw new Refusal(429, `More than ${CALLS_A_SECOND} batches in a second. Put more readings into each.`)
  })
  if (anchoredAt === null) throw new Refusal(409, 'This hold has not been started yet: start it on the Bench, then send.')
  return { holdId, anchoredAt }
}

/**
 * Takes a logger's batch into the hold that its key opened. Good lines are kept, bad ones named.
 * @throws Refusal 413 when too much comes at once, 422 when no line is a reading
 */
export async function takeFeed(
  { holdId, anchoredAt }: { holdId: string; anchoredAt: number },
  text: string,
): Promise<FeedAnswer> {
  const { readings, refused, named } = readingsFromNdjson(text, anchoredAt)
  if (readings.length + refused > MOST_LINES)
    throw new Refusal(413, `Send at most ${MOST_LINES.toLocaleString('en')} readings at once.`)
  const good: Reading[] = []
  const lines = [...named]
  for (const reading of readings) {
    const problem = readingProblem(reading)
    if (!problem) good.push(reading)
    else if (lines.length < 20) lines.push({ line: 0, message: `At ${reading.t} s: ${problem}` })
  }
  const bad = refused + readings.length - good.length
  if (good.length === 0)
    throw new Refusal(422, lines[0] ? `No line was a reading. ${lines[0].message}` : 'There are no readings.', {})
  const taken = await takeReadings(holdId, good, 'device')
  return { taken, known: good.length - taken, refused: bad, lines }
}
