import * as yup from 'yup'
import { repairMethodKeys } from '../../../core/repair/method/repairMethods'
import { entryId, oneOf, quantity, requiredLine, uuidField, words } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

const spread = (name: string) => yup.object({ low: quantity(name), expected: quantity(name), high: quantity(name) }).required()
const optionSchema = yup.object({
  method: oneOf(repairMethodKeys, 'The method'),
  days: spread('Days'),
  cost: spread('Cost').nullable().default(null),
  chance: spread('Chance'),
})

export const choiceSchema = yup.object({
  id: entryId(),
  leakId: uuidField('Leak'),
  method: oneOf(repairMethodKeys, 'The method'),
  options: yup.array(optionSchema.required()).default([]).max(30, 'Keep it under 30 options.'),
  by: requiredLine('Who chose', 80),
  note: words(),
})
type ChoiceForm = yup.InferType<typeof choiceSchema>
type ChoiceFacts = Omit<ChoiceForm, 'id' | 'by'> & { chosenBy: string }

export const choiceKind: EntryKind<'choices', ChoiceForm, ChoiceFacts> = {
  schema: choiceSchema,
  facts: choiceSchema.omit(['id', 'by']).shape({ chosenBy: yup.string().required() }),
  aspect: 'leaks',
  list: 'choices',
  section: 'repairs',
  strikable: true,
  verb: 'chose a repair',
  told: ({ method, by }) => ({ method, by }),
  summary: 'Which way of mending was chosen, and by whom',
}
