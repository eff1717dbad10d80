import * as yup from 'yup'
import { proofOutcomes } from '../../core/ledger/proof/proofOf'
import { wetLooks, type WetLookKey } from '../../core/leaktest/wet/wetLooks'
import { entryId, oneOf, requiredLine, words } from './fields'

/** A step in use as somebody records it. */
export const proofSchema = yup.object({
  id: entryId(),
  step: requiredLine('The step', 40),
  outcome: oneOf(proofOutcomes, 'How it was'),
  /** s that it was watched; null where nobody said */
  watched: yup
    .number()
    .typeError('Type a number, such as 6.9 or 6,9.')
    .min(0, 'A watch is longer than no time.')
    .max(7 * 86_400, 'More than a week is no watch. Check the unit.')
    .nullable()
    .default(null),
  /** how it was looked at; null where nobody said */
  look: yup
    .string<WetLookKey>()
    .oneOf(
      wetLooks.map(each => each.key as WetLookKey),
      'That is no way of looking.',
    )
    .nullable()
    .default(null),
  /** m that it went, and rad that it leant */
  distance: yup
    .number()
    .typeError('Type a number, such as 20.')
    .min(0, 'It went no less than nothing.')
    .max(1e8, 'That is too far. Check the unit.')
    .nullable()
    .default(null),
  tilt: yup
    .number()
    .typeError('Type a number, such as 5.')
    .min(0, 'A tilt is from 0 to 45 degrees.')
    .max(Math.PI / 4, 'A tilt is from 0 to 45 degrees.')
    .nullable()
    .default(null),
  note: words(),
})
export type ProofForm = yup.InferType<typeof proofSchema>
