import * as yup from 'yup'
import { closures, type Closure } from '../../core/circuit/boundary'
import { throughputFromStandard } from '../../core/quantity/standardLeakRate'
import { clockSpeeds } from '../holdClock'
import { entryId, line, oneOf, positive, quantity } from './fields'

export const holdSources = ['stand-in', 'typed', 'file'] as const
export type HoldSource = (typeof holdSources)[number]
export const holdStates = ['set up', 'settling', 'reading', 'stopped'] as const
export type HoldState = (typeof holdStates)[number]
export const holdMethods = ['pressure-decay', 'vacuum-decay'] as const
export const markKinds = ['knock', 'top-up'] as const
export type MarkKind = (typeof markKinds)[number]

const rate = (name: string) => quantity(name).min(0, `${name} cannot be negative.`).max(throughputFromStandard(10_000), `${name} above 10,000 mL/min is not believable.`)

/** A hold's set-up as the technician gives it. The tank's own limit is checked where the tank is known. */
export const holdSchema = yup.object({
  id: entryId(),
  source: oneOf(holdSources, 'Where readings come from'),
  method: oneOf(holdMethods, 'Method'),
  volume: positive('Gas volume').max(20, 'A gas volume above 20,000 L is not believable. Check the unit.').test('tiny', 'A gas volume under 0.05 L is not believable. Check the unit.', value => !(value > 0 && value < 0.00005)),
  volumeUncertainty: quantity('Volume doubt').min(0, 'Doubt cannot be negative.').when('volume', ([volume], schema) => schema.max(Number(volume) > 0 ? Number(volume) : 20, 'The doubt is larger than the volume itself.')),
  testPressure: quantity('Target pressure').notOneOf([0], 'The target pressure cannot be zero.').when('method', ([method], schema) => (method === 'vacuum-decay'
    ? schema.lessThan(0, 'A vacuum target is below zero, such as −3.5 kPa.')
    : schema.moreThan(0, 'A pressure target is above zero.'))),
  gaugeStep: positive('Gauge step').max(5000, 'A gauge step above 5 kPa shows nothing on a tank. Check the unit.'),
  gaugeNoise: quantity('Gauge noise').min(0, 'Noise cannot be negative.').max(5000, 'Noise above 5 kPa shows nothing on a tank. Check the unit.'),
  hasThermometer: yup.boolean().default(false),
  hasBarometer: yup.boolean().default(false),
  temperatureDoubt: quantity('Temperature doubt').min(0, 'Doubt cannot be negative.').max(30, 'A doubt above 30 °C says nothing.'),
  barometerDoubt: quantity('Barometer doubt').min(0, 'Doubt cannot be negative.').max(5000, 'A doubt above 50 hPa says nothing.'),
  rigLeak: rate('Rig leak'),
  rigLeakDoubt: rate('Rig leak doubt'),
  closures: yup.mixed<Record<string, Closure>>().default({}).test('closures', 'Each opening needs a known closure.', value =>
    typeof value === 'object' && value !== null && Object.values(value).every(closure => closures.includes(closure))),
  earlyReason: line('The reason', 300).default(''),
})
export type HoldForm = yup.InferType<typeof holdSchema>

const readingSchema = yup.object({
  t: quantity('Time').min(0, 'A reading cannot come before the start.').max(60 * 86_400, 'A hold of more than 60 days is not believable. Check the time’s unit.'),
  pressure: quantity('Pressure').moreThan(-101_325, 'That is below a perfect vacuum. Check the unit.').max(1_000_000, 'That is above 1,000 kPa. Check the unit.'),
  temperature: yup.number().typeError('Type a number, such as 17.3.').moreThan(200, 'That is colder than any tank. Check the unit.').lessThan(400, 'That is hotter than any tank. Check the unit.'),
  barometer: yup.number().typeError('Type a number, such as 1009.').moreThan(50_000, 'That is no weather on the ground. Check the unit.').lessThan(115_000, 'That is no weather on the ground. Check the unit.'),
})
export const MOST_READINGS_A_CALL = 10_000
export const readingsSchema = yup.object({
  readings: yup.array(readingSchema).required('The readings are missing.').min(1, 'There are no readings.').max(MOST_READINGS_A_CALL, 'Send at most 10,000 readings at once.'),
})
export const markSchema = yup.object({ id: entryId(), kind: oneOf(markKinds, 'Mark') })
export const holdStepSchema = yup.object({ to: oneOf(['settling', 'reading', 'stopped'] as const, 'Step') })
export const speedSchema = yup.object({ speed: yup.number().oneOf(clockSpeeds, 'The stand-in runs at 1, 10 or 60 times.').required('Choose a speed.') })
export const fileSchema = yup.object({ text: yup.string().required('The file is empty.').max(40_000_000, 'The file is over 40 MB. Thin the readings or split it.') })
