import * as yup from 'yup'
import { entryId, quantity, requiredLine } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const gasReadingSchema = yup.object({
  id: entryId(),
  point: requiredLine('Point', 60),
  explosive: quantity('Share of the lower limit')
    .min(0, 'A reading cannot be below nothing.')
    .max(1, 'A meter reads up to 100 % of the lower limit. Above it the meter is blind: leave, air it out, and read again.'),
  oxygen: yup
    .number()
    .typeError('Type a number, such as 20.9.')
    .min(0, 'Oxygen cannot be below nothing.')
    .max(0.25, 'Air has 20.9 % of oxygen. More than 25 % is no air: stop, and find where oxygen comes from.')
    .nullable()
    .default(null),
  /** it was drained and cleaned inside before */
  cleaned: yup.boolean().default(false),
})
type GasReadingForm = yup.InferType<typeof gasReadingSchema>
export type GasReadingView = Said & Omit<GasReadingForm, 'id'>

export const gasKind: EntryKind<'gasReadings', GasReadingForm> = {
  schema: gasReadingSchema,
  aspect: 'safety',
  list: 'gasReadings',
  section: 'making safe',
  strikable: true,
  verb: 'read the vapour',
  told: ({ point, explosive }) => ({ point, explosive }),
  summary: 'A gas meter’s reading at one point',
}
