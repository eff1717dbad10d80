import * as yup from 'yup'
import { entryId, oneOf, words, uuid } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

/** What of a rig can leak by itself. */
export const rigPieces = ['plug', 'tape', 'plate', 'pinch', 'adapter cap', 'tee', 'test hose', 'gauge', 'balloon'] as const

/** A leak that is proved to be the rig's own: it is kept, and not counted to the tank. */
export const rigFindSchema = yup.object({
  id: entryId(),
  piece: oneOf(rigPieces, 'What of the rig'),
  /** the test in which it showed */
  testId: uuid('That test is not known.').nullable().default(null),
  /** the opening that it closes */
  partId: uuid('That part is not known.').nullable().default(null),
  /** the find that was taken for the tank's: it is struck out with this as its reason */
  insteadOf: uuid('That find is not known.').nullable().default(null),
  note: words(),
})
export type RigFindForm = yup.InferType<typeof rigFindSchema>
/** A leak that is proved to be the rig's own. */
type RigFindFacts = Omit<RigFindForm, 'id' | 'insteadOf'>

export const rigFindKind: EntryKind<'rigFinds', RigFindForm, RigFindFacts> = {
  schema: rigFindSchema,
  facts: rigFindSchema.omit(['id', 'insteadOf']),
  aspect: 'leaks',
  alters: ['tests'],
  list: 'rigFinds',
  section: 'leaks',
  strikable: true,
  verb: 'found the rig leaking',
  told: ({ piece }) => ({ piece }),
  summary: 'A leak that is the rig’s own; with `insteadOf` the find that was taken for the tank’s is struck out',
}
