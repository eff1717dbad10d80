import type { StandInReading, StandInTank } from '../../../../core/standin/standInTank'
import { holdTimeAt } from '../../../../shared/leaktest/hold/holdClock'
import { shopTime } from '../../house/steadyClock'
import { Refusal } from '../../ground/refusal'
import { loadHold } from './runHold'
import { feel, standInOf } from './standInOfHold'

/** Simulated tanks whose dial somebody looks at, as far as they were run. A cache only: what is not here is run from its start. */
const shown = new Map<string, { tank: StandInTank; t: number; applied: Set<string> }>()
const MOST_SHOWN = 20

/**
 * What the instruments of a simulated tank show now, for the stand-in of a phone’s camera.
 * @throws Refusal 404, 409 for a hold that no camera reads, that does not run, or of a tank that is not simulated
 */
export async function needleOf(holdId: string): Promise<StandInReading> {
  const hold = await loadHold(holdId)
  if (hold.source !== 'camera' || !hold.clock || hold.state === 'stopped')
    throw new Refusal(409, 'Nothing is to be seen of this hold: it is not running, or not read by a camera.')
  const now = holdTimeAt(hold.clock, shopTime())
  const before = shown.get(holdId)
  const fresh = before && before.t <= now ? before.tank : await standInOf(hold)
  if (!fresh) throw new Refusal(409, 'This tank is a real one: put the phone in front of its dial.')
  const running = before && before.tank === fresh ? before : { tank: fresh, t: 0, applied: new Set<string>() }
  for (const mark of [...hold.marks].sort((a, b) => a.t - b.t).filter(each => each.t <= now && !running.applied.has(each.id))) {
    running.applied.add(mark.id)
    feel(running.tank, mark)
  }
  if (shown.size >= MOST_SHOWN && !shown.has(holdId)) shown.delete(shown.keys().next().value!)
  shown.set(holdId, { ...running, t: now })
  return running.tank.readAt(now)
}
