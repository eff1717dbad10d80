import type { TestDescriptor } from '../testDescriptor'
import { lookCountSchema, lookMarkSchema, lookSchema, lookShows } from './lookForm'
import type { LookView } from './lookView'

export const lookTest: TestDescriptor<LookView> = {
  schema: lookSchema,
  entries: {
    mark: { schema: lookMarkSchema, summary: 'Mark a part that was looked at' },
    count: { schema: lookCountSchema, summary: 'Count drops or bubbles of one place' },
  },
  shows: lookShows,
  runs: look => look.stoppedAt === null,
  isSimulated: look => look.simulated,
  measured: () => null,
  // What is dry in a look counts on the road from sealed to proved and is no evidence for a part: its find is a leak.
  ledger: () => [],
  word: () => ({ reached: [], says: null, dry: [] }),
}
