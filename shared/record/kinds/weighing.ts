import * as yup from 'yup'
import { tankShapes } from '../../../core/circuit/tankKinds'
import { FUEL_DENSITY } from '../../../core/fuel/weighing'
import { entryId } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

const DENSITY_WORDS = 'A fuel weighs between 0.6 and 1.0 kg/L. Type the density as 0.745 or as 745.'
/** One thing measured; empty where nobody has. */
const measured = (name: string, most: number) =>
  yup
    .number()
    .typeError('Type a number, such as 6.9 or 6,9.')
    .test('positive', `${name} must be more than zero.`, value => !(typeof value === 'number' && value <= 0))
    .max(most, `${name} is more than any tank’s. Check the unit.`)
    .nullable()
    .default(null)
export const weighingSchema = yup.object({
  id: entryId(),
  shape: yup.string().oneOf(tankShapes, 'That shape is not known.').nullable().default(null),
  level: yup
    .number()
    .typeError('Type how much is in it.')
    .min(0, 'A tank cannot hold less than nothing.')
    .max(20, 'More than 20,000 L is no tank this tool is for. Check the unit.')
    .nullable()
    .default(null),
  temperature: yup
    .number()
    .typeError('Type a number, such as 18.')
    .min(220, 'No fuel is that cold. Check the unit.')
    .max(340, 'No fuel is that warm. Check the unit.')
    .nullable()
    .default(null),
  density: yup
    .number()
    .typeError(DENSITY_WORDS)
    .min(FUEL_DENSITY.least, DENSITY_WORDS)
    .max(FUEL_DENSITY.most, DENSITY_WORDS)
    .nullable()
    .default(null),
  tankMass: measured('The tank’s weight', 5000),
  length: measured('Its length', 20),
  height: measured('Its height', 10),
  clearance: yup
    .number()
    .typeError('Type a number, such as 15.')
    .min(0, 'The pickup ends above the bottom.')
    .max(2, 'That is more than any pickup’s. Check the unit.')
    .nullable()
    .default(null),
})
type WeighingForm = yup.InferType<typeof weighingSchema>
export type WeighingView = Said & Omit<WeighingForm, 'id'>

export const weighingKind: EntryKind<'weighings', WeighingForm> = {
  schema: weighingSchema,
  aspect: 'safety',
  list: 'weighings',
  section: 'making safe',
  strikable: true,
  verb: 'weighed the tank up',
  summary: 'What was measured to weigh the tank up',
}
