import { evidenceOf, lastTouched, type EvidenceKind } from './evidence'
import { leakState, wasOpen, type LeakState } from './leakState'
import { measures, type Instant, type LedgerEntries } from './ledger'
import { settlingPlan, type SettlingPlan } from './settlingPlan'

export const partStandings = ['stands', 'open', 'touched', 'no evidence'] as const
export type PartStanding = (typeof partStandings)[number]

export const jobStates = ['sealed', 'leaking', 'repairing', 'cannot-tell'] as const
export type JobState = (typeof jobStates)[number]

export interface PartRow {
  partId: string
  standing: PartStanding
  /** one a test, in the order of the entries' tests */
  evidence: EvidenceKind[]
}

/** What the entries amount to. Nothing here is ever stored. */
export interface Ledger {
  state: JobState
  parts: PartRow[]
  leaks: { id: string; state: LeakState }[]
  /** a hold that measured a leak nobody has found yet */
  unlocated: { holdId: string } | null
  /** parts without evidence that stands */
  missing: string[]
  /** the shortest set of tests that would settle them, null when nothing is missing */
  settle: SettlingPlan | null
}

/**
 * Derives what stands from what happened, by the ledger's rules:
 * evidence stands if a test reached the part after its last touch, found nothing on it and could see a leak no larger than the
 * limit;
 * touching one part ends the evidence of that part alone; finds and unexplained measured leaks stay open until evidence after
 * their repair;
 * the job is sealed when every part stands and no leak is open.
 * @param now decides what has cured
 */
export function deriveLedger(entries: LedgerEntries, now: Instant): Ledger {
  const leaks = entries.leaks.map(leak => ({ id: leak.id, state: leakState(leak, entries, now) }))
  const openParts = new Set(entries.leaks.filter((_, i) => leaks[i]!.state !== 'sealed').map(leak => leak.partId))
  const parts = entries.parts.map(part => {
    const evidence = entries.tests.map(test => evidenceOf(test, part.id, entries))
    return {
      partId: part.id,
      evidence,
      standing: standingOf(evidence, openParts.has(part.id), lastTouched(part.id, entries) > -Infinity),
    }
  })
  const unlocated = unlocatedLeak(entries)
  const missing = parts.filter(part => part.standing !== 'stands').map(part => part.partId)
  const open = leaks.filter(leak => leak.state !== 'sealed')
  return {
    parts,
    leaks,
    unlocated,
    missing,
    settle: settlingPlan(missing, { limit: entries.limit, ways: missing.length > 0 ? entries.ways?.() : undefined }),
    state:
      open.some(leak => leak.state === 'found' || leak.state === 'back') || unlocated
        ? 'leaking'
        : open.length > 0
          ? 'repairing'
          : missing.length > 0 || parts.length === 0
            ? 'cannot-tell'
            : 'sealed',
  }
}

function standingOf(evidence: EvidenceKind[], open: boolean, touched: boolean): PartStanding {
  if (open) return 'open'
  if (evidence.includes('stands')) return 'stands'
  return touched && evidence.some(kind => kind === 'fell' || kind === 'early' || kind === 'find') ? 'touched' : 'no evidence'
}

/**
 * The last hold that measured a leak which no find explains: none was open then and none has been found since,
 * and no later sealed hold reached all that it reached.
 */
function unlocatedLeak(entries: LedgerEntries): { holdId: string } | null {
  const holds = entries.tests.filter(measures).sort((a, b) => a.at - b.at)
  const last = holds.filter(hold => hold.verdict === 'leaking').at(-1)
  if (!last) return null
  const closed = holds.some(
    hold => hold.at > last.at && hold.verdict === 'sealed' && last.reached.every(partId => hold.reached.includes(partId)),
  )
  const explained = entries.leaks.some(leak => wasOpen(leak, entries, last.at)) || entries.finds.some(find => find.at > last.at)
  return closed || explained ? null : { holdId: last.id }
}
