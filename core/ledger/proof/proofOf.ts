import { lastTouched } from '../evidence'
import type { Instant, LedgerEntries } from '../ledger'
import type { ProofStep } from './proofSteps'

/** How a step in use went: dry after its watch, wet, or left out with a reason. */
export const proofOutcomes = ['dry', 'wet', 'left out'] as const
export type ProofOutcome = (typeof proofOutcomes)[number]

/** A step as somebody recorded it. */
export interface ProofEntry {
  step: string
  outcome: ProofOutcome
  at: Instant
}

export interface ProofRow<Entry extends ProofEntry> {
  step: ProofStep
  /** what counts of it; null while it is to be done */
  entry: Entry | null
  /** when the tank was sealed and the steps before it were done: no earlier can it have begun */
  from: Instant
  /** when it is due; null once it is done, or while an earlier one is to be done */
  due: Instant | null
}

/** The road from sealed to proved. Nothing of it is stored but what people did. */
export interface Proof<Entry extends ProofEntry> {
  rows: ProofRow<Entry>[]
  /** the first step that is to be done; null when none is */
  next: ProofRow<Entry> | null
  /** every step was dry, or left out with a reason, since the tank was last disturbed or found leaking */
  complete: boolean
  /** somebody saw it wet, and nobody has recorded where or struck that out: a leak until then */
  wet: Entry | null
}

/** Since when steps in use count: whatever was disturbed, repaired or found begins them anew; -Infinity where nothing was. */
export const provedSince = (entries: LedgerEntries): Instant =>
  Math.max(
    -Infinity,
    ...entries.parts.map(part => lastTouched(part, entries)),
    ...entries.touches.map(touch => touch.at),
    ...entries.repairs.map(repair => (Number.isFinite(repair.curedAt) ? repair.curedAt : repair.at)),
    ...entries.finds.map(find => find.at),
  )

/**
 * How far a tank is proved in use. An entry from before the tank was last disturbed says nothing; one that is made later of the
 * same step stands for it.
 * @param all what was recorded and not struck out
 * @param sealedAt since when the tank is sealed, for when the first step is due
 */
export function proofOf<Entry extends ProofEntry>(
  steps: readonly ProofStep[],
  all: readonly Entry[],
  entries: LedgerEntries,
  sealedAt: Instant,
): Proof<Entry> {
  const since = provedSince(entries)
  const counting = all.filter(entry => entry.at > since)
  const done = steps.map(step => counting.findLast(entry => entry.step === step.key) ?? null)
  const first = done.findIndex(entry => entry === null || entry.outcome === 'wet')
  const rows = steps.map((step, i): ProofRow<Entry> => {
    const from = Math.max(sealedAt, ...done.slice(0, i).map(entry => entry?.at ?? -Infinity))
    return { step, entry: done[i]!, from, due: i === first ? from + step.wait * 1000 : null }
  })
  const wet = counting.findLast(entry => entry.outcome === 'wet') ?? null
  return { rows, next: rows[first] ?? null, complete: first === -1 && steps.length > 0 && wet === null, wet }
}
