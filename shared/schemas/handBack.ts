import * as yup from 'yup'
import { entryId, line, oneOf, requiredLine, words } from './fields'

/** Out of the shop: handed back, or with a reason why it goes without. */
export const closeSchema = yup.object({ reason: words() })
export type CloseForm = yup.InferType<typeof closeSchema>

/** A new card for the owner; the one before ends. */
export const ownerCardSchema = yup.object({ id: entryId() })

/** What the shop calls itself on papers. */
export const letterheadSchema = yup.object({
  name: requiredLine('The shop’s name', 80),
  line: line('Where it is and how it is reached', 160).default(''),
})
export type LetterheadForm = yup.InferType<typeof letterheadSchema>

const ownerSays = ['dry', 'wet'] as const
/** What an owner says on the card. */
export const ownerWordSchema = yup.object({
  id: entryId(),
  says: oneOf(ownerSays, 'How it is'),
  words: line('What you saw', 500).default(''),
})
export type OwnerWordForm = yup.InferType<typeof ownerWordSchema>
