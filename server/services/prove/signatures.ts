import { asksInspector } from '../../../core/ledger/proof/handBack'
import { jobStanding } from '../../../shared/jobEntries'
import { isRunning } from '../../../shared/leaktest/tests'
import { signedState } from '../../../shared/prove/signedState'
import type { SignatureForm } from '../../../shared/record/kinds/signature'
import type { JobView } from '../../../shared/views'
import { mustBeEvidence } from '../job/inShop'
import type { EntryService } from '../record/entryService'
import { Refusal, refuseField } from '../ground/refusal'

/**
 * @throws Refusal 422 for an inspector without authority and licence where the craft asks for them; 409 while a test runs, or when
 *   the job is not as it was read
 */
export const signatureService: EntryService<'signature'> = {
  keep({ job, now, form: { id: _, password: __, ...form } }) {
    mustBeEvidence(job)
    if (job.tests.some(isRunning))
      throw new Refusal(409, 'A test is running: what it finds is not signed unseen. End it first.')
    if (form.capacity === 'inspector') mustHaveAuthority(job, form)
    const { digest, sections, cover } = signedState(job, jobStanding(job, +now).ledger)
    if (digest !== form.digest)
      throw new Refusal(409, 'It has changed since you read it. Read it as it is now, then sign.', {}, job)
    return { ...form, sections, cover }
  },
  leavesAway: () => true,
}

/** @throws Refusal 422 */
function mustHaveAuthority(job: JobView, { authority, licence }: Pick<SignatureForm, 'authority' | 'licence'>): void {
  if (!asksInspector(job.craft.kind)) return
  if (!authority) throw refuseField('authority', 'Say by whose authority it is released: what flies goes back only so.')
  if (!licence) throw refuseField('licence', 'Give the number of the licence or approval.')
}
