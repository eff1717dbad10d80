import type { LedgerTouch } from '../core/ledger/ledger'
import { openingsTaken, runTouches } from './repair/runTouches'
import type { JobView } from './views'

export type TouchedJob = Pick<JobView, 'touches' | 'runs' | 'repairs' | 'parts' | 'circuit'>

/**
 * Every time at which parts of a job were disturbed, however that came about: said so, by the stages of a repair, or by openings that
 * were taken for one. What was struck out is among them: the metal was touched all the same. What repairs did as such the ledger
 * reads from themselves.
 */
export const jobTouches = (job: TouchedJob): LedgerTouch[] => [
  ...job.touches,
  ...job.runs.flatMap(runTouches),
  ...openingsTaken(job),
]
