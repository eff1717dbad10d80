import { holdEventKind } from './holdEvents'
import type { HoldRecord } from './holdRecord'
import { isWild } from './wildReading'

/** Consecutive readings taken together: what the fit sees of them. */
export interface HoldBlock {
  /** rows of the record, the second not included */
  from: number
  to: number
  /** readings that count */
  count: number
  /** as how many readings with the gauge’s own spread they count */
  weight: number
  /** s, mean, the surer readings counting more */
  t: number
  /** Pa, mean likewise */
  pressure: number
  /** means of those that have one, else NaN */
  temperature: number
  barometer: number
  /** what moved the pressure just before it, if somebody said so */
  event: string | null
  /** how often the gauge showed each value, for a gauge whose step hides its noise */
  levels: Map<number, number>
  /** rows left out as wild */
  wild: number[]
}

/**
 * Blocks grow with time: so many a factor e beyond the first ten minutes, that settling is seen finely, and fewer after an
 * hour, that a week costs little more than a day.
 */
const BLOCKS_PER_E = { first: 96, later: 32 }
const FINE_TIME = 600 // s
const FIRST_TIME = 3600 // s
/** Fewer readings than this stay blocks of their own; from here on the neighbours tell a wild reading, below it the fit does. */
const DENSE = 4
/** No reading is believed to be better than this, Pa. */
const LEAST_NOISE = 0.01

/** Number of the block that a time falls in, since the start or what moved the pressure last: after it the gas settles anew. */
const blockNumber = (since: number) =>
  Math.floor(
    BLOCKS_PER_E.first * Math.log1p(Math.min(since, FIRST_TIME) / FINE_TIME) +
      (since > FIRST_TIME ? BLOCKS_PER_E.later * Math.log(since / FIRST_TIME) : 0),
  )

/**
 * Groups a record into blocks, redoing only what a change can have altered.
 * The result depends on the record alone, not on how it came to be.
 * @param blocks those of the record before the change; altered in place
 * @param changed first row that is new or changed
 * @param spread standard deviation of one reading, Pa
 * @param keepLevels whether to count the values that the gauge showed
 */
export function updateBlocks(
  blocks: HoldBlock[],
  record: HoldRecord,
  changed: number,
  spread: number,
  keepLevels: boolean,
): void {
  // A wild reading is told by its neighbours, so a few rows before the change are looked at again.
  const stale = Math.max(0, changed - 2 * DENSE)
  let from = 0
  if (changed === 0) blocks.length = 0
  while (blocks.length && (blocks[blocks.length - 1]!.to > stale || isSplitAt(blocks, record))) blocks.pop()
  if (blocks.length) from = blocks[blocks.length - 1]!.to
  while (from < record.size) {
    const start = begunAt(record, record.times[from]!)
    const number = blockNumber(record.times[from]! - start)
    let to = from + 1
    while (to < record.size && blockNumber(record.times[to]! - start) === number && !record.events.has(record.times[to]!)) to++
    if (to - from < DENSE) for (let i = from; i < to; i++) blocks.push(block(record, i, i + 1, spread, keepLevels))
    else blocks.push(block(record, from, to, spread, keepLevels))
    from = to
  }
}

/** Whether the last block shares its number with the reading after it, so that the two may belong together now. */
function isSplitAt(blocks: readonly HoldBlock[], record: HoldRecord): boolean {
  const { to } = blocks[blocks.length - 1]!
  if (to >= record.size || record.events.has(record.times[to]!)) return false
  const start = begunAt(record, record.times[to]!)
  return blockNumber(record.times[to - 1]! - start) === blockNumber(record.times[to]! - start)
}

/** The start of a record, or the last event up to a time. */
function begunAt({ times, events }: HoldRecord, t: number): number {
  let begun = times[0]!
  for (const at of events.keys()) if (at <= t && at > begun) begun = at
  return begun
}

/** Whether gas was on its way in or out at a time. */
function isMoving(record: HoldRecord, t: number): boolean {
  const event = record.events.get(begunAt(record, t))
  return event !== undefined && holdEventKind(event) === 'moving'
}

function block(record: HoldRecord, from: number, to: number, spread: number, keepLevels: boolean): HoldBlock {
  const { times, pressures, temperatures, barometers, noises, size } = record
  const wild: number[] = []
  const levels = new Map<number, number>()
  const moving = isMoving(record, times[from]!)
  let count = 0,
    all = 0,
    t = 0,
    pressure = 0
  let temperature = 0,
    warm = 0,
    barometer = 0,
    weather = 0
  for (let i = from; i < to; i++) {
    if (!Number.isNaN(temperatures[i]!)) {
      temperature += temperatures[i]!
      warm++
    }
    if (!Number.isNaN(barometers[i]!)) {
      barometer += barometers[i]!
      weather++
    }
    if (moving) continue
    const own = Number.isNaN(noises[i]!) ? spread : Math.max(noises[i]!, LEAST_NOISE)
    if (to - from >= DENSE && isWild(pressures, size, i, own)) {
      wild.push(i)
      continue
    }
    const weight = (spread / own) ** 2
    count++
    all += weight
    t += weight * times[i]!
    pressure += weight * pressures[i]!
    if (keepLevels) levels.set(pressures[i]!, (levels.get(pressures[i]!) ?? 0) + 1)
  }
  const at = count ? t / all : times[from]!
  return {
    from,
    to,
    count,
    weight: all,
    t: at,
    pressure: count ? pressure / all : pressures[from]!,
    levels,
    wild,
    temperature: warm ? temperature / warm : NaN,
    barometer: weather ? barometer / weather : NaN,
    event: record.events.get(times[from]!) ?? null,
  }
}
