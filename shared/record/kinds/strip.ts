import * as yup from 'yup'
import { entryId, line, requiredLine, uuid } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const stripSchema = yup.object({
  id: entryId(),
  fixing: yup.string().trim().max(120, 'That is not on this tank.').nullable().default(null),
  name: requiredLine('What came off', 80),
  /** colour or number of its ring */
  mark: line('The mark', 40).default(''),
  facing: line('Which way it faced', 120).default(''),
  fastener: line('Fastener and socket', 120).default(''),
  /** N·m */
  torque: yup
    .number()
    .typeError('Type a torque, such as 9, 9 N·m or 80 lbf in.')
    .min(0.5, 'Under 0.5 N·m nothing is tightened. Check the unit.')
    .max(300, 'Above 300 N·m is no fastener of a tank. Check the unit: one lbf·ft is 1.36 N·m, one lbf·in 0.113.')
    .nullable()
    .default(null),
  condition: line('Condition', 120).default(''),
  /** this tank has no such thing */
  absent: yup.boolean().default(false),
  photoId: uuid('That photograph is not known.').nullable().default(null),
})
export type StripForm = yup.InferType<typeof stripSchema>
/** What a person says of something as it comes off. */
export type StripDetails = Pick<StripForm, 'name' | 'mark' | 'facing' | 'fastener' | 'torque' | 'condition'>
/** Something that came off, with when it went on again. */
export type StripView = Said & Omit<StripForm, 'id'> & { refit: { by: string; at: number; photoId: string | null } | null }

export const stripKind: EntryKind<'stripped', StripForm, Omit<StripForm, 'id'>, StripView> = {
  schema: stripSchema,
  aspect: 'stripping',
  alters: ['leaks'],
  list: 'stripped',
  section: 'taking apart',
  strikable: true,
  verb: 'took something off',
  told: ({ name }) => ({ name }),
  summary: 'Something came off',
}
