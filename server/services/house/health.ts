import { statfs } from 'node:fs/promises'
import { sql } from 'drizzle-orm'
import { figureText } from '../../../core/words/figures'
import type { HealthPart, HealthView } from '../../../shared/health'
import { database } from '../../db/client'
import { shopIsEmpty } from '../people/people'
import { log } from '../../utils/log'
import { stateOf } from './houseState'
import { clockJump, JUMP, shopTime } from './steadyClock'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
/** After which what only one server does counts as left undone. */
const WORK_LATE = MINUTE / 2
/** A last backup older than this is old: nightly, and one night may fail. */
const BACKUP_OLD = 2 * DAY
/** Less room than this wants looking at, and less than that stops the shop soon; bytes. */
const LITTLE_ROOM = 2e9
const NO_ROOM = 200e6

const well = (sentence = ''): HealthPart => ({ state: 'well', sentence })
const look = (sentence: string): HealthPart => ({ state: 'look', sentence })
const ill = (sentence: string): HealthPart => ({ state: 'ill', sentence })

async function databaseHealth(): Promise<HealthPart> {
  try {
    await database().execute(sql`select 1`)
    return well()
  } catch (error) {
    log.debug({ error })
    return ill('The database does not answer. It is started again by itself; what was saved is safe.')
  }
}

async function diskHealth(): Promise<HealthPart> {
  const folder = process.env.ZINC_DATA_FOLDER
  if (!folder) return well('Not looked at: the data lies on another machine.')
  const { bavail, bsize } = await statfs(folder)
  const free = bavail * bsize
  const told = `${figureText(free / 1e9, 1)} GB are free where the data lies.`
  return free < NO_ROOM
    ? ill(`${told} Make room now: nothing more can be kept.`)
    : free < LITTLE_ROOM
      ? look(`${told} Make room.`)
      : well(told)
}

async function clockHealth(): Promise<HealthPart> {
  const jump = clockJump()
  if (Math.abs(jump) > JUMP)
    return look(
      `The machine’s clock was set ${span(Math.abs(jump))} ${jump > 0 ? 'on' : 'back'} while the program ran. Entries go on by the time before; set the clock right and start the program again.`,
    )
  const last = await stateOf('clock')
  return last && shopTime() - +last.at < DAY
    ? look(`The machine’s clock was set by ${span(Math.abs(last.facts.by))} within the last day. Look whether it is right.`)
    : well()
}

async function workHealth(): Promise<HealthPart> {
  // A server that has just started has not led yet.
  if (process.uptime() < MINUTE / 1000) return well()
  const last = await stateOf('work')
  return last && shopTime() - +last.at < WORK_LATE ? well() : ill('Bells and stand-ins have stood still for half a minute.')
}

async function backupHealth(): Promise<HealthPart> {
  const last = await stateOf('backup')
  if (!last)
    return (await shopIsNew())
      ? well()
      : look('There is no backup yet. The first is made tonight, or now with ./zinc backup FILE.')
  const age = shopTime() - +last.at
  if (age < -HOUR) return look('The last backup is dated ahead: the clock was wrong. Set it right; one is made this night.')
  return age > BACKUP_OLD ? look(`The last backup is ${span(age)} old. Look why none was made since: ./zinc doctor.`) : well()
}

/** Whether nothing is old enough here for a night's backup to be missed. */
async function shopIsNew(): Promise<boolean> {
  const { rows } = await database().execute<{ at: Date | null }>(sql`select min(at) as at from trail`)
  const first = rows[0]?.at
  return !first || shopTime() - +new Date(first) < BACKUP_OLD
}

function span(ms: number): string {
  const [most, word] =
    ms >= DAY
      ? [ms / DAY, 'days']
      : ms >= 3_600_000
        ? [ms / 3_600_000, 'hours']
        : ms >= MINUTE
          ? [ms / MINUTE, 'minutes']
          : [ms / 1000, 's']
  return `${Math.round(most)} ${word}`
}

/** How each thing is that the shop depends on. */
export async function health(): Promise<HealthView> {
  const database = await databaseHealth()
  const unknown = look('Not known while the database does not answer.')
  const asked = (of: () => Promise<HealthPart>) =>
    database.state === 'ill' ? Promise.resolve(unknown) : of().catch(error => (log.warn({ error }), unknown))
  const [disk, clock, work, backup, empty] = await Promise.all([
    diskHealth().catch(() => unknown),
    asked(clockHealth),
    asked(workHealth),
    asked(backupHealth),
    database.state === 'ill' ? false : shopIsEmpty(),
  ])
  const parts = { database, disk, clock, work, backup }
  return { ok: database.state !== 'ill', empty, parts }
}
