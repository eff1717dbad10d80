import * as yup from 'yup'
import { causes } from '../../../core/complaint/causes'
import type { CauseKey } from '../../../core/complaint/keys'
import { smokeShows } from '../../leaktest/smoke/smokeForm'
import { soapShows } from '../../leaktest/soap/soapForm'
import { mapPlace } from '../../schemas/circuit'
import { entryId, oneOf, uuidField, words, uuid } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

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
const findLooks = [...soapShows, ...smokeShows, ...eyeShows, 'glows', 'hisses'] as const
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
  leakId: uuid('That leak is not known.').nullable().default(null),
}

export const findSchema = yup.object({ ...foundFields, seen: oneOf(findLooks, 'What it showed') })
export type FindForm = yup.InferType<typeof findSchema>

/** A leak that somebody saw, with the photograph that shows it, and what it turned out to be where that is known. */
export const eyeFindSchema = yup.object({
  ...foundFields,
  seen: oneOf(eyeShows, 'What was seen'),
  photoId: uuid('That photograph is not known.').nullable().default(null),
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

/** Where a find is and what it showed; the entry that it belongs to is its leak. */
export interface FindFacts {
  /** null when it was seen by eye */
  testId: string | null
  seen: FindLook
  /** ends of the leak on the map, drawn as hash marks */
  x1: number
  y1: number
  x2: number
  y2: number
  /** m; null where nobody measured it */
  length: number | null
  photoId: string | null
  note: string
}
export type FindView = Said & FindFacts & { leakId: string }

export const findKind: EntryKind<'finds', EyeFindForm, FindFacts, FindView> = {
  schema: eyeFindSchema,
  facts: eyeFindSchema.omit(['id', 'partId', 'leakId', 'cause', 'seen']).shape({
    seen: oneOf(findLooks, 'What it showed'),
    testId: uuid('That test is not known.').nullable().default(null),
  }),
  aspect: 'leaks',
  alters: ['narrowing'],
  list: 'finds',
  section: 'leaks',
  strikable: true,
  verb: 'saw a leak',
  told: ({ seen, cause }) => ({ seen, ...(cause && { cause }) }),
  summary: 'A leak that was seen by eye, and with `cause` what it turned out to be',
}
