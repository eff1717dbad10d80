import { asksInspector } from '../../../core/ledger/proof/handBack'
import { jobStanding } from '../../../shared/jobEntries'
import { isRunning } from '../../../shared/leaktest/tests'
import { signedState } from '../../../shared/prove/signedState'
import type { SignatureForm } from '../../../shared/schemas/handBack'
import type { JobView } from '../../../shared/views'
import { signature } from '../../db/schema'
import { loadJob } from '../job/loadJobs'
import { mustBeEvidence } from '../job/inShop'
import { change, type Actor } from '../shop/change'
import { mustBeSelf, type Hasher } from '../people/people'
import { idTaken, Refusal, refuseField } from '../shop/refusal'

/**
 * Puts a name under the state of a job that its signer has read. A repeated id is the same signature.
 * @throws Refusal 422 for a wrong password, or an inspector without authority and licence where the craft asks for them; 403 for an
 *   inspector who signs as a technician; 409 while a test runs, or when the job is not as it was read
 */
export async function signJob(
  hasher: Pick<Hasher, 'verify'>,
  actor: Actor,
  jobId: string,
  { password, ...form }: SignatureForm,
): Promise<JobView> {
  await mustBeSelf(hasher, actor, password, name => `That is not the password of ${name}. Who signs types their own.`)
  const { capacity } = form
  if (capacity === 'technician' && actor.role === 'inspector')
    throw new Refusal(403, 'An inspector did none of the work: sign as the inspector.')
  await change(
    actor,
    {
      verb: 'signed the record',
      touches: ['leaks'],
      jobId,
      subjectId: form.id,
      detail: { capacity, digest: form.digest },
      leavesAway: true,
    },
    async (tx, now) => {
      const job = await loadJob(jobId, tx)
      if (job.signatures.some(each => each.id === form.id)) return null
      mustBeEvidence(job)
      if (job.tests.some(isRunning))
        throw new Refusal(409, 'A test is running: what it finds is not signed unseen. End it first.')
      if (capacity === 'inspector') mustHaveAuthority(job, form)
      const { digest, sections, cover } = signedState(job, jobStanding(job, +now).ledger)
      if (digest !== form.digest)
        throw new Refusal(409, 'It has changed since you read it. Read it as it is now, then sign.', {}, job)
      const [made] = await tx
        .insert(signature)
        .values({ ...form, jobId, digest, sections, cover, personId: actor.id, at: now })
        .onConflictDoNothing()
        .returning({ id: signature.id })
      if (!made) throw idTaken()
      return made
    },
  )
  return loadJob(jobId)
}

/** @throws Refusal 422 */
function mustHaveAuthority(job: JobView, { authority, licence }: Pick<SignatureForm, 'authority' | 'licence'>): void {
  if (!asksInspector(job.craft.kind)) return
  if (!authority) throw refuseField('authority', 'Say by whose authority it is released: what flies goes back only so.')
  if (!licence) throw refuseField('licence', 'Give the number of the licence or approval.')
}
