import type { Ledger } from '../../core/ledger/deriveLedger'
import type { JobView } from '../views'
import type { SignatureView } from '../record/kinds/signature'
import { signedSections, type SignedSection } from './signedSections'
import { signedState, type SignedState } from './signedState'

/** A signature as it stands today. */
export interface SignatureStanding {
  signature: SignatureView
  /** what it covers has changed since; empty while it stands */
  changed: SignedSection[]
  stands: boolean
}

/** Which signatures of a job stand: what one covers is as it was signed, and nobody took it back. */
export function signatureStandings(job: JobView, ledger: Ledger, today?: SignedState): SignatureStanding[] {
  if (job.signatures.length === 0) return []
  const { digest, sections } = today ?? signedState(job, ledger)
  return job.signatures.map(signature => ({
    signature,
    changed: signature.digest === digest ? [] : signedSections.filter(name => signature.sections[name] !== sections[name]),
    stands: signature.struck === null && signature.digest === digest,
  }))
}

/**
 * Whether somebody who did the work has signed, and somebody else with authority: one person is not both.
 * @param since what was signed before it was brought in from elsewhere is told, and does not count here
 */
export function signedBy(
  standings: readonly SignatureStanding[],
  since = -Infinity,
): { technician: boolean; inspector: boolean } {
  const names = (capacity: SignatureView['capacity']) =>
    standings
      .filter(({ stands, signature }) => stands && signature.capacity === capacity && signature.at > since)
      .map(each => each.signature.personId)
  const technicians = names('technician')
  return {
    technician: technicians.length > 0,
    inspector: names('inspector').some(who => technicians.some(other => other !== who)),
  }
}
