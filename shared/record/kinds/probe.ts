import * as yup from 'yup'
import type { TestSetup } from '../../../core/circuit/reach'
import { closuresSchema, linksSchema, reliefSchema, type Relief } from '../../leaktest/setupForm'
import { entryId, line, oneOf, quantity } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

export const probeMethods = ['hold', 'smoke', 'vacuum'] as const
export type ProbeMethod = (typeof probeMethods)[number]
export const probeSchema = yup.object({
  id: entryId(),
  method: oneOf(probeMethods, 'Method'),
  pressure: quantity('Pressure')
    .notOneOf([0], 'The pressure cannot be zero.')
    .min(-100_000, 'That is below any vacuum.')
    .max(100_000, 'That is above 100 kPa. Check the unit.'),
  closures: closuresSchema(),
  links: linksSchema(),
  relief: reliefSchema(),
  earlyReason: line('The reason', 300).default(''),
  leaks: yup.boolean().required('Say whether it leaks.'),
})
type ProbeForm = yup.InferType<typeof probeSchema>
/** A set-up that was tried while halving, what it reached, and whether it leaked. */
export interface ProbeFacts {
  method: ProbeMethod
  setup: TestSetup
  reached: string[]
  leaks: boolean
  relief: Relief | null
  earlyReason: string | null
}
export type ProbeView = Said & ProbeFacts

export const probeKind: EntryKind<'probes', ProbeForm, ProbeFacts> = {
  schema: probeSchema,
  facts: yup.object({
    method: yup.string().required(),
    setup: yup.object().required(),
    reached: yup.array(yup.string().required()).required(),
    leaks: yup.boolean().required(),
    relief: yup.object().nullable().default(null),
    earlyReason: yup.string().nullable().default(null),
  }),
  aspect: 'narrowing',
  list: 'probes',
  section: 'narrowing',
  strikable: true,
  verb: 'tried a set-up',
  told: ({ method, leaks }) => ({ method, leaks }),
  summary: 'A set-up that was tried while halving, and whether it leaked',
}
