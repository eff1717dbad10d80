import * as yup from 'yup'
import { signKeys } from '../../core/complaint/keys'
import { signOf, singleGroups } from '../../core/complaint/signs'
import { troubleCode } from '../../core/complaint/troubleCodes'
import { craftKinds, tankKinds, tankMaterials, USUAL_LIMIT_SOURCE } from '../../core/circuit/tankKinds'
import { fuelKeys } from '../../core/fuel/fuels'
import { throughputFromStandard } from '../../core/quantity/standardLeakRate'
import { entryId, line, oneOf, positive, quantity, reasonLine, requiredLine, words } from './fields'

/**
 * What was said of the leak: signs by their keys, trouble codes as stored, and the customer's own words. Nothing of it is
 * needed.
 */
export const complaintSchema = yup.object({
  signs: yup
    .array(oneOf(signKeys, 'What was said'))
    .default([])
    .test('single', 'Of amount, level and switched tanks choose one each.', keys =>
      singleGroups.every(
        group => (keys ?? []).filter(key => key && signKeys.includes(key) && signOf(key).group === group).length <= 1,
      ),
    ),
  codes: yup
    .array(
      yup
        .string()
        .trim()
        .uppercase()
        .required('A code is empty.')
        .test(
          'code',
          ({ value }) => `“${String(value)}” is not a trouble code. They look like P0442.`,
          value => troubleCode(value) !== null,
        ),
    )
    .default([])
    .max(20, 'Keep it under 20 codes.'),
  words: words(),
})
export type Complaint = yup.InferType<typeof complaintSchema>
export const emptyComplaint = (): Complaint => ({ signs: [], codes: [], words: '' })

/** Which state of the job was edited, so that a second editor is told. */
const revision = () => yup.number().integer().required('The revision that was edited is missing.')

/**
 * What a job stands on: a tank that is there, a simulated one of a demo shop, or somebody's practice, which is no evidence of
 * anything. Only what is not real takes readings of stand-ins.
 */
export const realities = ['real', 'simulated', 'practice'] as const
export type Reality = (typeof realities)[number]

/** What a job is about: most begin with a leak, some without. */
export const workKinds = ['leak', 'new tank', 'lining', 'new for old', 'follow-up'] as const
export type WorkKind = (typeof workKinds)[number]

const facts = {
  work: oneOf(workKinds, 'What the job is').default('leak'),
  craftName: requiredLine('Craft', 80),
  craftKind: oneOf(craftKinds, 'Kind of craft'),
  /** year in which it was built; null when nobody knows */
  craftBuilt: yup
    .number()
    .typeError('Type a year, such as 1998.')
    .integer('Type a year, such as 1998.')
    .min(1900, 'A craft from before 1900 is not believable.')
    .max(2100, 'That year is still to come.')
    .nullable()
    .default(null),
  /** registration, hull or fleet number; empty where it has none */
  craftRegistration: line('Registration or hull number', 40).default(''),
  tankName: requiredLine('Tank', 80),
  material: oneOf(tankMaterials, 'Material'),
  capacity: positive('Capacity')
    .max(20, 'Capacity above 20,000 L is not a tank this tool is for. Check the unit.')
    .test(
      'tiny',
      'Capacity under 0.2 L is not a tank this tool is for. Check the unit.',
      value => !(value > 0 && value < 0.0002),
    ),
  fuel: oneOf(fuelKeys, 'Fuel'),
  pressureLimit: positive('Pressure limit').max(100_000, 'A fuel tank limit above 100 kPa is not believable. Check the unit.'),
  limitSource: requiredLine('Where the limit comes from', 160).test(
    'manual',
    'A welded or composite tank of an aircraft follows its manual alone: type its limit, and where the manual says so.',
    function (value) {
      const { craftKind, material } = this.parent as { craftKind?: string; material?: string }
      return !(craftKind === 'light aircraft' && material !== 'riveted aluminium' && value === USUAL_LIMIT_SOURCE)
    },
  ),
  acceptance: quantity('Acceptance limit')
    .min(throughputFromStandard(0.01), 'An acceptance limit under 0.01 mL/min cannot be tested by pressure.')
    .max(throughputFromStandard(10_000), 'An acceptance limit above 10,000 mL/min is not a limit.'),
  fuelAcceptance: quantity('Limit where fuel stands')
    .min(throughputFromStandard(0.01), 'A limit under 0.01 mL/min cannot be tested by pressure.')
    .max(throughputFromStandard(10_000), 'A limit above 10,000 mL/min is not a limit.')
    .notRequired()
    .nullable()
    .default(null),
  limitsReason: reasonLine().default(''),
  complaint: complaintSchema.required(),
}

export const newJobSchema = yup.object({
  id: entryId(),
  tankKind: oneOf(
    tankKinds.map(kind => kind.key),
    'Kind of tank',
  ),
  ...facts,
})
export const jobEditSchema = yup.object({ revision: revision(), ...facts })
export type NewJob = yup.InferType<typeof newJobSchema>
export type JobEdit = yup.InferType<typeof jobEditSchema>
export type JobFacts = Omit<JobEdit, 'revision'>
export const jobFactNames = Object.keys(facts) as (keyof JobFacts)[]
