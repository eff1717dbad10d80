import { lastCured, lastRepair, standsBy } from './evidence'
import type { Instant, LedgerEntries, LedgerLeak, LedgerRepair } from './ledger'

export const leakStates = [
  'found',
  'repaired, curing',
  'ready to retest',
  'on trial',
  'held for now',
  'sealed',
  'back',
] as const
export type LeakState = (typeof leakStates)[number]

/** The repair by which a leak counts: the last that took away what was there before, else the last; null where none was made. */
export const repairThatCounts = (leakId: string, entries: LedgerEntries): LedgerRepair | null =>
  lastRepair(leakId, { ...entries, repairs: entries.repairs.filter(repair => repair.replaces) }) ?? lastRepair(leakId, entries)

/** A repair that counts only once tests over days have passed. */
export interface Trial {
  /** each of its tests, with whether it or a later one has passed */
  tests: { due: Instant; passed: boolean }[]
  /** when the next is due; null once the last has passed */
  next: Instant | null
}

/**
 * How the trial of a repair stands: a test passes where evidence of its day or later stands. One that was missed is made good by
 * the next; only the last one ends it. Null where the repair is none.
 */
export function trialOf(repair: LedgerRepair, leak: LedgerLeak, entries: LedgerEntries): Trial | null {
  const part = entries.parts.find(each => each.id === leak.partId)
  if (repair.trial.length === 0 || !part || repair.curedAt === Infinity) return null
  const tests = repair.trial.map(after => {
    const due = repair.curedAt + after
    const since = entries.tests.filter(test => test.begin >= due)
    return { due, passed: standsBy(part, since, entries) }
  })
  return { tests, next: tests.at(-1)!.passed ? null : (tests.find(test => !test.passed)?.due ?? null) }
}

/**
 * A leak's state: a find opens it, a repair makes it curing and then ready to retest, evidence after the repair and the cure
 * seals it, a later find brings the same leak back. What is on trial is sealed by the last of its tests alone; what only gets it
 * home is held for now and never sealed. A later repair does not shorten an earlier cure.
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
  if (!standsBy(part, entries.tests, entries)) return 'ready to retest'
  const counts = repairThatCounts(leak.id, entries)!
  if (counts.until !== null) return 'held for now'
  const trial = trialOf(counts, leak, entries)
  if (!trial || trial.next === null) return 'sealed'
  return trial.next <= now ? 'ready to retest' : 'on trial'
}
