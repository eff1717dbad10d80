import * as yup from 'yup'
import { proofOutcomes } from '../../../core/ledger/proof/proofOf'
import {
  distanceOrNull,
  entryId,
  happenedAgo,
  oneOf,
  requiredLine,
  tiltOrNull,
  wetLookOrNull,
  words,
} from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

/** A step in use as somebody records it. */
const proofSchema = yup.object({
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
  look: wetLookOrNull(),
  /** m that it went, and rad that it leant */
  distance: distanceOrNull(),
  tilt: tiltOrNull(),
  note: words(),
  ago: happenedAgo(),
})
export type ProofForm = yup.InferType<typeof proofSchema>
/** A step in use between sealed and proved; an owner says so on a card. */
type ProofFacts = Omit<ProofForm, 'id' | 'ago'>
export type ProofEntryView = Said & ProofFacts & { owner: boolean }

export const proofKind: EntryKind<'proof', ProofForm, ProofFacts, ProofEntryView> = {
  schema: proofSchema,
  facts: proofSchema.omit(['id', 'ago']),
  aspect: 'leaks',
  list: 'proof',
  section: 'steps in use',
  strikable: true,
  verb: 'recorded a step in use',
  told: ({ step, outcome }) => ({ step, outcome }),
  summary: 'A step in use between sealed and proved',
}
