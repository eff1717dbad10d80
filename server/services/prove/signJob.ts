import type { SignatureForm } from '../../../shared/record/kinds/signature'
import type { JobView } from '../../../shared/views'
import { mustBeSelf, type Hasher } from '../people/people'
import { append } from '../record/append'
import type { Actor } from '../ground/change'
import { Refusal } from '../ground/refusal'

/**
 * Puts a name under the state of a job that its signer has read. A repeated id is the same signature.
 * @throws Refusal 422 for a wrong password, 403 for an inspector who signs as a technician; otherwise as `signatureService`
 */
export async function signJob(
  hasher: Pick<Hasher, 'verify'>,
  actor: Actor,
  jobId: string,
  form: SignatureForm,
): Promise<JobView> {
  await mustBeSelf(hasher, actor, form.password, name => `That is not the password of ${name}. Who signs types their own.`)
  if (form.capacity === 'technician' && actor.role === 'inspector')
    throw new Refusal(403, 'An inspector did none of the work: sign as the inspector.')
  return append('signature', actor, jobId, form)
}
