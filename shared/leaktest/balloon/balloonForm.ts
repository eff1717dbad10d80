import * as yup from 'yup'
import { entryId, line, positive, quantity } from '../../schemas/fields'
import { closuresSchema, linksSchema, wettedShareSchema } from '../setupForm'
import { bounded } from '../hold/holdForm'

export const balloonSchema = yup.object({
  id: entryId(),
  volume: positive('Gas volume of the tank').max(20, 'A gas volume above 20,000 L is not believable. Check the unit.'),
  volumeUncertainty: quantity('Volume doubt').min(0, 'Doubt cannot be negative.').max(20, 'The doubt is larger than any tank.'),
  pressure: positive('Pressure of the rubber').max(10_000, 'No balloon holds more than 10 kPa. Check the unit.'),
  girthUncertainty: positive('Girth doubt').max(0.05, 'A doubt above 50 mm says nothing.'),
  hasThermometer: yup.boolean().default(true),
  hasBarometer: yup.boolean().default(true),
  closures: closuresSchema(),
  links: linksSchema(),
  wettedShare: wettedShareSchema(),
  earlyReason: line('The reason', 300).default(''),
})
export type BalloonForm = yup.InferType<typeof balloonSchema>

const girth = (name: string) =>
  yup
    .number()
    .typeError('Type a number, such as 640.')
    .moreThan(0.05, `${name} under 50 mm is no balloon. Check the unit.`)
    .max(3, `${name} above 3 m is no balloon. Check the unit.`)

export const girthSchema = yup.object({
  id: entryId(),
  girth: girth('Girth').required('Girth is missing.'),
  /** m, one standard deviation, where it was taken from a picture */
  girthDoubt: positive('Doubt of the girth').max(0.2, 'A doubt above 200 mm says nothing.').optional(),
  controlGirth: girth('Control’s girth').optional(),
  temperature: bounded('temperature', yup.number().typeError('Type a number, such as 17.3.')),
  barometer: bounded('barometer', yup.number().typeError('Type a number, such as 1009.')),
})
export type GirthForm = yup.InferType<typeof girthSchema>
