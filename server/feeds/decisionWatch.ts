import { hangDecisionBell } from '../services/bench/hold/holds'
import { log } from '../utils/log'

const EVERY = 10_000 // ms between two looks at one hold
/** A program that has just been started has other things to do: what hung before it ended hangs still. ms */
const AFTER_START = 15_000
const looked = new Map<string, number>()
const waiting = new Set<string>()

/** Looks whether a running hold decides soon, at most every ten seconds, and moves its bell; the last reading of several is looked at too. */
export function watchDecision(holdId: string): void {
  if (waiting.has(holdId)) return
  const now = Date.now()
  const wait = Math.max((looked.get(holdId) ?? 0) + EVERY - now, AFTER_START - process.uptime() * 1000)
  waiting.add(holdId)
  setTimeout(() => void look(holdId), Math.max(0, wait)).unref()
}

async function look(holdId: string): Promise<void> {
  waiting.delete(holdId)
  const now = Date.now()
  looked.set(holdId, now)
  if (looked.size > 1000) for (const [id, at] of looked) if (now - at > EVERY) looked.delete(id)
  await hangDecisionBell(holdId).catch((error: unknown) => log.error({ hold: holdId, error }))
}
