import { readFileSync } from 'node:fs'
import { uptime } from 'node:os'
import { and, eq, isNull, sql } from 'drizzle-orm'
import { test } from '../../db/schema'
import { change, OWN_SERVER } from '../ground/change'
import { keepState, stateOf } from './houseState'
import { clockJump, JUMP, shopTime } from './steadyClock'

/** Which start of the machine this is; times since then compare only within one. */
function bootId(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()
  } catch {
    return ''
  }
}

/** Kept that the leader is at work, and how the machine's clocks stand to each other. */
export const beat = (): Promise<void> =>
  keepState('work', { server: OWN_SERVER, boot: bootId(), up: uptime() * 1000, steady: shopTime() }, new Date(shopTime()))

let noted = 0
/** Notes a jump of the machine's clock while the program runs, once. */
export async function noteClockJump(jump = clockJump()): Promise<void> {
  if (Math.abs(jump - noted) <= JUMP) return
  noted = jump
  if (Math.abs(jump) <= JUMP) return
  await noteSet(jump)
}

const CLOCK_SET = { verb: 'noticed that the machine’s clock was set', touches: ['house' as const] }
const noteSet = (by: number) =>
  change(null, { ...CLOCK_SET, detail: { by } }, tx => keepState('clock', { by }, new Date(shopTime()), tx))

/**
 * Looks at the start whether the machine's clock was set while the program was away, as far as the machine has run on since. What
 * was measured goes by the time that has passed: clocks of running holds are moved with it, together with the beat that tells so, so
 * that no hold is moved twice.
 * @returns by how much it was set, ms
 */
export async function lookAtClock(now = { boot: bootId(), up: uptime() * 1000, steady: shopTime() }): Promise<number> {
  const last = await stateOf('work')
  if (!last || !now.boot || last.facts.boot !== now.boot) return 0
  const by = Math.round(now.steady - (last.facts.steady + now.up - last.facts.up))
  if (Math.abs(by) <= JUMP) return 0
  await change(null, { ...CLOCK_SET, detail: { by } }, async (tx, at) => {
    await keepState('clock', { by }, at, tx)
    await keepState('work', { server: OWN_SERVER, ...now }, new Date(now.steady), tx)
    await tx
      .update(test)
      .set({
        facts: sql`jsonb_set(${test.facts}, '{clock,anchoredAt}', to_jsonb((${test.facts}->'clock'->>'anchoredAt')::float8 + ${by}::float8))`,
      })
      .where(and(eq(test.kind, 'hold'), isNull(test.stoppedAt), sql`jsonb_typeof(${test.facts}->'clock') = 'object'`))
  })
  return by
}
