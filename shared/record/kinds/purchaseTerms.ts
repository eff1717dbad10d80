import type * as yup from 'yup'
import { entryId, uuidField } from '../../schemas/fields'
import { purchaseSchema } from './purchase'
import type { EntryKind } from '../entryKind'

/** Why it is wanted, and how long it takes to come, said anew. */
const terms = purchaseSchema.pick(['reason', 'leadDays'])
const purchaseTermsSchema = terms.shape({
  id: entryId(),
  purchaseId: uuidField('Part on the list'),
  /** what it was when it was changed: what somebody else said meanwhile is not written over unseen */
  was: terms.required('What it was before is missing.'),
})
type PurchaseTermsForm = yup.InferType<typeof purchaseTermsSchema>

export const purchaseTermsKind: EntryKind<null, PurchaseTermsForm, Pick<PurchaseTermsForm, 'reason' | 'leadDays'>> = {
  schema: purchaseTermsSchema,
  facts: terms,
  aspect: 'narrowing',
  list: null,
  section: null,
  strikable: false,
  verb: 'changed a part on the list',
  told: ({ purchaseId, reason, leadDays }, job) => ({
    name: job.purchases.find(each => each.id === purchaseId)?.name,
    reason,
    leadDays,
  }),
  about: form => form.purchaseId,
  summary: 'Why something on the list is wanted and how long it takes to come, said anew',
}
