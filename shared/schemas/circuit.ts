import * as yup from 'yup'
import { partFamilies, partTraits, type PartShape } from '../../core/circuit/boundary'
import { lineCargoes, linkKinds, linkStates, spaceKinds } from '../../core/circuit/circuit'
import { tankKinds } from '../../core/circuit/tankKinds'
import { entryId, oneOf, quantity, requiredLine, uuidField, words, reasonLine } from './fields'

const mapX = () => quantity('Place on the map').min(0, 'That is off the map.').max(1000, 'That is off the map.')
const mapY = () => quantity('Place on the map').min(0, 'That is off the map.').max(360, 'That is off the map.')
const placeSchema = yup.object({ x: mapX(), y: mapY() })

const shapeSchema = yup
  .mixed<PartShape>()
  .required('The part has no place on the map.')
  .test('shape', 'That is off the map.', value => {
    const shape = value as Partial<Record<string, unknown>> | undefined
    const on = (key: string, most: number) => typeof shape?.[key] === 'number' && shape[key] >= 0 && shape[key] <= most
    return shape?.at === 'point'
      ? on('x', 1000) && on('y', 360)
      : shape?.at === 'line' && on('x1', 1000) && on('x2', 1000) && on('y1', 360) && on('y2', 360)
  })

/** Names inside a circuit: short words of the kind, or an id that the editor makes. */
const circuitKey = (name: string) => requiredLine(name, 60)
const distinct = (names: (string | undefined)[] | undefined) =>
  new Set(names?.map(name => name?.toLowerCase())).size === (names?.length ?? 0)

const spaceSchema = yup.object({
  id: circuitKey('The space’s id'),
  name: requiredLine('Name of the line or space', 60),
  kind: oneOf(spaceKinds, 'Kind of space'),
  carries: yup.string().oneOf(lineCargoes, 'Choose what the line carries.').nullable().default(null),
  path: yup.array(placeSchema).default([]).max(20, 'Keep a line under 20 bends.'),
})
const linkSchema = yup.object({
  id: circuitKey('The valve’s id'),
  name: requiredLine('Name of the valve or joint', 60),
  kind: oneOf(linkKinds, 'Kind of valve'),
  from: circuitKey('One end'),
  to: circuitKey('The other end'),
  normally: oneOf(linkStates, 'How it stands by itself'),
  cracking: quantity('Cracking pressure')
    .min(0, 'A cracking pressure cannot be negative.')
    .max(50_000, 'A cracking pressure above 50 kPa is not believable. Check the unit.')
    .default(0),
  pinch: yup.boolean().default(false),
  at: placeSchema.required(),
})

/** A part as it is drawn and tied. */
export const partSchema = yup.object({
  id: entryId(),
  name: requiredLine('Part name', 60),
  family: oneOf(partFamilies, 'Kind of part'),
  shape: shapeSchema,
  opening: yup.boolean().default(false),
  space: yup.string().trim().max(60, 'That space is not known.').nullable().default('tank'),
  link: yup.string().trim().max(60, 'That valve is not known.').nullable().default(null),
  trait: yup.string().oneOf(partTraits, 'Choose what is particular about the part.').nullable().default(null),
})

/** The parts in route order with the circuit that they are tied to. Whether it hangs together is checked where it is saved. */
/** What a change of the map says: the drawing was wrong, or the tank is another now. */
export const mapChanges = ['it was always so', 'changed now'] as const
export type MapChange = (typeof mapChanges)[number]

export const circuitSchema = yup.object({
  says: oneOf(mapChanges, 'Whether it was always so or changed now'),
  revision: yup.number().integer().required('The revision that was edited is missing.'),
  parts: yup
    .array(partSchema)
    .required('The parts are missing.')
    .min(1, 'A tank has at least one part.')
    .max(200, 'Keep it under 200 parts.')
    .test('names', 'Two parts have the same name. Give each its own.', parts => distinct(parts?.map(each => each.name))),
  spaces: yup
    .array(spaceSchema)
    .required('The spaces are missing.')
    .min(1, 'A circuit has at least the tank.')
    .max(60, 'Keep it under 60 lines and spaces.'),
  links: yup.array(linkSchema).default([]).max(120, 'Keep it under 120 valves and joints.'),
  /** what closes the place of parts that are taken off; asked once something was tested */
  whyOff: reasonLine().default(''),
})
export type CircuitEdit = yup.InferType<typeof circuitSchema>

/** The kind that a job's tank turns out to be of. */
export const kindSchema = yup.object({
  kind: oneOf(
    tankKinds.map(kind => kind.key),
    'Kind of tank',
  ),
  revision: yup.number().integer().required('The revision that was edited is missing.'),
})
export type KindEdit = yup.InferType<typeof kindSchema>

/** Another tank is on, with what was carried across from the old one. */
export const renewSchema = yup.object({
  id: entryId(),
  carried: yup.array(uuidField('Part')).default([]).max(200, 'Keep it under 200 parts.'),
  note: words(),
})
export type RenewForm = yup.InferType<typeof renewSchema>

export const mapPlace = { x1: mapX(), y1: mapY(), x2: mapX(), y2: mapY() }
