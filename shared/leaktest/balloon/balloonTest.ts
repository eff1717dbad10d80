import { reachedIn } from '../felt'
import { measurementOf } from '../ledgerOf'
import { saidBy, type TestDescriptor } from '../testDescriptor'
import { balloonSchema, girthSchema } from './balloonForm'
import type { BalloonView } from './balloonView'

export const balloonTest: TestDescriptor<BalloonView> = {
  schema: balloonSchema,
  entries: { girth: { schema: girthSchema, summary: 'Type a girth now' } },
  shows: [],
  runs: balloon => balloon.stoppedAt === null,
  isSimulated: () => false,
  measured: ({ estimate, noEstimate }) => ({ estimate, noEstimate }),
  ledger: measurementOf,
  word: (test, job) => ({ reached: reachedIn(job, test), says: saidBy(test.estimate, job), dry: [] }),
}
