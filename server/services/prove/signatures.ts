import { restsOn } from '../../../shared/restsOn'
import { asksInspector } from '../../../core/ledger/proof/handBack'
import { jobStanding } from '../../../shared/jobEntries'
import { isRunning } from '../../../shared/leaktest/tests'
import { signedState } from '../../../shared/prove/signedState'
import type { SignatureForm } from '../../../shared/record/kinds/signature'
import type { JobView } from '../../../shared/views'
import { mustBeEvidence } from '../job/inShop'
import type { EntryService } from '../record/entryService'
import { and, eq, inArray } from 'drizzle-orm'
import { entryKindKeys } from '../../../shared/record/kinds'
import type { Transaction } from '../../db/client'
import { entry } from '../../db/schema'
import type { Actor } from '../ground/change'
import { authorityOf } from '../people/authorities'
import { Refusal } from '../ground/refusal'

/**
 * @throws Refusal 403 and 409 as `mustInspect`; 409 while a test runs, or when the job is not as it was read
 */
export const signatureService: EntryService<'signature'> = {
  async keep({ tx, actor, job, now, form: { id: _, password: __, ...form } }) {
    mustBeEvidence(job)
    if (job.tests.some(isRunning))
      throw new Refusal(409, 'A test is running: what it finds is not signed unseen. End it first.')
    const under = form.capacity === 'inspector' ? await mustInspect(tx, actor, job, now) : NONE
    const { ledger, entries } = jobStanding(job, +now)
    const { digest, sections, cover } = signedState(job, ledger)
    if (digest !== form.digest)
      throw new Refusal(409, 'It has changed since you read it. Read it as it is now, then sign.', {}, job)
    return { ...form, ...under, sections, cover, onTrust: restsOn(job, entries, ledger).onTrust.length }
  },
  leavesAway: () => true,
}

const NONE = { authority: '', licence: '' }

/**
 * The authority by which somebody inspects: the owner gave it before, and whoever did the work does not inspect it.
 * @throws Refusal 409 for who worked on this tank, 403 without authority where the craft asks for it
 */
async function mustInspect(
  tx: Transaction,
  actor: Actor,
  job: JobView,
  now: Date,
): Promise<Pick<SignatureForm, 'authority' | 'licence'>> {
  const [worked] = await tx
    .select({ id: entry.id })
    .from(entry)
    .where(and(eq(entry.jobId, job.id), eq(entry.personId, actor.id), inArray(entry.kind, workKinds)))
    .limit(1)
  if (worked) throw new Refusal(409, 'You repaired this tank: somebody else inspects it.')
  const given = await authorityOf(tx, actor, ['return to service'], now)
  if (given) return { authority: given.authority, licence: given.number }
  if (!asksInspector(job.craft.kind)) return NONE
  throw new Refusal(
    403,
    'What flies goes back only under an authority to return it to service. The owner gives it to a person under People, with its number and end.',
  )
}

/** What somebody does who repairs. */
const workKinds = entryKindKeys.filter(key => key === 'repair' || key === 'run' || key.startsWith('run-'))
