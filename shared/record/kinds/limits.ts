import * as yup from 'yup'
import type { Said } from '../entryKind'

/** What a limit was set to, by whoever opened the job with it, changed it, or moved a part to where another counts. */
export const limitsFactsSchema = yup.object({
  /** Pa·m3/s; null where it follows from the fuel */
  acceptance: yup.number().required(),
  fuelAcceptance: yup.number().nullable().default(null),
  /** Pa gauge */
  pressureLimit: yup.number().required(),
  reason: yup.string().default(''),
  /** parts that were drawn where another limit counts */
  movedParts: yup.array(yup.string().required()).default([]),
})
export type LimitsFacts = yup.InferType<typeof limitsFactsSchema>
/** What is kept when limits are set. It is nobody's own entry: the change of the job, or of its map, makes it. */
export type LimitsView = Pick<Said, 'id' | 'by' | 'at'> & LimitsFacts
