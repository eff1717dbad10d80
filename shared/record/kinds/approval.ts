import * as yup from 'yup'
import { repairMethodKeys } from '../../../core/repair/method/repairMethods'
import { entryId, line, oneOf, words } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

const approvalSteps = ['asked', 'granted', 'refused'] as const
export type ApprovalStep = (typeof approvalSteps)[number]

export const approvalSchema = yup.object({
  id: entryId(),
  method: oneOf(repairMethodKeys, 'The method'),
  step: oneOf(approvalSteps, 'What became of it'),
  reference: line('The reference', 120)
    .default('')
    .when('step', {
      is: 'granted',
      then: schema => schema.required('Type the reference that it was granted under: manual, chapter, letter.'),
    }),
  note: words(),
})
export type ApprovalForm = yup.InferType<typeof approvalSchema>
export type ApprovalView = Said & Omit<ApprovalForm, 'id'>

export const approvalKind: EntryKind<'approvals', ApprovalForm> = {
  schema: approvalSchema,
  aspect: 'leaks',
  list: 'approvals',
  section: 'repairs',
  strikable: true,
  verb: ({ step }) => `approved data: ${step}`,
  told: ({ method, reference }) => ({ method, reference }),
  summary: 'Approved data for what flies: asked, granted under a reference, refused',
}
