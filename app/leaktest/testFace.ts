import type { TankTestKind } from '#core/leaktest/testKinds'
import type { TestViewOf } from '#shared/leaktest/testView'
import type { JobView } from '#shared/views'
import type { StateLook } from '../composables/words/stateLooks'

/** Names of parts of a job in a sentence. */
type PartNames = (partIds: readonly string[]) => string

/** How a kind of test looks and where it is: its page, its sign, its words on job, bench and record. */
export interface TestFace<View extends TestViewOf<TankTestKind>> {
  /** what the Job's button says, its icon, its key with what that does */
  button: { label: string; icon: string; key: string; keyLabel: string }
  /** where one is set up, and where a test of it is gone on with or read */
  setUpPage: (jobId: string) => string
  page: (test: Pick<View, 'id' | 'jobId'>) => string
  /** what the button says while one runs */
  goOn: string
  /** one word for one that has not ended */
  open: (test: View) => string
  /** what it showed so far, short, for the list of tests; empty where the measured rate says it */
  said: (test: View, job: JobView) => string
  /** what it showed, for the record, after its name, time, pressure and person; empty where a row of figures says it */
  told: (test: View, job: JobView, names: PartNames) => string
  /** colour of its bell on the rope */
  bell: StateLook | 'time'
}
