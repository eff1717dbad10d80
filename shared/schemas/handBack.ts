import * as yup from 'yup'
import { entryId, line, oneOf, requiredLine, words } from './fields'

/** As what somebody signs: who did the work, or who looked at it with authority to release it. */
export const signatureCapacities = ['technician', 'inspector'] as const
export type SignatureCapacity = (typeof signatureCapacities)[number]

/** A name under the state of a job that was read. */
export const signatureSchema = yup.object({
  id: entryId(),
  capacity: oneOf(signatureCapacities, 'As what you sign'),
  authority: line('By whose authority').default(''),
  licence: line('The licence number', 60).default(''),
  /** of the state that was read: another one is not signed unseen */
  digest: requiredLine('What is signed', 64),
  /** once more, since a tablet is shared */
  password: requiredLine('Your password', 200),
})
export type SignatureForm = yup.InferType<typeof signatureSchema>

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

export const ownerSays = ['dry', 'wet'] as const
/** What an owner says on the card. */
export const ownerWordSchema = yup.object({
  id: entryId(),
  says: oneOf(ownerSays, 'How it is'),
  words: line('What you saw', 500).default(''),
})
export type OwnerWordForm = yup.InferType<typeof ownerWordSchema>
