import type { Instant, LedgerEntries, LedgerLeak } from './ledger'
import { lastCured, lastRepair, standsBy } from './evidence'

export const leakStates = ['found', 'repaired, curing', 'ready to retest', 'sealed', 'back'] as const
export type LeakState = (typeof leakStates)[number]

/**
 * A leak's state: a find opens it, a repair makes it curing and then ready to retest, evidence after the repair and the cure
 * seals it, a later find brings the same leak back. A later repair does not shorten an earlier cure.
 */
export function leakState(leak: LedgerLeak, entries: LedgerEntries, now: Instant): LeakState {
  const lastFind = Math.max(-Infinity, ...entries.finds.filter(find => find.leakId === leak.id).map(find => find.at))
  const last = lastRepair(leak.id, entries)
  if (!last) return 'found'
  if (lastFind > last.at) return 'back'
  if (now < lastCured(leak.partId, entries)) return 'repaired, curing'
  const part = entries.parts.find(each => each.id === leak.partId)
  // What was taken off the tank leaks no more; what replaced it is a part of its own.
  if (!part) return 'sealed'
  return standsBy(part, entries.tests, entries) ? 'sealed' : 'ready to retest'
}
