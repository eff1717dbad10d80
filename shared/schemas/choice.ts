import * as yup from 'yup'
import { repairMethodKeys } from '../../core/repair/method/repairMethods'
import { entryId, oneOf, quantity, requiredLine, uuidField, words } from './fields'

const spread = (name: string) => yup.object({ low: quantity(name), expected: quantity(name), high: quantity(name) }).required()
const optionSchema = yup.object({
  method: oneOf(repairMethodKeys, 'The method'),
  days: spread('Days'),
  cost: spread('Cost').nullable().default(null),
  chance: spread('Chance'),
})
/** A way as the owner could choose it. */
export type ChosenOption = yup.InferType<typeof optionSchema>

export const choiceSchema = yup.object({
  id: entryId(),
  leakId: uuidField('Leak'),
  method: oneOf(repairMethodKeys, 'The method'),
  options: yup.array(optionSchema.required()).default([]).max(30, 'Keep it under 30 options.'),
  by: requiredLine('Who chose', 80),
  note: words(),
})
export type ChoiceForm = yup.InferType<typeof choiceSchema>

/** Money is counted in the shop's own currency: without a name, so that it is nobody's. */
export const shopFigureSchema = yup.object({
  key: yup
    .string()
    .matches(/^(rate|idle|parts:[a-z-]{1,40})$/, 'That figure is not one of the shop’s.')
    .required('Which figure it is is missing.'),
  value: quantity('The figure').min(0, 'A price cannot be negative.').max(1e7, 'More than ten million is not believable.'),
})
export type ShopFigureForm = yup.InferType<typeof shopFigureSchema>
