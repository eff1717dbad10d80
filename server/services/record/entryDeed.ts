import type { EntryKindKey } from '../../../shared/record/kinds'
import type { Deed } from '../ground/may'

/** Kinds that an inspector may append too: a signature, and on what flies a step that is left out. Their services look which. */
const inspectors: readonly EntryKindKey[] = ['signature', 'proof', 'run-skip']

/** What somebody must be allowed to do who appends an entry of a kind. */
export const deedOf = (kind: EntryKindKey): Deed & ('sign' | 'work') => (inspectors.includes(kind) ? 'sign' : 'work')
