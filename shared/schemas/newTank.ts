import * as yup from 'yup'
import { entryId, oneOf, requiredLine, words } from './fields'

export const newTankOutcomes = ['good', 'not good', 'it has none'] as const
export type NewTankOutcome = (typeof newTankOutcomes)[number]

export const newTankSchema = yup.object({
  id: entryId(),
  item: requiredLine('What was checked', 80),
  outcome: oneOf(newTankOutcomes, 'How it was'),
  note: words(),
})
export type NewTankForm = yup.InferType<typeof newTankSchema>
