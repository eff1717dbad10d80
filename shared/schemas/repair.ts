import * as yup from 'yup'
import { repairMaterials } from '../../core/repair/material/repairMaterials'
import { repairMethods } from '../../core/repair/method/repairMethods'
import { touchKinds } from '../../core/ledger/ledger'
import { untilFields } from '../repair/untilFields'
import { entryId, line, oneOf, quantity, words } from './fields'

const ids = (name: string) =>
  yup
    .array(yup.string().uuid(`${name} is not known.`).required())
    .default([])
    .max(200, 'Keep it under 200.')

export const repairSchema = yup.object({
  id: entryId(),
  /** leaks that it mends; none where nothing leaked yet */
  leakIds: ids('That leak'),
  partIds: ids('That part'),
  method: oneOf(
    repairMethods.map(method => method.key),
    'What was done',
  ),
  material: oneOf(
    repairMaterials.map(material => material.key),
    'Material',
  ),
  batch: line('Batch', 80).default(''),
  temperature: quantity('Temperature')
    .moreThan(223.15, 'That is below −50 °C. Check the unit.')
    .lessThan(373.15, 'That is above 100 °C. Check the unit.'),
  /** s at the sheet's temperature, where the sheet in hand differs from the usual one */
  cureTime: yup
    .number()
    .typeError('Type a number of hours.')
    .min(0, 'A cure time cannot be negative.')
    .max(60 * 86_400, 'A cure of more than 60 days is not believable.')
    .nullable()
    .default(null),
  note: words(),
  ...untilFields,
})
export type RepairForm = yup.InferType<typeof repairSchema>

export const unholdableSchema = yup.object({
  id: entryId(),
  reason: line('The reason', 300).required('Say why nothing can be held any more.'),
})

export const touchSchema = yup.object({
  id: entryId(),
  partIds: yup
    .array(yup.string().uuid('That part is not known.').required())
    .required('Choose the parts.')
    .min(1, 'Choose at least one part.'),
  kind: oneOf(touchKinds, 'What was done'),
  note: words(),
})
