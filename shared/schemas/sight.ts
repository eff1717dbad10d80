import * as yup from 'yup'
import { pascalsPer, type AnyPressureUnit } from '../../core/quantity/units'
import { oneOf, positive, quantity } from './fields'

/** A place in a picture, as shares of its width from its top left, so that pictures of any size have it in the same place. */
const placeSchema = yup.object({ x: share('A place'), y: share('A place') })
export type Place = yup.InferType<typeof placeSchema>

function share(name: string) {
  return quantity(name).min(-0.5, `${name} has to lie in the picture.`).max(3, `${name} has to lie in the picture.`)
}
const places = (least: number, most: number, words: string) =>
  yup.array(placeSchema).required(words).min(least, words).max(most, words)
const markSchema = placeSchema.shape({
  /** Pa at a dial, m at a column */
  value: quantity('What stands at a mark').min(-200_000, 'That is below a perfect vacuum.').max(2_000_000, 'Check the unit.'),
})
const marks = (most: number) =>
  yup
    .array(markSchema)
    .required('Two marks are needed.')
    .min(2, 'Two marks are needed.')
    .max(most, `At most ${most} marks are needed.`)

export const sightKinds = ['dial', 'column', 'display'] as const
export type SightKind = (typeof sightKinds)[number]

const dialSchema = yup.object({
  kind: yup.string<'dial'>().oneOf(['dial']).required(),
  rim: places(6, 12, 'Six points or more on the rim are needed.'),
  centre: placeSchema.required(),
  needle: placeSchema.required(),
  marks: marks(12),
})
const limbSchema = yup.object({
  foot: placeSchema.required(),
  top: placeSchema.required(),
  /** a point on the edge of the bore, beside the foot */
  side: placeSchema.required(),
  marks: marks(3),
})
const columnSchema = yup.object({
  kind: yup.string<'column'>().oneOf(['column']).required(),
  /** of a column in one limb, or the two of a U-tube: the one that the tank pushes down, then the open one */
  limbs: yup.array(limbSchema).required().min(1, 'A limb is needed.').max(2, 'A U-tube has two limbs.'),
  density: positive('Density')
    .min(500, 'A liquid lighter than 500 kg/m³ is not believable.')
    .max(14_000, 'No liquid is heavier than mercury.'),
})
export const displayUnits = Object.keys(pascalsPer) as AnyPressureUnit[]
const displaySchema = yup.object({
  kind: yup.string<'display'>().oneOf(['display']).required(),
  corners: places(4, 4, 'Four corners are needed.'),
  digits: quantity('Digits').integer('Digits are whole.').min(1, 'One digit at least.').max(8, 'Eight digits at most.'),
  unit: oneOf(displayUnits, 'Unit'),
})
const schemas: Record<SightKind, yup.AnyObjectSchema> = { dial: dialSchema, column: columnSchema, display: displaySchema }

/** How a phone on a stand sees what shows the pressure: what was set up once in a picture of it. */
export type InstrumentSight =
  yup.InferType<typeof dialSchema> | yup.InferType<typeof columnSchema> | yup.InferType<typeof displaySchema>

/** What is wrong with a sight, or null. */
function sightProblem(value: unknown): string | null {
  const kind = (value as { kind?: unknown } | null | undefined)?.kind
  if (!sightKinds.includes(kind as SightKind)) return `What is seen must be one of: ${sightKinds.join(', ')}.`
  try {
    schemas[kind as SightKind].noUnknown().validateSync(value, { strict: true })
    return null
  } catch (error) {
    if (error instanceof yup.ValidationError) return error.message
    throw error
  }
}
export const sightSchema = yup
  .mixed<InstrumentSight>()
  .required('What is seen is missing.')
  .test(
    'sight',
    ({ value }) => sightProblem(value) ?? '',
    value => sightProblem(value) === null,
  )

export const keptSightSchema = yup.object({ sight: sightSchema })
