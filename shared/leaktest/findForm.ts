import * as yup from 'yup'
import { mapPlace } from '../schemas/circuit'
import { causes } from '../../core/complaint/causes'
import type { CauseKey } from '../../core/complaint/keys'
import { entryId, oneOf, uuidField, words } from '../schemas/fields'
import { smokeShows } from './smoke/smokeForm'
import { soapShows } from './soap/soapForm'

/** What is seen of a leak by eye alone, without a test. */
export const eyeShows = [
  'drips',
  'wet',
  'streak',
  'stain',
  'crack',
  'torn',
  'broken',
  'loose',
  'holes',
  'none left to hold',
] as const
/** What a find looks like: in the tests that show where, and by eye. */
export const findLooks = [...soapShows, ...smokeShows, ...eyeShows, 'glows', 'hisses'] as const
export type FindLook = (typeof findLooks)[number]

/** Where a find is, how long, and which leak it is. */
const foundFields = {
  id: entryId(),
  partId: uuidField('Part'),
  ...mapPlace,
  /** null where nobody measured it */
  length: yup
    .number()
    .typeError('Type a number, such as 6.9 or 6,9.')
    .min(0, 'A length cannot be negative.')
    .max(20, 'A leak longer than 20 m is not believable. Check the unit.')
    .nullable()
    .default(null),
  note: words(),
  /** the leak that this is again, or empty for a new one */
  leakId: yup.string().uuid('That leak is not known.').nullable().default(null),
}

export const findSchema = yup.object({ ...foundFields, seen: oneOf(findLooks, 'What it showed') })
export type FindForm = yup.InferType<typeof findSchema>

/** A leak that somebody saw, with the photograph that shows it, and what it turned out to be where that is known. */
export const eyeFindSchema = yup.object({
  ...foundFields,
  seen: oneOf(eyeShows, 'What was seen'),
  photoId: yup.string().uuid('That photograph is not known.').nullable().default(null),
  cause: yup
    .string<CauseKey>()
    .oneOf(
      causes.map(cause => cause.key),
      'That cause is not known.',
    )
    .nullable()
    .default(null),
})
export type EyeFindForm = yup.InferType<typeof eyeFindSchema>

/** What of a rig can leak by itself. */
export const rigPieces = ['plug', 'tape', 'plate', 'pinch', 'adapter cap', 'tee', 'test hose', 'gauge', 'balloon'] as const
export type RigPiece = (typeof rigPieces)[number]

/** A leak that is proved to be the rig's own: it is kept, and not counted to the tank. */
export const rigFindSchema = yup.object({
  id: entryId(),
  piece: oneOf(rigPieces, 'What of the rig'),
  /** the test in which it showed */
  testId: yup.string().uuid('That test is not known.').nullable().default(null),
  /** the opening that it closes */
  partId: yup.string().uuid('That part is not known.').nullable().default(null),
  /** the find that was taken for the tank's: it is struck out with this as its reason */
  insteadOf: yup.string().uuid('That find is not known.').nullable().default(null),
  note: words(),
})
export type RigFindForm = yup.InferType<typeof rigFindSchema>
