import * as yup from 'yup'
import { entryId, line, oneOf, uuidField } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

const purchaseSteps = ['wanted', 'measured', 'ordered', 'arrived', 'returned'] as const
export type PurchaseStep = (typeof purchaseSteps)[number]

export const purchaseStepSchema = yup.object({
  id: entryId(),
  purchaseId: uuidField('Part on the list'),
  step: oneOf(purchaseSteps, 'What happened'),
  /** the measures taken, the supplier, the reason */
  note: line('The note', 300).default(''),
})
type PurchaseStepForm = yup.InferType<typeof purchaseStepSchema>

export const purchaseStepKind: EntryKind<null, PurchaseStepForm, Pick<PurchaseStepForm, 'step' | 'note'>> = {
  schema: purchaseStepSchema,
  facts: purchaseStepSchema.omit(['id', 'purchaseId']),
  aspect: 'narrowing',
  list: null,
  section: null,
  strikable: false,
  verb: ({ step }) => `${step} a part`,
  told: ({ purchaseId, note }, job) => ({ name: job.purchases.find(each => each.id === purchaseId)?.name, note }),
  about: form => form.purchaseId,
  summary: 'Something on the list was measured, ordered, arrived or returned',
}
