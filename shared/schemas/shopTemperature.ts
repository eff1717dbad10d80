import * as yup from 'yup'
import { entryId, line } from './fields'

const celsius = (name: string) =>
  yup
    .number()
    .typeError('Type a number, such as 17.5.')
    .moreThan(223.15, `${name} below −50 °C is not believable. Check the unit.`)
    .lessThan(333.15, `${name} above 60 °C is not believable in a shop. Check the unit.`)
    .nullable()
    .default(null)

/** What is read off the shop's thermometer, K. */
export const shopTemperatureSchema = yup.object({
  id: entryId(),
  temperature: celsius('A temperature'),
  lowest: celsius('A lowest')
    .test(
      'no warmer',
      'The lowest cannot be warmer than it is now. Look at the thermometer again.',
      (lowest, { parent: { temperature } }) =>
        lowest === null || lowest === undefined || typeof temperature !== 'number' || lowest <= temperature,
    )
    .test(
      'one of the two',
      'Type how warm it is, or how cold it was.',
      (lowest, { parent: { temperature } }) => typeof lowest === 'number' || typeof temperature === 'number',
    ),
  /** somebody has looked again at a temperature much warmer than the one before, and means it */
  sure: yup.boolean().default(false),
})
export type ShopTemperatureForm = yup.InferType<typeof shopTemperatureSchema>

export const MOST_TEMPERATURE_CHARACTERS = 2_000_000
export const shopTemperatureFileSchema = yup.object({
  text: yup
    .string()
    .required('The file is empty.')
    .max(MOST_TEMPERATURE_CHARACTERS, 'The file is over 2 MB. Send a shorter stretch.'),
})

export const shopTemperatureStrikeSchema = yup.object({
  reason: line('The reason', 300).required('Say why it no longer counts.'),
})
