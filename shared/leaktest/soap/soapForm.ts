import { MOST_IN_VIEW } from '../../../core/leaktest/soap/watchedMarks'
import * as yup from 'yup'
import { soapMarks } from '../../../core/leaktest/soap/soap'
import { entryId, line, oneOf, quantity, uuidField } from '../../schemas/fields'
import { closuresSchema, linksSchema, reliefSchema, wettedShareSchema } from '../setupForm'

export const soapSchema = yup.object({
  id: entryId(),
  pressure: quantity('Pressure')
    .test('positive', 'Soap shows a leak only under pressure.', value => !(value <= 0))
    .max(100_000, 'That is above 100 kPa. Check the unit.'),
  closures: closuresSchema(),
  links: linksSchema(),
  wettedShare: wettedShareSchema(),
  relief: reliefSchema(),
  earlyReason: line('The reason', 300).default(''),
})

export type SoapForm = yup.InferType<typeof soapSchema>

export const soapMarkSchema = yup.object({ id: entryId(), partId: uuidField('Part'), mark: oneOf(soapMarks, 'What it showed') })

/** Parts that are wetted and in view together. */
export const soapWatchSchema = yup.object({
  id: entryId(),
  partIds: yup
    .array(uuidField('Part'))
    .required('Choose what is watched.')
    .min(1, 'Choose what is watched.')
    .max(MOST_IN_VIEW, 'Nobody sees more than three joints at once.'),
})

/** What a find looks like under soap. */
export const soapShows = ['foams', 'bubbles'] as const
