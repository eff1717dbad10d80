import type { Ledger } from '../../core/ledger/deriveLedger'
import type { LedgerEntries } from '../../core/ledger/ledger'
import type { HandBackCase } from '../../core/ledger/proof/handBack'
import type { JobView } from '../views'
import { jobProof } from './jobProof'
import { signatureStandings, signedBy, type SignatureStanding } from './signatures'

/** How far a job is from being handed back. */
export const handBackCase = (
  job: JobView,
  entries: LedgerEntries,
  ledger: Ledger,
  standings: readonly SignatureStanding[] = signatureStandings(job, ledger),
): HandBackCase => ({
  state: ledger.state,
  proof: jobProof(job, entries),
  craft: job.craft.kind,
  signed: signedBy(standings, job.brought?.broughtAt),
})
