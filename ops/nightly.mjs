import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { bin, run, say } from './steps.mjs'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
/** Backups are made at night, after this hour of the machine's own day. */
const NIGHT = 2
/** When the last is older than this it is made at whatever hour: the machine sleeps at night. */
const LATE = 26 * HOUR
/** One that failed is tried again, each time after twice as long. */
const AGAIN_FIRST = MINUTE / 6
const AGAIN_MOST = HOUR

/**
 * Whether a nightly backup is due.
 * @param last when the last was made, ms since 1970; null for none
 */
export function isDue(last, now) {
  if (last === null) return true
  const night = new Date(now)
  night.setHours(NIGHT, 0, 0, 0)
  return (now >= +night && last < +night && now - last > HOUR) || now - last > LATE
}

/** When the last backup of a folder was made, ms since 1970; null for none. One that a wrong clock dated ahead is none. */
export function lastIn(folder, now) {
  const names = existsSync(folder) ? readdirSync(folder).filter(name => name.startsWith('zinc-bell-')) : []
  const made = names.map(name => statSync(join(folder, name)).mtimeMs).filter(at => at <= now + MINUTE)
  return made.length > 0 ? Math.max(...made) : null
}

/** Makes a backup each night, and the first one now. @returns a function that ends it */
export function nightly(url, folder, programs) {
  let stopped = false
  let timer
  let failed = 0
  const turn = async () => {
    let wait = 5 * MINUTE
    if (isDue(lastIn(folder, Date.now()), Date.now())) {
      const { code, all } = await run(bin('tsx'), ['ops/copies.ts', 'nightly', folder], {
        env: { ...process.env, DATABASE_URL: url, PG_PROGRAMS: programs },
        quiet: true,
        mayFail: true,
      })
      if (code === 0) failed = 0
      else if (!stopped) {
        say(all.trim())
        wait = Math.min(AGAIN_MOST, AGAIN_FIRST * 2 ** failed++)
      }
    }
    if (!stopped) timer = setTimeout(turn, wait)
  }
  timer = setTimeout(turn, 1000)
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}
