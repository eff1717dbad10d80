import { gaugeSpread } from '../gaugeSpread'
import type { HoldSetup, Reading } from '../holdSetup'
import { HoldError } from '../holdSetup'
import type { HoldBlock } from '../series/holdBlocks'
import type { Bottle } from './bottle'
import { HoldRecord } from '../series/holdRecord'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'

/** Readings with the difference as their pressure: what they say without temperature and weather. */
export const againstBottle = (readings: readonly Reading[]): Reading[] =>
  readings.flatMap(({ t, difference, event }) =>
    difference === undefined ? [] : [{ t, pressure: difference, ...(event !== undefined && { event }) }],
  )

/** The same of a whole record. */
export function recordAgainstBottle(record: HoldRecord): HoldRecord {
  const out = new HoldRecord()
  out.take(againstBottle(Array.from({ length: record.size }, (_, i) => record.row(i))))
  return out
}

/** Readings at the start that say how the difference stands to the gauge. */
const FIRST = 5

/**
 * A hold against a bottle as a hold whose gas and weather do not move: the bottle's pressure stands still where its gas does.
 * @param blocks of differences @param record as it was read
 * @throws HoldError when the difference was hardly read
 */
export function heldAgainstBottle(
  setup: HoldSetup,
  bottle: Bottle,
  blocks: readonly HoldBlock[],
  record: HoldRecord,
): { setup: HoldSetup; blocks: HoldBlock[] } {
  const first: number[] = []
  for (let i = 0; i < record.size && first.length < FIRST; i++)
    if (!Number.isNaN(record.differences[i]!)) first.push(record.pressures[i]! - record.differences[i]!)
  if (first.length < 3)
    throw new HoldError(
      'The difference to the bottle was read fewer than three times: read it, or set up a hold without the bottle.',
    )
  const above = first.reduce((sum, each) => sum + each, 0) / first.length
  return {
    setup: { ...setup, gauge: bottle.gauge, temperatureChangeUncertainty: 0, barometerChangeUncertainty: 0 },
    blocks: blocks.map(block => ({
      ...block,
      pressure: block.pressure + above,
      levels: new Map([...block.levels].map(([level, count]) => [level + above, count])),
    })),
  }
}

/** Doubts of what the gauge, the thermometer and the barometer say of the bottle over a hold: K and Pa a root hour. */
const UNSEEN = { warmth: 0.2, blindWarmth: 0.8, weather: 10, blindWeather: 80 }
/** A fall of the bottle is seen from so many of its doubts on. */
const SEEN = 3

/**
 * Whether the bottle itself lost pressure, by the gauge beside it: such a loss hides as large a leak of the tank.
 * @param record as it was read
 */
export function bottleFell(setup: HoldSetup, record: HoldRecord): boolean {
  const rows: { t: number; bottle: number }[] = []
  let warm = true
  let weather = true
  for (let i = 0; i < record.size; i++) {
    if (Number.isNaN(record.differences[i]!)) continue
    const temperature = record.temperatures[i]!
    const barometer = record.barometers[i]!
    warm &&= !Number.isNaN(temperature)
    weather &&= !Number.isNaN(barometer)
    const absolute = record.pressures[i]! - record.differences[i]! + (Number.isNaN(barometer) ? STANDARD_PRESSURE : barometer)
    rows.push({
      t: record.times[i]!,
      bottle: Number.isNaN(temperature) ? absolute : (absolute * STANDARD_TEMPERATURE) / temperature,
    })
  }
  const quarter = rows.length >> 2
  if (quarter < 2) return false
  const mean = (some: typeof rows) => some.reduce((sum, { bottle }) => sum + bottle, 0) / some.length
  const hours = Math.max(0.25, (rows.at(-1)!.t - rows[0]!.t) / 3600)
  const spread = Math.hypot(gaugeSpread(setup.gauge), setup.bottle ? gaugeSpread(setup.bottle.gauge) : 0)
  const doubt = Math.hypot(
    spread * Math.sqrt(2 / quarter) + setup.gauge.resolution / 2,
    ((STANDARD_PRESSURE + setup.testPressure) / STANDARD_TEMPERATURE) *
      (warm ? UNSEEN.warmth : UNSEEN.blindWarmth) *
      Math.sqrt(hours),
    (weather ? UNSEEN.weather : UNSEEN.blindWeather) * Math.sqrt(hours),
  )
  return Math.sign(setup.testPressure) * (mean(rows.slice(0, quarter)) - mean(rows.slice(-quarter))) > SEEN * doubt
}

/** A difference that moved by so many of its gauge's spreads is one of a bottle that is shut off. */
const MOVED = 6

/**
 * Whether the record shows that the bottle is shut off from the tank: the difference moved at all, as it does at a push of air. One that
 * is still open falls with the tank and shows nothing of any leak.
 * @param record as it was read
 */
export function isShutOff(bottle: Bottle, record: HoldRecord): boolean {
  const spread = Math.max(gaugeSpread(bottle.gauge), bottle.gauge.resolution)
  let low = Infinity
  let high = -Infinity
  let before: number | null = null
  // Two in a row, so that one wild reading proves nothing.
  for (let i = 0; i < record.size; i++) {
    const difference = record.differences[i]!
    if (Number.isNaN(difference)) continue
    if (before !== null) {
      low = Math.min(low, Math.max(before, difference))
      high = Math.max(high, Math.min(before, difference))
    }
    before = difference
  }
  return high - low > MOVED * spread
}
