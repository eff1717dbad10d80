import { verdictOf } from '../hold/belief/verdict'
import { isFind } from '../leaktest/soap/soap'
import { boundsAt } from './atLimitPressure'
import { lastTouched, standsBy } from './evidence'
import { measures, type Instant, type LedgerEntries, type LedgerMeasurement, type LedgerPart } from './ledger'

/** A leak that was measured and not yet measured away. */
export interface MeasuredLeak {
  testId: string
  /** what was found since that explains it: a leak on a part that it reached, open then or found since, or the rig's own */
  explained: 'leak' | 'rig' | null
  /** parts that it reached and that no measured test has sealed since */
  awaiting: string[]
}

/** Foam or smoke on a part of which nobody recorded a leak. */
export interface UnrecordedFind {
  testId: string
  partId: string
}

/** Whether a measurement is over the system's limit, at the limit's own pressure. */
const isLeaking = (test: LedgerMeasurement, { limit, pressure }: LedgerEntries): boolean =>
  verdictOf(boundsAt(test.bounds, Math.abs(test.pressure), pressure), limit) === 'leaking'

/** Parts of today's tank that a measurement can speak of; all of them where nobody said what it reached. */
const reachedBy = (test: LedgerMeasurement, parts: readonly LedgerPart[]): LedgerPart[] =>
  test.felt.size > 0 ? parts.filter(part => test.felt.has(part.id)) : [...parts]

function explainedByLeak(test: LedgerMeasurement, reached: readonly LedgerPart[], entries: LedgerEntries): boolean {
  const ids = new Set(reached.map(part => part.id))
  return entries.leaks
    .filter(leak => ids.has(leak.partId))
    .some(leak => {
      const finds = entries.finds.filter(find => find.leakId === leak.id).map(find => find.at)
      if (finds.some(at => at > test.begin)) return true
      const repaired = entries.repairs.filter(repair => repair.leakIds.includes(leak.id) && repair.at <= test.begin)
      const lastFound = Math.max(-Infinity, ...finds)
      return finds.length > 0 && !repaired.some(repair => repair.at >= lastFound)
    })
}

/** Whether the rig was found leaking in it, or after it and before anything else was measured. */
const explainedByRig = (test: LedgerMeasurement, { rigFinds, tests }: LedgerEntries): boolean =>
  rigFinds.some(
    leak =>
      leak.testId === test.id ||
      (leak.at > test.begin && !tests.some(later => measures(later) && later.begin > test.begin && later.begin <= leak.at)),
  )

/** The tank's own leak counts first: a rig that leaks too does not clear it. */
const explainedBy = (test: LedgerMeasurement, reached: readonly LedgerPart[], entries: LedgerEntries) =>
  explainedByLeak(test, reached, entries) ? 'leak' : explainedByRig(test, entries) ? 'rig' : null

/**
 * Leaks that were measured and are still open. Each is closed only by measured tests after it that together seal every part it
 * reached, of what is still on the tank; where nothing can be held any more, by looks that found each of them dry.
 */
export function measuredLeaks(entries: LedgerEntries): MeasuredLeak[] {
  return entries.tests
    .filter(measures)
    .filter(test => isLeaking(test, entries))
    .flatMap(test => {
      const reached = reachedBy(test, entries.parts)
      const { cannotBeHeld } = entries
      const later = entries.tests.filter(
        each => each.begin > test.end && (measures(each) || (cannotBeHeld !== null && each.begin > cannotBeHeld)),
      )
      const awaiting = reached.filter(part => !standsBy(part, later, entries)).map(part => part.id)
      return awaiting.length > 0 ? [{ testId: test.id, explained: explainedBy(test, reached, entries), awaiting }] : []
    })
}

/** When fuel was last seen outside in use and nobody has recorded a leak since; null when never. */
export const unplacedWet = ({ seenWet, finds }: LedgerEntries): Instant | null => {
  const last = Math.max(-Infinity, ...seenWet)
  return last > -Infinity && !finds.some(find => find.at >= last) ? last : null
}

/**
 * Marks of foam, bubbles or smoke without a leak in the register: they stay until the part was worked on and has evidence, or
 * until the leak is recorded.
 */
export function unrecordedFinds(entries: LedgerEntries): UnrecordedFind[] {
  const recorded = (testId: string, partId: string, at: number) =>
    entries.struckFinds.some(find => find.testId === testId && find.partId === partId) ||
    entries.finds.some(
      find =>
        (find.testId === testId || find.at > at) &&
        entries.leaks.some(leak => leak.id === find.leakId && leak.partId === partId),
    )
  return entries.tests.flatMap(test => {
    if (test.says !== 'looks') return []
    return test.marks
      .filter(({ mark, partId, at }) => isFind(mark) && !recorded(test.id, partId, at))
      .filter(({ partId, at }) => {
        const part = entries.parts.find(each => each.id === partId)
        return part !== undefined && !(lastTouched(part, entries) > at && standsBy(part, entries.tests, entries))
      })
      .map(({ partId }) => ({ testId: test.id, partId }))
  })
}
