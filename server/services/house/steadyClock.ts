import { uptime } from 'node:os'

/** How far the machine's clock may go its own way before it counts as set, ms; it is slewed by less. */
export const JUMP = 5000
/** The machine's uptime has a resolution of 10 ms; the finer clock stands still while the machine sleeps. */
const SLEPT = 500

/** Times that a clock is made of, ms; given by the machine, and by tests. */
export interface Machine {
  /** the machine's clock, which somebody can set */
  wall: () => number
  /** since it was started, its sleep counted */
  up: () => number
  /** finer, its sleep not counted */
  fine: () => number
}
const thisMachine: Machine = { wall: () => Date.now(), up: () => uptime() * 1000, fine: () => performance.now() }

interface SteadyClock {
  /** ms since 1970 */
  now: () => number
  /** how far the machine's clock is ahead of this one, ms: what it was set by since the program was started */
  jumped: () => number
}

/**
 * A clock that is right when the program starts and from then on goes by the time that has passed, whatever the machine's clock is
 * set to: days on, an hour back.
 */
export function steadyClock({ wall, up, fine }: Machine = thisMachine): SteadyClock {
  const anchor = { wall: wall(), up: up(), fine: fine() }
  let latest = 0
  const now = () => {
    const coarse = anchor.wall + up() - anchor.up
    let exact = anchor.wall + fine() - anchor.fine
    if (Math.abs(exact - coarse) > SLEPT) {
      anchor.fine += exact - coarse
      exact = coarse
    }
    latest = Math.max(latest, Math.floor(exact))
    return latest
  }
  return { now, jumped: () => wall() - now() }
}

const own = steadyClock()
/** The shop's time, ms since 1970. */
export const shopTime = (): number => own.now()
/** How far the machine's clock is ahead of the shop's time, ms. */
export const clockJump = (): number => own.jumped()
