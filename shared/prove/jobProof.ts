import { proofOf, provedSince, type Proof } from '../../core/ledger/proof/proofOf'
import { proofSteps } from '../../core/ledger/proof/proofSteps'
import type { LedgerEntries } from '../../core/ledger/ledger'
import type { JobView } from '../views'
import type { ProofEntryView } from '../record/kinds/proof'

/** How far a job is proved in use: its craft's steps, with what was recorded of each since it was last disturbed. */
export function jobProof(job: Pick<JobView, 'craft' | 'proof' | 'openedAt'>, entries: LedgerEntries): Proof<ProofEntryView> {
  const sealedAt = Math.max(job.openedAt, provedSince(entries), ...entries.tests.map(test => test.end))
  return proofOf(
    proofSteps(job.craft.kind),
    job.proof.filter(each => !each.struck),
    entries,
    sealedAt,
  )
}
