import * as yup from 'yup'
import { pressureUnits, temperatureUnits, volumeUnits } from '../../core/quantity/units'
import { entryId, oneOf, requiredLine } from './fields'

export const roles = ['owner', 'technician', 'inspector'] as const
export type Role = (typeof roles)[number]
export const looks = ['system', 'light', 'dark'] as const

const login = () =>
  requiredLine('Sign-in name', 40)
    .lowercase()
    .matches(/^[a-z0-9._-]+$/, 'Use letters, digits, dot, dash and underscore only.')
const password = () =>
  yup.string().required('Password is missing.').min(8, 'Use at least 8 characters.').max(200, 'Use at most 200 characters.')

export const signInSchema = yup.object({
  login: requiredLine('Sign-in name', 40).lowercase(),
  password: yup.string().required('Password is missing.').max(200, 'Use at most 200 characters.'),
})

export const ownerSchema = yup.object({
  code: requiredLine('The code from the terminal', 40),
  name: requiredLine('Name', 80),
  login: login(),
  password: password(),
})

export const personSchema = yup.object({
  id: entryId(),
  name: requiredLine('Name', 80),
  login: login(),
  password: password(),
  role: oneOf(roles, 'Role'),
})

export const preferencesSchema = yup.object({
  pressure: oneOf(pressureUnits, 'Pressure unit'),
  volume: oneOf(volumeUnits, 'Volume unit'),
  temperature: oneOf(temperatureUnits, 'Temperature unit'),
  look: oneOf(looks, 'Look'),
  /** whether what past jobs turned out to be moves the weights of the suspects */
  ownOutcomes: yup.boolean().default(true),
})
export type Preferences = yup.InferType<typeof preferencesSchema>
export const defaultPreferences: Preferences = {
  pressure: 'kPa',
  volume: 'L',
  temperature: 'C',
  look: 'system',
  ownOutcomes: true,
}
