import * as yup from 'yup'
import { causes } from '../../core/complaint/causes'
import { repairMaterialKeys } from '../../core/repair/material/repairMaterials'
import { momentOrNull } from './fields'

/** What is looked for among all jobs; every word and every choice must fit. */
export const pastQuerySchema = yup.object({
  words: yup.string().trim().max(200, 'Look for fewer words.').default(''),
  /** a part that leaked or was mended */
  part: yup.string().trim().max(80, 'Keep the part under 80 characters.').default(''),
  cause: yup
    .string()
    .oneOf(['', ...causes.map(each => each.key)], 'That is no cause.')
    .default(''),
  material: yup
    .string()
    .oneOf(['', ...repairMaterialKeys], 'That is no material.')
    .default(''),
  person: yup.string().trim().max(80, 'Keep the name under 80 characters.').default(''),
  /** ms since 1970: it was here at some time between the two */
  from: momentOrNull('The first day'),
  to: momentOrNull('The last day'),
  after: yup.string().trim().max(40, 'That is no page. Begin at the first one.').default(''),
})
export type PastQuery = yup.InferType<typeof pastQuerySchema>
