import { hangDecisionBell } from '../services/bench/hold/holds'
import { log } from '../utils/log'

const EVERY = 10_000 // ms between two looks at one hold
const looked = new Map<string, number>()

/** Looks whether a running hold decides soon, at most every ten seconds, and moves its bell. */
export async function watchDecision(holdId: string): Promise<void> {
  const now = Date.now()
  if (now - (looked.get(holdId) ?? 0) < EVERY) return
  looked.set(holdId, now)
  if (looked.size > 1000) for (const [id, at] of looked) if (now - at > EVERY) looked.delete(id)
  await hangDecisionBell(holdId).catch((error: unknown) => log.error({ hold: holdId, error }))
}
