import * as yup from 'yup'
import { entryId, oneOf, requiredLine, words } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const newTankOutcomes = ['good', 'not good', 'it has none'] as const
export type NewTankOutcome = (typeof newTankOutcomes)[number]

export const newTankSchema = yup.object({
  id: entryId(),
  item: requiredLine('What was checked', 80),
  outcome: oneOf(newTankOutcomes, 'How it was'),
  note: words(),
})
type NewTankForm = yup.InferType<typeof newTankSchema>
export type NewTankEntryView = Said & Omit<NewTankForm, 'id'>

export const newTankKind: EntryKind<'newTank', NewTankForm> = {
  schema: newTankSchema,
  aspect: 'leaks',
  list: 'newTank',
  section: 'repairs',
  strikable: true,
  verb: 'checked the new tank',
  told: ({ item, outcome }) => ({ item, outcome }),
  summary: 'Something of a new tank was checked',
}
