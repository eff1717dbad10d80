import * as yup from 'yup'
import { entryId, line, oneOf, requiredLine } from '../../schemas/fields'
import type { SignedCover, SignedSections } from '../../prove/signedSections'
import type { EntryKind, Said } from '../entryKind'

/** As what somebody signs: who did the work, or who looked at it with authority to release it. */
const signatureCapacities = ['technician', 'inspector'] as const
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
/** Somebody's name under the state of a job: it covers a digest, and is void as soon as that state is another. */
type SignatureFacts = Omit<SignatureForm, 'id' | 'password'> & {
  sections: SignedSections
  cover: SignedCover
  /** how many things were taken on trust; null where it was signed before they were counted */
  onTrust: number | null
}
export type SignatureView = Said & SignatureFacts & { personId: string }

export const signatureKind: EntryKind<'signatures', SignatureForm, SignatureFacts, SignatureView> = {
  schema: signatureSchema,
  facts: signatureSchema.omit(['id', 'password']).shape({
    sections: yup.object().required(),
    cover: yup
      .object({
        state: yup.string().required(),
        parts: yup.number().required(),
        tests: yup.number().required(),
        repairs: yup.number().required(),
        steps: yup.number().required(),
      })
      .required(),
    onTrust: yup.number().nullable().default(null),
  }),
  aspect: 'leaks',
  list: 'signatures',
  section: null,
  strikable: true,
  verb: 'signed the record',
  told: ({ capacity, digest }) => ({ capacity, digest }),
  summary: 'Sign the state of a job that was read; 409 when it is another one',
}
