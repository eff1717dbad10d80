import * as yup from 'yup'
import { uuid } from '../../schemas/fields'

/** A leak of a job, numbered as it was first found; what is known of it are its finds. */
export interface LeakView {
  id: string
  number: number
  partId: string
}

/** What is kept of a leak. It is nobody's own entry: the first find of it makes it. */
export const leakFactsSchema = yup.object({
  number: yup.number().integer().required(),
  partId: uuid('That part is not known.').required(),
})
