import * as yup from 'yup'
import { entryId, uuidField, uuid } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

const refitSchema = yup.object({
  id: entryId(),
  /** the line of the strip list that it was */
  stripId: uuidField('Line on the strip list'),
  photoId: uuid('That photograph is not known.').nullable().default(null),
})
type RefitForm = yup.InferType<typeof refitSchema>

export const refitKind: EntryKind<null, RefitForm, Pick<RefitForm, 'photoId'>> = {
  schema: refitSchema,
  facts: refitSchema.omit(['id', 'stripId']),
  aspect: 'stripping',
  alters: ['leaks'],
  list: null,
  section: 'taking apart',
  strikable: false,
  verb: 'put something on again',
  told: ({ stripId }, job) => ({ name: job.stripped.find(each => each.id === stripId)?.name }),
  about: form => form.stripId,
  summary: 'It is on again; 409 when somebody ticked it or a part for it has not arrived',
}
