import { hangDecisionBell } from '../services/bench/hold/runHold'
import { log } from '../utils/log'

const EVERY = 10_000 // ms between two looks at one hold
/** A look takes at most one part in so many of the time: a long hold, which takes longer to judge, is in no hurry either. */
const SHARE = 30
/** A program that has just been started has other things to do: what hung before it ended hangs still. ms */
const AFTER_START = Number(process.env.ZINC_DECISIONS_AFTER ?? 15_000)
/** when each hold may be looked at again, ms since 1970 */
const free = new Map<string, number>()
const waiting = new Set<string>()

/** Looks whether a running hold decides soon, at most every ten seconds, and moves its bell; the last reading of several is looked at too. */
export function watchDecision(holdId: string): void {
  if (waiting.has(holdId)) return
  const now = Date.now()
  const wait = Math.max((free.get(holdId) ?? 0) - now, AFTER_START - process.uptime() * 1000)
  waiting.add(holdId)
  setTimeout(() => void look(holdId), Math.max(0, wait)).unref()
}

async function look(holdId: string): Promise<void> {
  waiting.delete(holdId)
  const begun = Date.now()
  free.set(holdId, begun + EVERY)
  await hangDecisionBell(holdId).catch((error: unknown) => log.error({ hold: holdId, error }))
  const now = Date.now()
  free.set(holdId, Math.max(begun + EVERY, now + SHARE * (now - begun)))
  if (free.size > 1000) for (const [id, at] of free) if (now > at) free.delete(id)
}
