import * as yup from 'yup'
import { causes } from '../../../core/complaint/causes'
import { entryId, oneOf, uuid } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

/** What it turned out to be. */
export const outcomeSchema = yup.object({
  id: entryId(),
  cause: oneOf(
    causes.map(cause => cause.key),
    'Cause',
  ),
  partId: uuid('That part is not known.').nullable().default(null),
})
type OutcomeForm = yup.InferType<typeof outcomeSchema>
export interface OutcomeFacts {
  cause: string
  partId: string | null
}

export const outcomeKind: EntryKind<'outcomes', OutcomeForm, OutcomeFacts> = {
  schema: outcomeSchema,
  facts: yup.object({ cause: yup.string().required(), partId: uuid('That part is not known.').nullable().default(null) }),
  aspect: 'narrowing',
  list: 'outcomes',
  section: 'narrowing',
  strikable: true,
  verb: 'said what it was',
  told: ({ cause }) => ({ cause }),
  summary: 'What it turned out to be',
}
