import { saidBy, type TestDescriptor } from '../testDescriptor'
import { reachedIn } from '../felt'
import { measurementOf } from '../ledgerOf'
import { holdSchema, markSchema, volumeCheckSchema } from './holdForm'
import type { HoldView } from './holdView'

export const holdTest: TestDescriptor<HoldView> = {
  schema: holdSchema,
  entries: {
    mark: { schema: markSchema, summary: 'Mark a knock, a top-up or a push of air now' },
    volume: { schema: volumeCheckSchema, summary: 'Keep a volume check, and use it or not' },
  },
  shows: [],
  runs: hold => hold.state === 'settling' || hold.state === 'reading',
  isSimulated: hold => hold.source === 'stand-in' && hold.state !== 'set up',
  measured: ({ estimate, noEstimate }) => ({ estimate, noEstimate }),
  ledger: measurementOf,
  word: (test, job) => ({ reached: reachedIn(job, test), says: saidBy(test.estimate, job), dry: [] }),
}
