import * as yup from 'yup'
import { entryId, line, requiredLine } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

/** Hot work by a licensed shop: recorded, never planned here. */
export const hotWorkSchema = yup.object({
  id: entryId(),
  shop: requiredLine('The licensed shop', 120),
  certificate: requiredLine('Number of the gas-free certificate', 80),
  issuedOn: requiredLine('Its date', 10).matches(/^\d{4}-\d{2}-\d{2}$/, 'Type the date as 2026-05-20.'),
  what: requiredLine('What was done', 300),
  note: line('The note', 300).default(''),
})
type HotWorkForm = yup.InferType<typeof hotWorkSchema>

export const hotWorkKind: EntryKind<'hotWork', HotWorkForm> = {
  schema: hotWorkSchema,
  aspect: 'safety',
  list: 'hotWork',
  section: 'making safe',
  strikable: true,
  verb: 'recorded hot work by a licensed shop',
  told: ({ shop, certificate }) => ({ shop, certificate }),
  summary: 'Hot work by a licensed shop under its certificate',
}
