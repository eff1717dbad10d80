import { isFind } from '../leaktest/soap/soap'
import type { Instant, LedgerEntries, LedgerRepair, LedgerTest } from './ledger'

/**
 * What one test says of one part.
 * stands: reached it after its last touch, found nothing, could see what matters. fell: it did, but the part was touched since.
 * early: before a repair on the part had cured. find: something was found on it. undecided: reached, but says nothing either way.
 */
export const evidenceKinds = ['stands', 'fell', 'early', 'find', 'undecided', 'not reached'] as const
export type EvidenceKind = (typeof evidenceKinds)[number]

/** When a part was last disturbed: touched or repaired; -Infinity when never. */
export function lastTouched(partId: string, entries: LedgerEntries): Instant {
  const leaks = new Set(entries.leaks.filter(leak => leak.partId === partId).map(leak => leak.id))
  return Math.max(
    -Infinity,
    ...entries.touches.filter(touch => touch.partIds.includes(partId)).map(touch => touch.at),
    ...entries.repairs.filter(repair => leaks.has(repair.leakId)).map(repair => repair.at),
  )
}

/** The repair of a leak that counts: the last one, since it took the place of those before. */
export function lastRepair(leakId: string, entries: LedgerEntries): LedgerRepair | null {
  return entries.repairs
    .filter(repair => repair.leakId === leakId)
    .reduce<LedgerRepair | null>((last, repair) => (last && last.at > repair.at ? last : repair), null)
}

/** When the repairs on a part that count are all cured; -Infinity when there are none. */
export const lastCured = (partId: string, entries: LedgerEntries): Instant =>
  Math.max(
    -Infinity,
    ...entries.leaks.filter(leak => leak.partId === partId).map(leak => lastRepair(leak.id, entries)?.curedAt ?? -Infinity),
  )

/** When a test reached a part and what it saw there, whatever happened since; null when it did not reach it. */
function observation(
  test: LedgerTest,
  partId: string,
  entries: LedgerEntries,
): { at: Instant; quiet: boolean; found: boolean } | null {
  const found = entries.finds.some(
    find => find.testId === test.id && entries.leaks.some(leak => leak.id === find.leakId && leak.partId === partId),
  )
  const sensitive = test.smallestSeen <= entries.limit
  switch (test.says) {
    case 'rate':
      if (!test.reached.includes(partId)) return null
      return { at: test.at, quiet: test.verdict === 'sealed' && sensitive && !found, found }
    case 'looks': {
      const mark = test.marks.find(entry => entry.partId === partId)
      if (!mark || mark.mark === 'not reached') return null
      return { at: mark.at, quiet: mark.mark === 'dry' && sensitive && !found, found: found || isFind(mark.mark) }
    }
  }
}

/** What a test says of a part today. */
export function evidenceOf(test: LedgerTest, partId: string, entries: LedgerEntries): EvidenceKind {
  const seen = observation(test, partId, entries)
  if (!seen) return 'not reached'
  if (seen.found) return 'find'
  if (!seen.quiet) return 'undecided'
  if (seen.at <= lastTouched(partId, entries)) return 'fell'
  return seen.at < lastCured(partId, entries) ? 'early' : 'stands'
}

/** Whether any test gives a part evidence at or after an instant, undisturbed since. */
export function evidenceAfter(partId: string, after: Instant, entries: LedgerEntries): boolean {
  const touched = lastTouched(partId, entries)
  return entries.tests.some(test => {
    const seen = observation(test, partId, entries)
    return seen !== null && seen.quiet && seen.at >= after && seen.at > touched
  })
}
