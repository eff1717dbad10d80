import { and, eq, ne, sql } from 'drizzle-orm'
import type { WeatherDiffers } from '../../../../shared/leaktest/hold/holdView'
import type { Transaction } from '../../../db/client'
import { craft, job, test } from '../../../db/schema'
import type { HoldFacts } from '../../../db/schema/testFacts'
import { holdTimeAt, type HoldClock } from '../../../../shared/leaktest/hold/holdClock'
import type { HoldRow } from './holdSetup'

/** Two barometers in one weather differ in what it does over a hold by less than this, Pa. */
const SAME_WEATHER = 60
/** Holds that ran beside each other for less than this say nothing of each other, s. */
const LEAST_BESIDE = 600
/** Part at either end of the time beside each other over which a barometer is averaged. */
const END = 0.2

/** When a real hold, whose time runs as the world's does, began and ended by its own clock, ms. */
const spanUntil = (clock: HoldClock, to: number) => ({ zero: to - 1000 * holdTimeAt(clock, to), until: to })
/** A file's clock stands at its last reading. */
const endOf = (clock: HoldClock, now: Date) => (clock.speed === 0 ? clock.anchoredAt : +now)

/**
 * The hold in whose barometer the weather went another way during the same hour; absent where none did. One of the two columns is not
 * of this weather.
 */
export async function weatherOfOthers(tx: Transaction, row: HoldRow, now: Date): Promise<WeatherDiffers | undefined> {
  const { clock, hasBarometer, source } = row.facts
  if (!clock || !hasBarometer || source === 'stand-in') return undefined
  const own = { id: row.id, ...spanUntil(clock, endOf(clock, now)) }
  const others = await tx
    .select({ id: test.id, number: test.number, craft: craft.name, facts: test.facts, stoppedAt: test.stoppedAt })
    .from(test)
    .innerJoin(job, eq(test.jobId, job.id))
    .innerJoin(craft, eq(job.craftId, craft.id))
    .where(
      and(
        eq(test.kind, 'hold'),
        ne(test.id, row.id),
        sql`${test.facts} ->> 'hasBarometer' = 'true' and ${test.facts} ->> 'source' <> 'stand-in'`,
        sql`${test.startedAt} < ${new Date(own.until)} and coalesce(${test.stoppedAt}, now()) > ${new Date(own.zero)}`,
      ),
    )
  for (const other of others) {
    const theirClock = (other.facts as HoldFacts).clock
    if (!theirClock) continue
    const its = { id: other.id, ...spanUntil(theirClock, +(other.stoppedAt ?? now)) }
    const [mine, theirs] = await changesBeside(tx, [own, its])
    if (mine !== null && theirs !== null && Math.abs(mine! - theirs!) > SAME_WEATHER)
      return { hold: other.number, craft: other.craft, mine: mine!, theirs: theirs! }
  }
  return undefined
}

interface Span {
  id: string
  zero: number
  until: number
}
/** How far each of two barometers went over the time that both were read, Pa. */
async function changesBeside(tx: Transaction, spans: readonly [Span, Span]): Promise<(number | null)[]> {
  const from = Math.max(...spans.map(span => span.zero))
  const to = Math.min(...spans.map(span => span.until))
  const end = END * (to - from)
  if (to - from < 1000 * LEAST_BESIDE) return [null, null]
  const changes: (number | null)[] = []
  for (const { id, zero } of spans) {
    const t = (ms: number) => (ms - zero) / 1000
    const { rows } = await tx.execute<{ change: number | null }>(sql`
      select avg(barometer) filter (where t >= ${t(to - end)}::float8) - avg(barometer) filter (where t <= ${t(from + end)}::float8) as change
      from reading where hold_id = ${id} and t between ${t(from)}::float8 and ${t(to)}::float8`)
    changes.push(rows[0]?.change ?? null)
  }
  return changes
}
