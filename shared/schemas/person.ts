import * as yup from 'yup'
import { pressureUnits, temperatureUnits, volumeUnits } from '../../core/quantity/units'
import { clocks, dateOrders, decimals, papers, usualWriting } from '../writing'
import { entryId, oneOf, requiredLine, uuidField } from './fields'

export const roles = ['owner', 'technician', 'inspector'] as const
export type Role = (typeof roles)[number]
export const looks = ['system', 'light', 'dark'] as const

const login = () =>
  requiredLine('Sign-in name', 40)
    .lowercase()
    .matches(/^[a-z0-9._-]+$/, 'Use letters, digits, dot, dash and underscore only.')
/** Length first; whether it is one that everybody tries is looked up on the server. */
export const LEAST_PASSWORD = 12
const password = (name = 'Password') =>
  yup
    .string()
    .required(`${name} is missing.`)
    .min(LEAST_PASSWORD, `Use at least ${LEAST_PASSWORD} characters; a few words do.`)
    .max(200, 'Use at most 200 characters.')
const given = () => yup.string().required('Password is missing.').max(200, 'Use at most 200 characters.')

export const signInSchema = yup.object({
  login: requiredLine('Sign-in name', 40).lowercase(),
  password: given(),
})

export const passwordSchema = yup.object({ password: given(), fresh: password('New password') })

export const codeSchema = yup.object({
  login: requiredLine('Sign-in name', 40).lowercase(),
  code: requiredLine('The code', 40),
  password: password('New password'),
})

const pin = () => yup.string().matches(/^\d{4,8}$/, 'A PIN has 4 to 8 figures.')
export const pinSchema = yup.object({ password: given(), pin: pin().nullable().default(null) })

const BASE64URL = /^[\w-]+$/
/** Where a browser is told of bells while its page is closed, and what a message for it is sealed with (RFC 8030, RFC 8291). */
export const pushDeviceSchema = yup.object({
  endpoint: requiredLine('Address of the browser’s service', 1000).matches(
    /^https:\/\/[^\s@]+$/,
    'The address is not one of a browser’s service.',
  ),
  key: requiredLine('Key', 120).matches(BASE64URL, 'The key cannot be read.'),
  secret: requiredLine('Secret', 60).matches(BASE64URL, 'The secret cannot be read.'),
})
export type PushDeviceForm = yup.InferType<typeof pushDeviceSchema>

export const switchSchema = yup.object({ personId: uuidField('Who'), pin: pin().required('The PIN is missing.') })

export const roleSchema = yup.object({ role: oneOf(roles, 'Role') })

/** What only somebody may do to whom the owner gave it: each is shown with its number, and ends. */
export const authorityDeeds = ['inspect', 'return to service', 'hot work'] as const
export type AuthorityDeed = (typeof authorityDeeds)[number]
export const authoritySchema = yup.object({
  id: entryId(),
  deed: oneOf(authorityDeeds, 'What for'),
  authority: requiredLine('By whose authority', 120),
  number: requiredLine('Number of the licence or approval', 60),
  /** ms since 1970, the last moment of its last day */
  until: yup.number().typeError('Say until when it is valid.').required('Say until when it is valid.'),
})
export type AuthorityForm = yup.InferType<typeof authoritySchema>
/** An authority as the owner gave it. */
export interface Authority extends AuthorityForm {
  givenAt: number
}
/** The authority of somebody for a deed at a moment: given before, and not over. */
export const authorityFor = (
  authorities: readonly Authority[],
  deeds: readonly AuthorityDeed[],
  at: number,
): Authority | undefined => authorities.find(each => deeds.includes(each.deed) && each.givenAt <= at && at < each.until)

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
  decimal: oneOf(decimals, 'Decimal sign').default('point'),
  dates: oneOf(dateOrders, 'Dates').default('day first'),
  clock: oneOf(clocks, 'Time of day').default('24 hours'),
  paper: oneOf(papers, 'Paper').default('A4'),
})
export type Preferences = yup.InferType<typeof preferencesSchema>
export const defaultPreferences: Preferences = {
  pressure: 'kPa',
  volume: 'L',
  temperature: 'C',
  look: 'system',
  ownOutcomes: true,
  ...usualWriting,
  paper: 'A4',
}
