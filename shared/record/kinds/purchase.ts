import * as yup from 'yup'
import { causes } from '../../../core/complaint/causes'
import { entryId, line, oneOf, requiredLine } from '../../schemas/fields'
import type { PurchaseStep } from './purchaseStep'
import type { EntryKind, Said } from '../entryKind'

export const purchaseReasons = ['suspected', 'confirmed', 'while in there'] as const
export type PurchaseReason = (typeof purchaseReasons)[number]
export const purchaseSchema = yup.object({
  id: entryId(),
  name: requiredLine('What to get', 120),
  reason: oneOf(purchaseReasons, 'Why'),
  /** what must be measured before it is ordered; empty when nothing is */
  measure: line('What to measure', 200).default(''),
  cause: yup
    .string()
    .oneOf(
      causes.map(cause => cause.key),
      'That cause is not known.',
    )
    .nullable()
    .default(null),
  /** the thing on the rebuild list that waits for it */
  fixing: yup.string().trim().max(120, 'That is not on this tank.').nullable().default(null),
  /** days from order to arrival, as the supplier says */
  leadDays: yup
    .number()
    .typeError('Type a number of days.')
    .integer('Type whole days.')
    .min(0, 'It cannot arrive before it is ordered.')
    .max(365, 'More than a year is no lead time.')
    .nullable()
    .default(null),
})
export type PurchaseForm = yup.InferType<typeof purchaseSchema>
/** Something to get for a job; where it stands is its latest step. */
export type PurchaseView = Omit<Said, 'struck'> &
  Omit<PurchaseForm, 'id'> & { steps: { id: string; step: PurchaseStep; note: string; by: string; at: number }[] }

export const purchaseKind: EntryKind<'purchases', PurchaseForm, Omit<PurchaseForm, 'id'>, PurchaseView> = {
  schema: purchaseSchema,
  facts: purchaseSchema.omit(['id', 'cause']).shape({ cause: yup.string().nullable().default(null) }),
  aspect: 'narrowing',
  list: 'purchases',
  section: null,
  strikable: false,
  verb: 'listed a part to get',
  told: ({ name }) => ({ name }),
  summary: 'List something to get',
}
