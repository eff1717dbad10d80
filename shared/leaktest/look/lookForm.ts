import * as yup from 'yup'
import { lookMethodKeys } from '../../../core/leaktest/look/lookMethods'
import { distanceOrNull, entryId, line, oneOf, quantity, tiltOrNull, uuidField, wetLookOrNull } from '../../schemas/fields'
import { linksSchema, reliefSchema } from '../setupForm'

/** What a find looks like in a look. */
export const lookShows = ['wet', 'drips', 'stain', 'glows', 'bubbles', 'hisses'] as const
export const lookMarks = ['dry', 'not reached'] as const

export const lookSchema = yup.object({
  id: entryId(),
  method: oneOf(lookMethodKeys, 'How it is looked at'),
  /** Pa gauge of the gas in it; 0 with fuel alone */
  pressure: quantity('Pressure')
    .min(0, 'A look is at no pressure or above.')
    .max(100_000, 'That is above 100 kPa. Check the unit.'),
  /** share of the capacity that is fuel */
  wettedShare: quantity('How much fuel is in it')
    .min(0, 'It cannot be less than nothing.')
    .max(1, 'It cannot be more than full.'),
  /** rad that it leans, and m that it goes; null where it does neither */
  tilt: tiltOrNull(),
  distance: distanceOrNull(),
  /** how fuel that comes out is made to show; null where it is only looked at */
  way: wetLookOrNull(),
  links: linksSchema(),
  closures: yup.mixed<Record<string, never>>().default({}),
  relief: reliefSchema(),
  earlyReason: line('The reason', 300).default(''),
})
export type LookForm = yup.InferType<typeof lookSchema>

export const lookMarkSchema = yup.object({ id: entryId(), partId: uuidField('Part'), mark: oneOf(lookMarks, 'What it showed') })
/** Drops or bubbles of one place, counted. */
export const lookCountSchema = yup.object({
  id: entryId(),
  partId: uuidField('Part'),
  count: quantity('The count')
    .integer('Count whole ones.')
    .min(0, 'Count whole ones.')
    .max(10_000, 'Count fewer, for a shorter time.'),
  /** s */
  seconds: quantity('How long it was counted')
    .moreThan(0, 'Say how long it was counted.')
    .max(604_800, 'A week is the longest.'),
  /** m of a bubble, and how deep it comes out; null for drops */
  width: yup
    .number()
    .typeError('Type a number, such as 3.')
    .min(0.0005, 'Bubbles from half a millimetre on can be counted.')
    .max(0.02, 'Check the unit: a bubble is in millimetres.')
    .nullable()
    .default(null),
  depth: yup
    .number()
    .typeError('Type a number, such as 100.')
    .min(0, 'A depth is not below zero.')
    .max(5, 'A tank is held under by a hand: up to 5 m.')
    .nullable()
    .default(null),
})
export type LookCountForm = yup.InferType<typeof lookCountSchema>
