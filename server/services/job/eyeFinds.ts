import { eq } from 'drizzle-orm'
import type { EyeFindForm, RigFindForm } from '../../../shared/leaktest/findForm'
import type { JobView } from '../../../shared/views'
import { outcome, rigFind, strike } from '../../db/schema'
import { insertFind } from '../bench/finds'
import { change, type Actor } from '../shop/change'
import { refuseField } from '../shop/refusal'
import { loadJob } from './loadJobs'

/**
 * Records a leak that somebody saw without a test, and what it turned out to be where that was said with it. A repeated id is the
 * same find.
 * @throws Refusal 422 for a part that is not on the tank, a leak of another part, or a photograph of another job
 */
export async function addEyeFind(actor: Actor, jobId: string, { cause, ...form }: EyeFindForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: 'saw a leak',
      touches: ['leaks', 'narrowing'],
      jobId,
      subjectId: form.id,
      detail: { seen: form.seen, ...(cause && { cause }) },
    },
    async (tx, now) => {
      const tank = await loadJob(jobId, tx)
      if (form.photoId && !tank.photos.some(photo => photo.id === form.photoId && !photo.struck))
        throw refuseField('photoId', 'That photograph is not of this job.')
      if (!(await insertFind(tx, actor, jobId, null, form, now))) return null
      const said = tank.outcomes.some(each => !each.struck && each.cause === cause && each.partId === form.partId)
      if (cause && !said)
        await tx
          .insert(outcome)
          .values({ id: crypto.randomUUID(), jobId, cause, partId: form.partId, personId: actor.id, at: now })
      return true
    },
  )
  return loadJob(jobId)
}

/**
 * Records that a leak is the rig's own. A find that was taken for the tank's is struck out with it. A repeated id is the same.
 * @throws Refusal 422 for a test, a part or a find that is not of this job
 */
export async function recordRigFind(actor: Actor, jobId: string, { insteadOf, ...form }: RigFindForm): Promise<JobView> {
  await change(
    actor,
    {
      verb: 'found the rig leaking',
      touches: ['leaks', 'tests'],
      jobId,
      subjectId: form.id,
      detail: { piece: form.piece },
    },
    async (tx, now) => {
      const [same] = await tx.select({ id: rigFind.id }).from(rigFind).where(eq(rigFind.id, form.id))
      if (same) return null
      const tank = await loadJob(jobId, tx)
      const taken = tank.finds.find(each => each.id === insteadOf)
      if (insteadOf && !taken) throw refuseField('insteadOf', 'That find is not of this job.')
      if (form.partId && !tank.parts.some(part => part.id === form.partId))
        throw refuseField('partId', 'That part is not on this tank.')
      const testId = form.testId ?? taken?.testId ?? null
      if (testId && !tank.tests.some(test => test.id === testId)) throw refuseField('testId', 'That test is not of this job.')
      await tx.insert(rigFind).values({ ...form, testId, jobId, personId: actor.id, at: now })
      if (taken && !taken.struck) {
        const reason = `It is the rig’s: ${form.piece}`
        await tx
          .insert(strike)
          .values({ id: crypto.randomUUID(), jobId, subjectId: taken.id, reason, personId: actor.id, at: now })
      }
      return true
    },
  )
  return loadJob(jobId)
}
