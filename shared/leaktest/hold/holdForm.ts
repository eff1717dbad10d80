import * as yup from 'yup'
import { bottlePlaces } from '../../../core/hold/bottle/bottle'
import { places } from '../../../core/hold/besides/surroundings'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import type { PressureScale } from '../../../core/readings/pressureScale'
import { timeUnits } from '../../../core/readings/columnMeaning'
import { pressureChannels, readingFields } from '../../../core/hold/series/channels'
import { pascalsPer, toKelvin, type AnyPressureUnit } from '../../../core/quantity/units'
import { clockSpeeds } from './holdClock'
import { readingBounds } from './readingBounds'
import { readingRows } from './readingRows'
import { entryId, line, oneOf, positive, quantity, requiredLine, uuid } from '../../schemas/fields'
import { closuresSchema, linksSchema, reliefSchema, wettedShareSchema } from '../setupForm'

export const holdSources = ['stand-in', 'typed', 'camera', 'file', 'device'] as const
export type HoldSource = (typeof holdSources)[number]
export type HoldState = 'set up' | 'settling' | 'reading' | 'stopped'
export const holdMethods = ['pressure-decay', 'vacuum-decay'] as const
export const markKinds = [
  'knock',
  'top-up',
  'push',
  'closed at room pressure',
  'moving gas',
  'pumped',
  'vented and closed',
] as const
/** A hold under pressure throughout, or one that is also watched without any, before and after. */
export const holdCourses = ['plain', 'bracketed'] as const
export type HoldCourse = (typeof holdCourses)[number]
export type MarkKind = (typeof markKinds)[number]

export const bounded = (channel: keyof typeof readingBounds, schema: yup.NumberSchema<number | undefined>) => {
  const { low, tooLow, high, tooHigh } = readingBounds[channel]
  return schema.moreThan(low, tooLow).max(high, tooHigh)
}

const rate = (name: string) =>
  quantity(name)
    .min(0, `${name} cannot be negative.`)
    .max(throughputFromStandard(10_000), `${name} above 10,000 mL/min is not believable.`)

export const scaleKinds = ['gauge', 'column', 'sensor'] as const

/** What is wrong with a scale, or null. */
function scaleProblem(scale: unknown): string | null {
  if (typeof scale !== 'object' || scale === null) return 'Say what is read: a gauge, a column or a sensor.'
  const { kind, density, zero, slope } = scale as Record<string, unknown>
  const within = (value: unknown, low: number, high: number) => typeof value === 'number' && value >= low && value <= high
  switch (kind) {
    case 'gauge':
      return null
    case 'column':
      return within(density, 500, 14_000) ? null : 'Type the density of the column’s liquid, from 500 to 14,000 kg/m³.'
    case 'sensor':
      if (!within(zero, -50, 50)) return 'Type the sensor’s volts at no pressure, between −50 and 50.'
      return within(slope, -1e6, 1e6) && slope !== 0 ? null : 'Type the pressure that one volt means; it cannot be zero.'
    default:
      return 'Say what is read: a gauge, a column or a sensor.'
  }
}
const scaleSchema = yup
  .mixed<PressureScale>()
  .defined()
  .default({ kind: 'gauge' })
  .test(
    'scale',
    ({ value }) => scaleProblem(value) ?? '',
    value => scaleProblem(value) === null,
  )

const kitId = () => uuid('That is not in the kit.').optional()
const kitSchema = yup
  .object({ gauge: kitId(), thermometer: kitId(), barometer: kitId(), rig: kitId(), bottle: kitId() })
  .default({})
/** Which of the shop's kit a hold uses. */
export interface HoldKit {
  gauge?: string | undefined
  thermometer?: string | undefined
  barometer?: string | undefined
  rig?: string | undefined
  bottle?: string | undefined
}

/** Where the air comes from. Two of them are offered only to be refused with the reason. */
export const airSupplies = ['hand pump', 'regulated air', 'regulated nitrogen', 'bottle without regulator', 'oxygen'] as const
export type AirSupply = (typeof airSupplies)[number]
const refusedSupplies: Partial<Record<AirSupply, string>> = {
  'bottle without regulator':
    'Never a bottle straight to the tank: it holds a thousand times what a tank stands. Put a regulator and a relief between.',
  'oxygen': 'Never oxygen: it sets fuel residue alight by itself. Take air or nitrogen.',
}

/** A closed bottle against the tank; null where there is none. */
const bottleSchema = yup
  .object({
    volume: positive('Volume of the bottle').max(0.05, 'A bottle of more than 50 L is a tank. Check the unit.'),
    lies: oneOf(bottlePlaces, 'Where the bottle lies'),
    step: positive('Step between tank and bottle').max(5000, 'A step above 5 kPa shows nothing. Check the unit.'),
    noise: quantity('Noise between tank and bottle')
      .min(0, 'Noise cannot be negative.')
      .max(5000, 'Noise above 5 kPa shows nothing. Check the unit.'),
    leakDoubt: rate('Leak of the bottle'),
  })
  .nullable()
  .default(null)

/** Relative growth of a tank a pascal; null where it is as is usual for the tank's kind. */
const give = (name: string) =>
  yup
    .number()
    .typeError('Type a number, such as 0.6.')
    .min(0, `${name} cannot be negative.`)
    .max(1e-4, `${name} above 10 % a kPa is a balloon. Check the unit.`)
    .nullable()
    .default(null)

/** What a tank without liquid in it may have been: aired after fuel, or never wet. Liquid is told by its share. */
export const drainedInsides = ['aired', 'dry'] as const

/** A hold's set-up as the technician gives it. The tank's own limit is checked where the tank is known. */
export const holdSchema = yup.object({
  id: entryId(),
  source: oneOf(holdSources, 'Where readings come from'),
  method: oneOf(holdMethods, 'Method'),
  volume: positive('Gas volume')
    .max(20, 'A gas volume above 20,000 L is not believable. Check the unit.')
    .test('tiny', 'A gas volume under 0.05 L is not believable. Check the unit.', value => !(value > 0 && value < 0.00005)),
  wallGive: give('Wall give'),
  wallGiveDoubt: give('Doubt of the wall give'),
  volumeUncertainty: quantity('Volume doubt')
    .min(0, 'Doubt cannot be negative.')
    .when('volume', ([volume], schema) =>
      schema.max(Number(volume) > 0 ? Number(volume) : 20, 'The doubt is larger than the volume itself.'),
    ),
  testPressure: quantity('Target pressure')
    .notOneOf([0], 'The target pressure cannot be zero.')
    .when('method', ([method], schema) =>
      method === 'vacuum-decay'
        ? schema.lessThan(0, 'A vacuum target is below zero, such as −3.5 kPa.')
        : schema.moreThan(0, 'A pressure target is above zero.'),
    ),
  gaugeStep: positive('The smallest mark of the gauge').max(
    5000,
    'A gauge step above 5 kPa shows nothing on a tank. Check the unit.',
  ),
  gaugeNoise: quantity('Gauge noise')
    .min(0, 'Noise cannot be negative.')
    .max(5000, 'Noise above 5 kPa shows nothing on a tank. Check the unit.'),
  /** Pa that a needle stays behind by; null where nobody tapped the glass */
  gaugeStick: yup
    .number()
    .typeError('Type a number, such as 0.05.')
    .min(0, 'A needle sticks by no less than nothing.')
    .max(20_000, 'A needle that sticks by 20 kPa shows nothing on a tank. Check the unit.')
    .nullable()
    .default(null),
  hasThermometer: yup.boolean().default(false),
  hasBarometer: yup.boolean().default(false),
  temperatureDoubt: quantity('Temperature doubt')
    .min(0, 'Doubt cannot be negative.')
    .max(30, 'A doubt above 30 °C says nothing.'),
  barometerDoubt: quantity('Barometer doubt')
    .min(0, 'Doubt cannot be negative.')
    .max(5000, 'A doubt above 50 hPa says nothing.'),
  rigLeak: rate('Rig leak'),
  rigLeakDoubt: rate('Rig leak doubt'),
  closures: closuresSchema(),
  links: linksSchema(),
  earlyReason: line('The reason', 300).default(''),
  scale: scaleSchema,
  kit: kitSchema,
  supply: oneOf(airSupplies, 'Where the air comes from')
    .default('hand pump')
    .test(
      'refused',
      ({ value }) => refusedSupplies[value as AirSupply] ?? '',
      value => refusedSupplies[value] === undefined,
    ),
  relief: reliefSchema(),
  wettedShare: wettedShareSchema(),
  // Nobody said: the one in between, and a tank that had fuel in it.
  bottle: bottleSchema,
  course: oneOf(holdCourses, 'Course').default('plain'),
  place: oneOf(places, 'Where it stands').default('indoors'),
  inside: oneOf(drainedInsides, 'What was in it').default('aired'),
})
export type HoldForm = yup.InferType<typeof holdSchema>

const readingSchema = yup.object({
  t: bounded('t', quantity('Time')).required('Time is missing.'),
  pressure: bounded('pressure', quantity('Pressure')).required('Pressure is missing.'),
  temperature: bounded('temperature', yup.number().typeError('Type a number, such as 17.3.')),
  barometer: bounded('barometer', yup.number().typeError('Type a number, such as 1009.')),
  difference: bounded('difference', yup.number().typeError('Type a number, such as −0.02.')),
})
const MOST_READINGS_A_CALL = 10_000
export const readingsSchema = yup.object({
  readings: readingRows()
    .required('The readings are missing.')
    .min(1, 'There are no readings.')
    .max(MOST_READINGS_A_CALL, 'Send at most 10,000 readings at once.'),
})
/** The same as it is described to whoever sends readings, each with its fields. */
export const readingsDescribed = yup.object({ readings: yup.array(readingSchema).required().min(1).max(MOST_READINGS_A_CALL) })
const pushed = () => positive('What is pushed in').max(1, 'More than 1,000 L is no syringe. Check the unit.')
export const markSchema = yup.object({
  id: entryId(),
  kind: oneOf(markKinds, 'Mark'),
  amount: yup.number().when('kind', ([kind], schema) => (kind === 'push' ? pushed() : schema.strip())),
})
export type MarkForm = yup.InferType<typeof markSchema>

export const volumeCheckSchema = yup.object({
  id: entryId(),
  pushed: pushed(),
  pushedUncertainty: quantity('Its doubt')
    .min(0, 'Doubt cannot be negative.')
    .when('pushed', ([all], schema) =>
      schema.max(Number(all) > 0 ? Number(all) : 1, 'The doubt is larger than what was pushed in.'),
    ),
  before: bounded('pressure', quantity('Pressure before')).required('Pressure before is missing.'),
  after: bounded('pressure', quantity('Pressure after')).required('Pressure after is missing.'),
  barometer: bounded('barometer', yup.number().typeError('Type a number, such as 1009.')),
  use: yup.boolean().default(false),
})
export type VolumeCheckForm = yup.InferType<typeof volumeCheckSchema>
export const holdStepSchema = yup.object({ to: oneOf(['settling', 'reading', 'stopped'] as const, 'Step') })
export const speedSchema = yup.object({
  speed: yup.number().oneOf(clockSpeeds, 'The stand-in runs at 1, 10, 60 or 600 times.').required('Choose a speed.'),
})

const meaningSchema = yup.object({
  field: oneOf([...readingFields, 'clock', 'event'] as const, 'What a column holds'),
  unit: yup
    .string()
    .when('field', ([field], schema) =>
      field === 't'
        ? oneOf(timeUnits, 'Unit of time')
        : field === 'temperature'
          ? oneOf(Object.keys(toKelvin) as (keyof typeof toKelvin)[], 'Unit of temperature')
          : pressureChannels.includes(field)
            ? oneOf(Object.keys(pascalsPer) as AnyPressureUnit[], 'Unit of pressure')
            : schema.strip(),
    ),
})
/** A file of readings that is longer is refused. */
export const MOST_FILE_CHARACTERS = 60_000_000

export const fileSchema = yup.object({
  text: yup
    .string()
    .required('The file is empty.')
    .max(MOST_FILE_CHARACTERS, 'The file is over 60 MB. Thin the readings or split it.'),
  /** what each column holds; absent when the names say it */
  columns: yup.array(meaningSchema.nullable().default(null)).max(200, 'A file of more than 200 columns is no log.').optional(),
  /** ms since 1970 of the first reading, where the file itself has no dates */
  startedAt: yup.number().integer().min(0, 'That date is not believable.').nullable().default(null),
  /** somebody has looked at a pressure that seems to be in another unit, and means it */
  unitConfirmed: yup.boolean().default(false),
})
export type FileForm = yup.InferType<typeof fileSchema>
export const deviceKeySchema = yup.object({ id: entryId(), name: requiredLine('What the logger is called', 60) })
export const phoneKeySchema = yup.object({ id: entryId() })
