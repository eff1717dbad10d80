import * as yup from 'yup'
import { workActs } from '../../../core/fuel/makeSafe'
import { entryId, requiredLine } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

/** Cautions that were read; what called for them is the plan as it is, with the act that is about to be done. */
const cautionsSchema = yup.object({
  id: entryId(),
  cautions: yup.array(requiredLine('Caution', 40)).required('The cautions are missing.').min(1, 'Read the cautions first.'),
  act: yup.string().oneOf(workActs, 'That act is not known.').nullable().default(null),
})
type CautionsForm = yup.InferType<typeof cautionsSchema>

/** That a person read a caution, and what called for it then. */
export interface CautionReadView {
  caution: string
  calledBy: string[]
  personId: string
  by: string
  at: number
}

export const cautionsKind: EntryKind<
  'cautionsRead',
  CautionsForm,
  { read: Pick<CautionReadView, 'caution' | 'calledBy'>[] },
  CautionReadView
> = {
  schema: cautionsSchema,
  facts: yup.object({
    read: yup
      .array(
        yup.object({ caution: yup.string().required(), calledBy: yup.array(yup.string().required()).required() }).required(),
      )
      .required(),
  }),
  aspect: 'safety',
  list: 'cautionsRead',
  section: 'making safe',
  strikable: false,
  verb: 'read the cautions',
  told: ({ cautions }) => ({ cautions }),
  summary: 'That this person read cautions, for the plan and for what is about to be done',
}
