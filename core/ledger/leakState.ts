import type { Instant, LedgerEntries, LedgerLeak } from './ledger'
import { evidenceAfter, lastRepair } from './evidence'

export const leakStates = ['found', 'repaired, curing', 'ready to retest', 'sealed', 'back'] as const
export type LeakState = (typeof leakStates)[number]

/**
 * A leak's state: a find opens it, a repair makes it curing and then ready to retest, evidence after the cure seals it, a later
 * find brings the same leak back.
 * Evidence taken before the cure ended is kept but does not seal: the joint it tested is not the joint that will be there.
 */
export function leakState(leak: LedgerLeak, entries: LedgerEntries, now: Instant): LeakState {
  const lastFind = Math.max(-Infinity, ...entries.finds.filter(find => find.leakId === leak.id).map(find => find.at))
  const last = lastRepair(leak.id, entries)
  if (!last) return 'found'
  if (lastFind > last.at) return 'back'
  if (now < last.curedAt) return 'repaired, curing'
  return evidenceAfter(leak.partId, last.curedAt, entries) ? 'sealed' : 'ready to retest'
}

/** Whether a leak was open, found and not since repaired, at an instant. */
export function wasOpen(leak: LedgerLeak, entries: LedgerEntries, at: Instant): boolean {
  const events = [
    ...entries.finds.filter(find => find.leakId === leak.id).map(find => ({ at: find.at, opens: true })),
    ...entries.repairs.filter(repair => repair.leakId === leak.id).map(repair => ({ at: repair.at, opens: false })),
  ]
    .filter(event => event.at <= at)
    .sort((a, b) => a.at - b.at)
  return events.at(-1)?.opens ?? false
}
