import * as yup from 'yup'
import { touchKinds } from '../../../core/record/record'
import { entryId, happenedAgo, oneOf, words, uuid } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const touchSchema = yup.object({
  id: entryId(),
  partIds: yup
    .array(uuid('That part is not known.').required())
    .required('Choose the parts.')
    .min(1, 'Choose at least one part.'),
  kind: oneOf(touchKinds, 'What was done'),
  note: words(),
  ago: happenedAgo(),
})
type TouchForm = yup.InferType<typeof touchSchema>
type TouchFacts = Omit<TouchForm, 'id' | 'ago'>
export type TouchView = Said & TouchFacts

export const touchKind: EntryKind<'touches', TouchForm, TouchFacts> = {
  schema: touchSchema,
  facts: touchSchema.omit(['id', 'ago']),
  aspect: 'leaks',
  list: 'touches',
  section: 'repairs',
  strikable: true,
  verb: ({ kind }) => `${kind} parts`,
  told: ({ partIds }, job) => ({ parts: partIds.map(id => job.parts.find(part => part.id === id)?.name) }),
  summary: 'That parts were disturbed',
}
