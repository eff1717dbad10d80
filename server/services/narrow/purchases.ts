import type { PurchaseStep } from '../../../shared/record/kinds/purchaseStep'
import type { JobView } from '../../../shared/views'
import type { Appending, EntryService } from '../record/entryService'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { hangPromise } from './promise'

const hangsPromise = ({ tx, job }: Appending<'purchase' | 'purchase-step' | 'purchase-terms'>, said: Date): Promise<void> =>
  hangPromise(tx, job.id, said)

/** @throws Refusal 409 when it is on the list already */
export const purchaseService: EntryService<'purchase'> = {
  keep({ job, form: { id: _, ...facts } }) {
    const listed = job.purchases.some(
      each => each.name.toLowerCase() === facts.name.toLowerCase() && each.steps.at(-1)?.step !== 'returned',
    )
    if (listed) throw new Refusal(409, `${facts.name} is on the list already.`)
    return facts
  },
  then: hangsPromise,
}

/** @throws Refusal 404 */
function onList(job: JobView, id: string): JobView['purchases'][number] {
  const its = job.purchases.find(each => each.id === id)
  if (!its) throw notFound('part on the list')
  return its
}

/** What was suspected is confirmed. @throws Refusal 409 with the job as it is now when somebody else said so meanwhile */
export const purchaseTermsService: EntryService<'purchase-terms'> = {
  keep({ job, form: { purchaseId, was, reason, leadDays } }) {
    const current = onList(job, purchaseId)
    if (current.reason === reason && current.leadDays === leadDays) return null
    if (current.reason !== was.reason || current.leadDays !== was.leadDays)
      throw new Refusal(
        409,
        `Somebody else changed ${current.name} meanwhile. Look at it as it is now, then change it.`,
        {},
        job,
      )
    return { reason, leadDays }
  },
  then: hangsPromise,
}

/** @throws Refusal 422 when it is ordered before it was measured, or measured without a measure; 409 when somebody did it already */
export const purchaseStepService: EntryService<'purchase-step'> = {
  keep({ job, form: { purchaseId, step, note } }) {
    const its = onList(job, purchaseId)
    const done = (wanted: PurchaseStep) => its.steps.some(each => each.step === wanted)
    const last = its.steps.at(-1)
    if (last?.step === step && step !== 'measured')
      throw new Refusal(409, `${last.by} has ${step} it already: one is enough.`, {}, job)
    if (step === 'measured' && !note)
      throw refuseField('note', `Write down what was measured: ${its.measure || 'size and thread'}.`)
    if (step === 'ordered' && its.measure && !done('measured'))
      throw refuseField('step', `Measure first: ${its.measure}. Then order.`)
    if ((step === 'arrived' || step === 'returned') && !done('ordered')) throw refuseField('step', 'It was not ordered yet.')
    return { step, note }
  },
  then: hangsPromise,
}
