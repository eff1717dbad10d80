import type { EntryKindKey } from '../../../shared/record/kinds'
import type { Deed } from '../ground/may'

/** Kinds that an inspector may append too: a signature, and on what flies a step that is left out. Their services look which. */
const inspectors: readonly string[] = ['signature', 'proof', 'run-skip'] satisfies EntryKindKey[]

/** What somebody must be allowed to do who appends an entry of a kind. */
export const deedOf = (kind: string): Deed & ('sign' | 'work') => (inspectors.includes(kind) ? 'sign' : 'work')
