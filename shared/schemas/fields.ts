import * as yup from 'yup'
import { wetLooks, type WetLookKey } from '../../core/leaktest/wet/wetLooks'

/** Of any version and variant of RFC 9562: ids that follow from others are of version 8. */
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i
export const uuid = (message: string) => yup.string().matches(UUID, { name: 'uuid', message, excludeEmptyString: false })

/** Fields that several schemas share. Numbers are SI; texts are trimmed. */

const notANumber = 'Type a number, such as 6.9 or 6,9.'

export const quantity = (name: string) =>
  yup
    .number()
    .transform((value, original) => (original === '' || original === null ? undefined : (value as number)))
    .typeError(notANumber)
    .test('finite', notANumber, value => value === undefined || value === null || Number.isFinite(value))
    .required(`${name} is missing.`)

/** More than zero; a test of its own, since `moreThan` and `min` would replace each other. */
export const positive = (name: string) =>
  quantity(name).test('positive', `${name} must be more than zero.`, value => !(value <= 0))

/** Text without spaces round it; what is no text (an object, a list) is told so, where `trim()` of the library would throw. */
const text = () =>
  yup
    .string()
    .transform((value: unknown, typed: unknown) =>
      typeof value === 'string' && typeof typed !== 'boolean' ? value.trim() : typed,
    )
    .typeError('This is no text: type words.')

export const line = (name: string, most = 120) => text().max(most, `Keep ${name.toLowerCase()} under ${most} characters.`)
export const requiredLine = (name: string, most = 120) => line(name, most).required(`${name} is missing.`)
/** A reason in words; empty where none is asked. A dot or a dash is none. */
export const reasonLine = (most = 300) =>
  line('The reason', most).test('says', 'Say the reason in words.', value => !value || /\p{L}{3}/u.test(value))
export const words = () => text().max(4000, 'Keep it under 4,000 characters.').default('')

/** ms ago that something was done, by the clock of the page, where the network was gone; the server says when that was. */
export const ago = () =>
  yup.number().min(0, 'It cannot be done before it was.').max(86_400_000, 'It was done more than a day ago.').default(0)
/** ms ago that something happened, as somebody says who types it later; where nobody does it is now. */
export const happenedAgo = () =>
  yup
    .number()
    .typeError('Say when it was.')
    .min(0, 'That is still to come. Say when it was.')
    .max(60 * 86_400_000, 'That was more than 60 days ago. Check the date.')
    .optional()
/** Made where the form is opened, so that a repeated submit is one entry. */
export const entryId = () => uuid('The entry’s id is not a UUID.').required('The entry has no id.')
export const uuidField = (name: string) => uuid(`${name} is not known.`).required(`Choose ${name.toLowerCase()}.`)

export const oneOf = <T extends string>(values: readonly T[], name: string) =>
  yup
    .string<T>()
    .oneOf(values, `${name} must be one of: ${values.join(', ')}.`)
    .required(`Choose ${name.toLowerCase()}.`)

/** m that something went; null where nobody said. */
export const distanceOrNull = () =>
  yup
    .number()
    .typeError('Type a number, such as 20.')
    .min(0, 'It went no less than nothing.')
    .max(1e8, 'That is too far. Check the unit.')
    .nullable()
    .default(null)

/** rad that something leant; null where nobody said. */
export const tiltOrNull = () =>
  yup
    .number()
    .typeError('Type a number, such as 5.')
    .min(0, 'A tilt is from 0 to 45 degrees.')
    .max(Math.PI / 4, 'A tilt is from 0 to 45 degrees.')
    .nullable()
    .default(null)

/** How fuel that comes out is made to show; null where nobody said. */
export const wetLookOrNull = () =>
  yup
    .string<WetLookKey>()
    .oneOf(
      wetLooks.map(each => each.key as WetLookKey),
      'That is no way of looking.',
    )
    .nullable()
    .default(null)

/** The year 2100, ms since 1970: nothing of a shop is dated later. */
const LATEST = 4_102_444_800_000

/** A moment in ms since 1970; null where nobody said. */
export const momentOrNull = (name: string) =>
  yup
    .number()
    .typeError(`${name} is not a date.`)
    .min(0, `${name} is not a date.`)
    .max(LATEST, `${name} is too far ahead.`)
    .nullable()
    .default(null)
