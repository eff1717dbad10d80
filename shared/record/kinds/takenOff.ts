import * as yup from 'yup'
import type { Said } from '../entryKind'

/** Parts that were taken off the map, and what closes their place now. */
export const takenOffFactsSchema = yup.object({
  partIds: yup.array(yup.string().required()).required(),
  reason: yup.string().default(''),
})
/** It is nobody's own entry: the change of the map makes it. */
export type TakenOffView = Pick<Said, 'id' | 'by' | 'at'> & yup.InferType<typeof takenOffFactsSchema>
