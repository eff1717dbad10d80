import * as yup from 'yup'
import { drainMethods } from '../../../core/fuel/draining'
import { entryId, oneOf, positive } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const drainedSchema = yup.object({
  id: entryId(),
  volume: positive('What came out').max(20, 'More than 20,000 L is no tank this tool is for. Check the unit.'),
  method: oneOf(
    drainMethods.map(method => method.key),
    'How it was drained',
  ),
  /** share that the gauge showed before, 0 to 1; empty when it shows nothing */
  gaugeShown: yup
    .number()
    .typeError('Type a number, such as 50.')
    .min(0, 'A gauge shows at least empty.')
    .max(1, 'A gauge shows at most full.')
    .nullable()
    .default(null),
})
type DrainedForm = yup.InferType<typeof drainedSchema>
export type DrainedView = Said & Omit<DrainedForm, 'id'>

export const drainedKind: EntryKind<'drained', DrainedForm> = {
  schema: drainedSchema,
  aspect: 'safety',
  list: 'drained',
  section: 'making safe',
  strikable: true,
  verb: 'drained fuel',
  told: ({ volume, method }) => ({ volume, method }),
  summary: 'Fuel that came out',
}
