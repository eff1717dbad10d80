import type { StandInTank } from '../../core/standin/standInTank'
import { holdTimeAt } from '../../shared/leaktest/hold/holdClock'
import { lastReadingTime } from '../services/bench/hold/keptReadings'
import { loadHold, runningStandIns } from '../services/bench/hold/runHold'
import { feel, standInOf } from '../services/bench/hold/standInOfHold'
import { takeReadings } from '../services/bench/hold/takeReadings'
import { Refusal } from '../services/ground/refusal'
import { shopTime } from '../services/house/steadyClock'
import { log } from '../utils/log'
import { watchDecision } from './decisionWatch'

/** s of the hold's time between two readings of a stand-in. */
const INTERVAL = 5
const MOST_A_TURN = 2000

interface RunningTank {
  tank: StandInTank
  lastT: number
  applied: Set<string>
}

/**
 * Starts a stand-in, or takes one up again after the program was restarted: the tank is run through all that has happened to it,
 * and what its instruments would have shown while nobody logged them is a gap.
 */
async function takeUp(holdId: string): Promise<RunningTank | null> {
  const hold = await loadHold(holdId)
  const tank = hold.clock && (await standInOf(hold))
  if (!tank) return null
  const last = await lastReadingTime(holdId)
  const now = holdTimeAt(hold.clock!, shopTime())
  return {
    tank,
    lastT: last === null ? -INTERVAL : Math.max(last, Math.floor(now / INTERVAL) * INTERVAL - INTERVAL),
    applied: new Set(),
  }
}

/** The simulated tanks of all running stand-in holds. They run on the server: a closed page stops nothing. */
export function standInFeed(): { turn: () => Promise<void>; forget: () => void } {
  const tanks = new Map<string, RunningTank>()

  async function read(holdId: string): Promise<void> {
    // Before its marks are looked up: what is marked meanwhile is felt at the next turn.
    const until = shopTime()
    const hold = await loadHold(holdId)
    if (!hold.clock || hold.state === 'stopped') return
    const running = tanks.get(holdId) ?? (await takeUp(holdId))
    if (!running) return
    tanks.set(holdId, running)
    const { tank, applied } = running
    const now = holdTimeAt(hold.clock, until)
    const readings = []
    let t = running.lastT
    while (t + INTERVAL <= now && readings.length < MOST_A_TURN) {
      t += INTERVAL
      for (const mark of hold.marks.filter(each => each.t <= t && !applied.has(each.id))) {
        applied.add(mark.id)
        feel(tank, mark)
      }
      readings.push(tank.readAt(t))
    }
    if (readings.length === 0) return
    await takeReadings(holdId, readings, 'stand-in')
    running.lastT = t
    watchDecision(holdId)
  }

  return {
    /** Another server reads them now. */
    forget: () => tanks.clear(),
    /** Reads what is due from every running stand-in and stores it; one that fails is taken up anew at the next turn. */
    async turn() {
      const due = await runningStandIns()
      for (const id of tanks.keys()) if (!due.some(each => each.id === id)) tanks.delete(id)
      for (const { id, clock } of due) {
        // Whose next reading is still to come is not looked up.
        const next = (tanks.get(id)?.lastT ?? -Infinity) + INTERVAL
        if (next > holdTimeAt(clock, shopTime())) continue
        try {
          await read(id)
        } catch (error) {
          tanks.delete(id)
          // Stopped while it was read: there is nothing more to take.
          if (!(error instanceof Refusal)) log.error({ hold: id, error })
        }
      }
    },
  }
}
