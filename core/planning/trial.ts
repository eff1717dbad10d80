import { uniformAt } from '../standin/seededRandom'
import { standInTank, type StandInTank } from '../standin/standInTank'
import { typicalTank } from '../standin/typicalTank'
import { liveHold, type LiveHold } from '../hold/estimateHold'
import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'
import { HoldError, type HoldSetup, type Reading } from '../hold/holdSetup'
import type { HoldEstimate } from '../hold/holdEstimate'
import type { PlannedHold } from './plannedHold'

/** A simulated tank that a planned hold is tried on, at longer and longer times. */
export interface Trial {
  /** @param held s from closing the rig; not before the last one of a plain hold @returns null while it determines no leak */
  at(held: number): HoldEstimate | null
}

/** Tanks of a kind do what real ones do besides, the most unruly by so much. */
const MOST_UNRULY = 0.4
const UNRULINESS = 60
/** Stretches of a bracketed hold, as shares of its whole time: pumped, topped up, vented. */
const bracket = { pumped: 0.15, toppedUp: 0.7, vented: 0.85 }
/** Coarse enough to be fast, fine beside what settles, s. */
const STEP = 2

/**
 * @param leak Pa·m3/s at the test pressure, beside what the rig is known to leak
 * @param seed of the tank, its weather and its instruments
 */
export function trial(planned: PlannedHold, leak: number, seed: number): Trial {
  const { setup, every, course } = planned
  const begin = (): StandInTank =>
    standInTank({
      ...typicalTank({
        ...planned,
        seed,
        unruliness: MOST_UNRULY * uniformAt(seed, UNRULINESS, 0),
        leaks:
          leak + setup.rigLeak > 0
            ? [{ law: 'viscous', rate: leak + setup.rigLeak, referencePressure: setup.testPressure }]
            : [],
      }),
      step: STEP,
    })
  const judged = (hold: LiveHold): HoldEstimate | null => {
    try {
      return hold.estimate(setup)
    } catch (error) {
      if (error instanceof HoldError) return null
      throw error
    }
  }
  if (course === 'bracketed')
    return {
      at(held) {
        const hold = liveHold(setup)
        hold.take(bracketed(begin(), held, every))
        return judged(hold)
      },
    }
  const hold = liveHold(setup)
  const tank = begin()
  let t = 0
  let pushed = false
  return {
    at(held) {
      const fresh: Reading[] = []
      for (; t <= held; t += every) {
        const push = setup.bottle && !pushed && t >= PUSHED
        if (push) tank.push(t, pushOf(setup))
        pushed ||= push === true
        fresh.push({ ...tank.readAt(t), ...(push && { event: 'push' }) })
      }
      hold.take(fresh)
      return judged(hold)
    },
  }
}

/** A bottle is shown to be shut off by a push of air, which raises the pressure by such a share, after so long, s. */
const PUSH = 0.02
const PUSHED = 60
const pushOf = ({ space, testPressure }: HoldSetup) => (PUSH * Math.abs(testPressure) * space.volume) / STANDARD_PRESSURE

function bracketed(tank: StandInTank, held: number, every: number): Reading[] {
  const moves = [
    { t: 0, event: 'closed at room pressure', move: () => tank.vent(0) },
    { t: bracket.pumped * held, event: 'pumped', move: (t: number) => tank.topUp(t) },
    { t: bracket.toppedUp * held, event: 'topped up', move: (t: number) => tank.topUp(t) },
    { t: bracket.vented * held, event: 'vented and closed', move: (t: number) => tank.vent(t) },
  ]
  const readings: Reading[] = []
  for (let t = 0; t <= held; t += every) {
    const due = moves[0] && moves[0].t <= t ? moves.shift()! : null
    due?.move(t)
    readings.push({ ...tank.readAt(t), ...(due && { event: due.event }) })
  }
  return readings
}
