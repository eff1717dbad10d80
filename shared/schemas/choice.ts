import * as yup from 'yup'
import { quantity } from './fields'

/** Money is counted in the shop's own currency: without a name, so that it is nobody's. */
export const shopFigureSchema = yup.object({
  key: yup
    .string()
    .matches(/^(rate|idle|parts:[a-z-]{1,40})$/, 'That figure is not one of the shop’s.')
    .required('Which figure it is is missing.'),
  value: quantity('The figure').min(0, 'A price cannot be negative.').max(1e7, 'More than ten million is not believable.'),
})
export type ShopFigureForm = yup.InferType<typeof shopFigureSchema>
