import * as yup from 'yup'
import { workActs, workPlaces } from '../../core/fuel/makeSafe'
import { drainMethods } from '../../core/fuel/draining'
import { tankShapes } from '../../core/circuit/tankKinds'
import { FUEL_DENSITY } from '../../core/fuel/weighing'
import { entryId, line, oneOf, positive, quantity, requiredLine } from './fields'

const plan = {
  place: oneOf(workPlaces, 'Where it is done'),
  promised: yup
    .string()
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'Choose a day.', excludeEmptyString: true })
    .nullable()
    .default(null),
  acts: yup
    .array(oneOf(workActs, 'What is planned'))
    .required('Say what is planned.')
    .min(1, 'Say what is planned, if only to look.'),
}
/** A plan, with the one that it takes the place of: what somebody else planned meanwhile is not written over unseen. */
export const planSchema = yup.object({
  ...plan,
  was: yup.object(plan).required('The plan that was changed is missing.'),
})
export type PlanForm = yup.InferType<typeof planSchema>

/** Cautions that were read; what called for them is the plan as it is, with the act that is about to be done. */
export const cautionsSchema = yup.object({
  cautions: yup.array(requiredLine('Caution', 40)).required('The cautions are missing.').min(1, 'Read the cautions first.'),
  act: yup.string().oneOf(workActs, 'That act is not known.').nullable().default(null),
})

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
export type GasReadingForm = yup.InferType<typeof gasReadingSchema>

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
export type DrainedForm = yup.InferType<typeof drainedSchema>

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
export type WeighingForm = yup.InferType<typeof weighingSchema>

/** Hot work by a licensed shop: recorded, never planned here. */
export const hotWorkSchema = yup.object({
  id: entryId(),
  shop: requiredLine('The licensed shop', 120),
  certificate: requiredLine('Number of the gas-free certificate', 80),
  issuedOn: requiredLine('Its date', 10).matches(/^\d{4}-\d{2}-\d{2}$/, 'Type the date as 2026-05-20.'),
  what: requiredLine('What was done', 300),
  note: line('The note', 300).default(''),
})
export type HotWorkForm = yup.InferType<typeof hotWorkSchema>
