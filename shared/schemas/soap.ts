import * as yup from 'yup'
import { soapMarks } from '../../core/leaktest/soap/soap'
import { entryId, line, oneOf, quantity, uuidField, words } from './fields'
import { mapPlace } from './circuit'
import { closuresSchema, linksSchema, reliefSchema } from './setup'

export const soapSchema = yup.object({
  id: entryId(),
  pressure: quantity('Pressure').test('positive', 'Soap shows a leak only under pressure.', value => !(value <= 0)).max(100_000, 'That is above 100 kPa. Check the unit.'),
  closures: closuresSchema(),
  links: linksSchema(),
  relief: reliefSchema(),
  earlyReason: line('The reason', 300).default(''),
})

export type SoapForm = yup.InferType<typeof soapSchema>

export const soapMarkSchema = yup.object({ id: entryId(), partId: uuidField('Part'), mark: oneOf(soapMarks, 'What it showed') })

/** What a find looks like, under soap or in smoke. */
export const findLooks = ['foams', 'bubbles', 'smoke', 'dye'] as const
export type FindLook = (typeof findLooks)[number]

export const findSchema = yup.object({
  id: entryId(),
  partId: uuidField('Part'),
  seen: oneOf(findLooks, 'What it showed'),
  ...mapPlace,
  length: quantity('Length').min(0, 'A length cannot be negative.').max(20, 'A leak longer than 20 m is not believable. Check the unit.'),
  note: words(),
  /** the leak that this is again, or empty for a new one */
  leakId: yup.string().uuid('That leak is not known.').nullable().default(null),
})
export type FindForm = yup.InferType<typeof findSchema>
