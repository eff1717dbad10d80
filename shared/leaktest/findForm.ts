import * as yup from 'yup'
import { mapPlace } from '../schemas/circuit'
import { entryId, oneOf, quantity, uuidField, words } from '../schemas/fields'
import { smokeShows } from './smoke/smokeForm'
import { soapShows } from './soap/soapForm'

/** What a find looks like in the tests that show where. */
export const findLooks = [...soapShows, ...smokeShows] as const
export type FindLook = (typeof findLooks)[number]

export const findSchema = yup.object({
  id: entryId(),
  partId: uuidField('Part'),
  seen: oneOf(findLooks, 'What it showed'),
  ...mapPlace,
  length: quantity('Length')
    .min(0, 'A length cannot be negative.')
    .max(20, 'A leak longer than 20 m is not believable. Check the unit.'),
  note: words(),
  /** the leak that this is again, or empty for a new one */
  leakId: yup.string().uuid('That leak is not known.').nullable().default(null),
})
export type FindForm = yup.InferType<typeof findSchema>
