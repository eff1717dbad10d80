import { evidenceOf, lastTouched, standsBy, type EvidenceKind } from './evidence'
import { leakState, type LeakState } from './leakState'
import type { Direction, Instant, LedgerEntries } from './ledger'
import { measuredLeaks, unplacedWet, unrecordedFinds, type MeasuredLeak, type UnrecordedFind } from './measuredLeaks'
import { settlingPlan, type MissingEvidence, type SettlingPlan } from './settlingPlan'

export const partStandings = ['stands', 'open', 'touched', 'no evidence'] as const
export type PartStanding = (typeof partStandings)[number]

export const jobStates = ['sealed', 'leaking', 'repairing', 'cannot-tell'] as const
export type JobState = (typeof jobStates)[number]

export interface PartRow {
  partId: string
  standing: PartStanding
  /** one a test, in the order of the entries' tests */
  evidence: EvidenceKind[]
  /** ways that pressure acts on it in service and for which nothing stands */
  lacks: Direction[]
}

/** What the entries amount to. Nothing here is ever stored. */
export interface Ledger {
  state: JobState
  parts: PartRow[]
  leaks: { id: string; state: LeakState }[]
  /** leaks that were measured and are still to be retested, the first one first */
  measured: MeasuredLeak[]
  /** foam or smoke that nobody recorded as a leak */
  unrecorded: UnrecordedFind[]
  /** when it was seen wet in use and nobody has said where; null when it was not */
  unplaced: Instant | null
  /** parts without evidence that stands */
  missing: string[]
  /** the shortest set of tests that would settle them, null when nothing is missing */
  settle: SettlingPlan | null
}

/**
 * Derives what stands from what happened, by the ledger's rules: evidence stands if a test reached the part, the whole test lies
 * after its last touch and its cure, nothing was found on it, and it could have seen a leak no larger than the part's own limit
 * at the limit's pressure and in the direction of service; finds and measured leaks stay open until evidence after their repair;
 * the job is sealed when every part stands and no leak is open.
 * @param now decides what has cured
 */
export function deriveLedger(entries: LedgerEntries, now: Instant): Ledger {
  const leaks = entries.leaks.map(leak => ({ id: leak.id, state: leakState(leak, entries, now) }))
  const measured = measuredLeaks(entries)
  const unrecorded = unrecordedFinds(entries)
  const unplaced = unplacedWet(entries)
  const openParts = new Set([
    ...entries.leaks.filter((_, i) => !holding.includes(leaks[i]!.state)).map(leak => leak.partId),
    ...unrecorded.map(each => each.partId),
  ])
  const parts = entries.parts.map((part): PartRow => {
    const evidence = entries.tests.map(test => evidenceOf(test, part, entries))
    const lacks = part.service.filter(direction => !standsBy({ ...part, service: [direction] }, entries.tests, entries))
    const open = openParts.has(part.id)
    return {
      partId: part.id,
      evidence,
      lacks,
      standing: standingOf(evidence, { open, stands: lacks.length === 0, touched: lastTouched(part, entries) > -Infinity }),
    }
  })
  const missing = parts.filter(part => part.standing !== 'stands').map(part => part.partId)
  return {
    parts,
    leaks,
    measured,
    unrecorded,
    unplaced,
    missing,
    settle: settlingPlan(missingEvidence(parts, measured, entries), entries),
    state: stateOf({ leaks, measured, unrecorded, unplaced, missing, any: parts.length > 0 }),
  }
}

/** Whether nobody knows yet where a measured leak is, and nothing else was measured that says there is none. */
const isUnexplained = ({ explained, disagrees }: MeasuredLeak) => explained === null && disagrees.length === 0

/** States in which the part itself has evidence that stands. */
const holding: readonly LeakState[] = ['sealed', 'on trial', 'held for now']

function stateOf({
  leaks,
  measured,
  unrecorded,
  unplaced,
  missing,
  any,
}: Pick<Ledger, 'leaks' | 'measured' | 'unrecorded' | 'unplaced' | 'missing'> & { any: boolean }): JobState {
  const open = leaks.filter(leak => leak.state !== 'sealed')
  const isOpen = open.some(leak => leak.state === 'found' || leak.state === 'back')
  if (isOpen || unrecorded.length > 0 || unplaced !== null || measured.some(isUnexplained)) return 'leaking'
  if (open.length > 0 || measured.some(leak => leak.explained === 'leak')) return 'repairing'
  // What the rig let out says nothing of the tank, either way.
  if (measured.length > 0) return 'cannot-tell'
  return missing.length > 0 || !any ? 'cannot-tell' : 'sealed'
}

function standingOf(
  evidence: EvidenceKind[],
  { open, stands, touched }: { open: boolean; stands: boolean; touched: boolean },
): PartStanding {
  if (open) return 'open'
  if (stands) return 'stands'
  return touched && evidence.some(kind => kind === 'fell' || kind === 'early' || kind === 'find') ? 'touched' : 'no evidence'
}

/** What has to be tested: each way that a part lacks, and by measuring what a measured leak still waits for. */
function missingEvidence(
  parts: readonly PartRow[],
  measured: readonly MeasuredLeak[],
  { parts: all, cannotBeHeld }: LedgerEntries,
): MissingEvidence[] {
  const awaiting = new Set(cannotBeHeld === null ? measured.flatMap(leak => leak.awaiting) : [])
  return parts.flatMap((row, i) => {
    const { service, limit } = all[i]!
    const onlyMeasured = awaiting.has(row.partId)
    const wanted = onlyMeasured || row.standing === 'open' ? service : row.lacks
    return wanted.map(direction => ({ partId: row.partId, direction, limit, onlyMeasured }))
  })
}
