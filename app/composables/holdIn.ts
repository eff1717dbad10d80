import type { HoldView } from '#shared/leaktest/hold/holdView'
import { testsOf } from '#shared/leaktest/tests'
import type { JobView } from '#shared/views'

/** A hold of the job that a verb answered. */
export const holdIn = (job: Pick<JobView, 'tests'>, id: string): HoldView => testsOf(job, 'hold').find(hold => hold.id === id)!
