import { eq } from 'drizzle-orm'
import { standInTank, type StandInTank } from '#core/standin/standInTank'
import { holdTimeAt } from '#shared/holdClock'
import { database } from '../db/client'
import { job } from '../db/schema'
import { standInFor } from '../services/hiddenTank'
import { holdReadings, loadHold, runningHolds, takeReadings } from '../services/holds'
import { loadJob } from '../services/jobs'
import { watchDecision } from './decisionWatch'

/** s of the hold's time between two readings of a stand-in. */
const INTERVAL = 5
const MOST_A_TURN = 2000

interface Feed { tank: StandInTank, lastT: number, applied: Set<string> }
const feeds = new Map<string, Feed>()

/**
 * Starts a stand-in, or takes one up again after the program was restarted: the tank is run through all that has happened to it,
 * and what its instruments would have shown while nobody logged them is a gap.
 */
async function openFeed(holdId: string): Promise<Feed | null> {
  const hold = await loadHold(holdId)
  const [own] = await database().select({ hiddenTank: job.hiddenTank }).from(job).where(eq(job.id, hold.jobId))
  if (!own?.hiddenTank || !hold.clock) return null
  const tank = standInTank(standInFor(own.hiddenTank, await loadJob(hold.jobId), hold, hold.createdAt))
  const known = await holdReadings(holdId, -1)
  const lastT = known.at(-1)?.t ?? -INTERVAL
  const now = holdTimeAt(hold.clock, Date.now())
  const from = known.length > 0 ? Math.max(lastT, Math.floor(now / INTERVAL) * INTERVAL - INTERVAL) : lastT
  return { tank, lastT: from, applied: new Set() }
}

async function turn(holdId: string): Promise<void> {
  const hold = await loadHold(holdId)
  if (!hold.clock || hold.state === 'stopped') {
    feeds.delete(holdId)
    return
  }
  let feed = feeds.get(holdId)
  if (!feed) {
    const opened = await openFeed(holdId)
    if (!opened) return
    feed = opened
    feeds.set(holdId, feed)
  }
  const { tank, applied } = feed
  const now = holdTimeAt(hold.clock, Date.now())
  const readings = []
  let t = feed.lastT
  while (t + INTERVAL <= now && readings.length < MOST_A_TURN) {
    t += INTERVAL
    for (const mark of hold.marks.filter(each => each.t <= t && !applied.has(each.id))) {
      applied.add(mark.id)
      if (mark.kind === 'knock') tank.knock(mark.t)
      else tank.topUp(mark.t)
    }
    readings.push(tank.readAt(t))
  }
  if (readings.length === 0) return
  await takeReadings(holdId, readings)
  feed.lastT = t
  watchDecision(holdId)
}

/** One turn of every running stand-in: reads what is due and stores it. A closed page stops nothing. */
export async function turnStandIns(): Promise<void> {
  const running = (await runningHolds()).filter(each => each.source === 'stand-in')
  for (const { id } of running) {
    try {
      await turn(id)
    }
    catch (error) {
      feeds.delete(id)
      console.error(error)
    }
  }
}
