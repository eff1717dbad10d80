import { foundLeak, isFound } from '../bench/finds'
import { keepEntry, strikeOut } from '../record/entryRows'
import type { EntryService } from '../record/entryService'
import { refuseField } from '../ground/refusal'

/**
 * A leak that somebody saw without a test, and what it turned out to be where that was said with it.
 * @throws Refusal 422 for a part that is not on the tank, a leak of another part, or a photograph of another job
 */
export const findService: EntryService<'find'> = {
  keep({ job, form }) {
    const { id: _, cause: __, partId: ___, leakId: ____, ...facts } = form
    foundLeak(job, form)
    if (facts.photoId && !job.photos.some(photo => photo.id === facts.photoId && !photo.struck))
      throw refuseField('photoId', 'That photograph is not of this job.')
    return { ...facts, testId: null }
  },
  about: ({ job, form }) => foundLeak(job, form).id,
  async then({ tx, actor, job, now, form }) {
    await isFound(tx, actor, job, form, now)
    const { cause, partId } = form
    const said = job.outcomes.some(each => !each.struck && each.cause === cause && each.partId === partId)
    if (!cause || said) return
    const facts = { cause, partId }
    await keepEntry(tx, { id: crypto.randomUUID(), jobId: job.id, kind: 'outcome', facts, personId: actor.id, at: now })
  },
}

/**
 * A leak that is the rig's own. A find that was taken for the tank's is struck out with it.
 * @throws Refusal 422 for a test, a part or a find that is not of this job
 */
export const rigFindService: EntryService<'rig-find'> = {
  keep({ job, form: { id: _, insteadOf, ...facts } }) {
    const taken = job.finds.find(each => each.id === insteadOf)
    if (insteadOf && !taken) throw refuseField('insteadOf', 'That find is not of this job.')
    if (facts.partId && !job.parts.some(part => part.id === facts.partId))
      throw refuseField('partId', 'That part is not on this tank.')
    const testId = facts.testId ?? taken?.testId ?? null
    if (testId && !job.tests.some(test => test.id === testId)) throw refuseField('testId', 'That test is not of this job.')
    return { ...facts, testId }
  },
  async then({ tx, actor, now, job, form: { insteadOf, piece } }) {
    const taken = job.finds.find(each => each.id === insteadOf)
    if (taken && !taken.struck)
      await strikeOut(tx, actor, { jobId: job.id, about: taken.id, reason: `It is the rig’s: ${piece}`, at: now })
  },
}
