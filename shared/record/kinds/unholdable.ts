import * as yup from 'yup'
import { entryId, reasonLine } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

/** That nothing of a tank can be held any more, with the reason: a measured leak is then closed by looking at every part. */
export const unholdableSchema = yup.object({
  id: entryId(),
  reason: reasonLine().required('Say why nothing can be held any more.'),
})
type UnholdableForm = yup.InferType<typeof unholdableSchema>

export const unholdableKind: EntryKind<'unholdable', UnholdableForm> = {
  schema: unholdableSchema,
  aspect: 'leaks',
  list: 'unholdable',
  section: 'repairs',
  strikable: true,
  verb: 'said that it cannot be held',
  told: ({ reason }) => ({ reason }),
  summary: 'That nothing of the tank can be held any more, and why',
}
