import * as yup from 'yup'
import { jobAspects } from '../../changes'
import { entryId, reasonLine } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const strikeSchema = yup.object({
  id: entryId(),
  subjectId: entryId(),
  /** may be empty while the entry is so fresh that it is only being taken back */
  reason: reasonLine().default(''),
})
type StrikeForm = yup.InferType<typeof strikeSchema>
/** That an entry was struck out; the reason stands with what it strikes out. */
export type StrikeView = Pick<Said, 'id' | 'by' | 'at'> & { subjectId: string }

export const strikeKind: EntryKind<'strikes', StrikeForm, Pick<StrikeForm, 'reason'>, StrikeView> = {
  schema: strikeSchema,
  facts: strikeSchema.omit(['id', 'subjectId']),
  aspect: 'facts',
  alters: jobAspects,
  list: 'strikes',
  section: null,
  strikable: false,
  verb: 'struck out an entry',
  told: ({ reason }) => ({ reason }),
  about: form => form.subjectId,
  summary: 'Strike out an entry with a reason',
}
