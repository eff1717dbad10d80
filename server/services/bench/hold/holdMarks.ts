import type { HoldView } from '../../../../shared/leaktest/hold/holdView'
import type { EntryRow } from '../testService'

/** The marks among what was recorded in a hold, in order of its time. */
export const marksIn = (entries: readonly Pick<EntryRow<'hold'>, 'id' | 'entry'>[]): HoldView['marks'] =>
  entries
    .flatMap(({ id, entry }) =>
      entry.kind === 'volume check' ? [] : [{ id, t: entry.t, kind: entry.kind, amount: entry.amount }],
    )
    .sort((a, b) => a.t - b.t)
