import * as yup from 'yup'
import { partFamilies, type PartShape } from '../../core/circuit/boundary'
import { craftKinds, tankKinds, tankMaterials } from '../../core/circuit/tankKinds'
import { fuelKeys } from '../../core/fuel/fuels'
import { throughputFromStandard } from '../../core/quantity/standardLeakRate'
import { entryId, line, oneOf, positive, quantity, requiredLine, words } from './fields'

/** When it shows, in the taps of the complaint. */
export const complaintTimes = ['while filling', 'brim-full', 'engine running', 'under way', 'parked, hours later', 'smell only', 'trouble code', 'after a repair'] as const
export const complaintPlaces = ['top', 'neck side', 'low', 'under a strap', 'inside the craft', 'cannot say'] as const
export const complaintAmounts = ['smell', 'stain', 'weep', 'drip', 'pool'] as const

export const complaintSchema = yup.object({
  shows: yup.array(oneOf(complaintTimes, 'When it shows')).default([]),
  wet: yup.array(oneOf(complaintPlaces, 'Where it is wet')).default([]),
  amount: yup.string<(typeof complaintAmounts)[number]>().oneOf(complaintAmounts, 'Choose how much.').nullable().default(null),
  words: words(),
})
export type Complaint = yup.InferType<typeof complaintSchema>

/** Which state of the job was edited, so that a second editor is told. */
const revision = () => yup.number().integer().required('The revision that was edited is missing.')

const facts = {
  craftName: requiredLine('Craft', 80),
  craftKind: oneOf(craftKinds, 'Kind of craft'),
  tankName: requiredLine('Tank', 80),
  material: oneOf(tankMaterials, 'Material'),
  capacity: positive('Capacity').max(20, 'Capacity above 20,000 L is not a tank this tool is for. Check the unit.').test('tiny', 'Capacity under 0.2 L is not a tank this tool is for. Check the unit.', value => !(value > 0 && value < 0.0002)),
  fuel: oneOf(fuelKeys, 'Fuel'),
  pressureLimit: positive('Pressure limit').max(100_000, 'A fuel tank limit above 100 kPa is not believable. Check the unit.'),
  limitSource: requiredLine('Where the limit comes from', 160),
  acceptance: quantity('Acceptance limit').min(throughputFromStandard(0.01), 'An acceptance limit under 0.01 mL/min cannot be tested by pressure.').max(throughputFromStandard(10_000), 'An acceptance limit above 10,000 mL/min is not a limit.'),
  complaint: complaintSchema.required(),
}

export const newJobSchema = yup.object({ id: entryId(), tankKind: oneOf(tankKinds.map(kind => kind.key), 'Kind of tank'), ...facts })
export const jobEditSchema = yup.object({ revision: revision(), ...facts })
export type NewJob = yup.InferType<typeof newJobSchema>
export type JobEdit = yup.InferType<typeof jobEditSchema>
export type JobFacts = Omit<JobEdit, 'revision'>
export const jobFactNames = Object.keys(facts) as (keyof JobFacts)[]

const mapX = () => quantity('Place on the map').min(0, 'That is off the map.').max(1000, 'That is off the map.')
const mapY = () => quantity('Place on the map').min(0, 'That is off the map.').max(360, 'That is off the map.')

const shapeSchema = yup.mixed<PartShape>().required('The part has no place on the map.').test('shape', 'That is off the map.', value => {
  const shape = value as Partial<Record<string, unknown>> | undefined
  const on = (key: string, most: number) => typeof shape?.[key] === 'number' && shape[key] >= 0 && shape[key] <= most
  return shape?.at === 'point' ? on('x', 1000) && on('y', 360) : shape?.at === 'line' && on('x1', 1000) && on('x2', 1000) && on('y1', 360) && on('y2', 360)
})

export const partsSchema = yup.object({
  revision: revision(),
  parts: yup.array(yup.object({
    id: entryId(),
    name: requiredLine('Part name', 60),
    family: oneOf(partFamilies, 'Kind of part'),
    shape: shapeSchema,
    opening: yup.boolean().default(false),
  })).required('The parts are missing.').min(1, 'A tank has at least one part.').max(200, 'Keep it under 200 parts.')
    .test('names', 'Two parts have the same name. Give each its own.', parts => new Set(parts?.map(each => each.name?.toLowerCase())).size === (parts?.length ?? 0)),
})
export type PartsEdit = yup.InferType<typeof partsSchema>

export const mapPlace = { x1: mapX(), y1: mapY(), x2: mapX(), y2: mapY() }
export const cautionsSchema = yup.object({ cautions: yup.array(requiredLine('Caution', 40)).required('The cautions are missing.').min(1, 'Read the cautions first.') })
export const strikeSchema = yup.object({ id: entryId(), subjectId: entryId(), reason: line('The reason', 300).required('Say why it no longer counts.') })
