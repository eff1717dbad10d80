import type { AnyObjectSchema } from 'yup'
import type { TestWord } from '../../core/complaint/situation'
import { verdictOf, type RateBounds } from '../../core/hold/belief/verdict'
import type { LedgerTest } from '../../core/ledger/ledger'
import type { TankTestKind } from '../../core/leaktest/testKinds'
import type { JobView } from '../views'
import type { LimitsJob } from './limitsReached'
import type { Measured, TestViewOf } from './testView'

/** The parts of a job that say how its circuit hangs together, and what it is held against. */
export type JobOfTest = LimitsJob

/** What both sides know of a kind of test: its forms, and what a test of it amounts to. */
export interface TestDescriptor<View extends TestViewOf<TankTestKind>> {
  /** of the form that begins it */
  schema: AnyObjectSchema
  /** what is recorded while it runs, by its word in the address, with the form of each */
  entries: Readonly<Record<string, { schema: AnyObjectSchema; summary: string }>>
  /** what a leak can look like in it; empty when it cannot show where */
  shows: readonly string[]
  /** whether it runs at this moment */
  runs: (test: View) => boolean
  /** whether it was made on a simulated tank, and says nothing of a real one */
  isSimulated: (test: View) => boolean
  /** what it measured over all that it reached; null for a kind that looks */
  measured: (test: View) => Measured | null
  /** what it gives the ledger; nothing while it says nothing */
  ledger: (test: View, job: JobOfTest) => LedgerTest[]
  /** what it says to the search for a cause */
  word: (test: View, job: JobOfTest) => Pick<TestWord, 'reached' | 'says' | 'dry'>
}

/** What was measured as the search for a cause hears it: what somebody smelled or saw is far above the limit of the whole system. */
export function saidBy(bounds: RateBounds | null, { acceptance }: Pick<JobView, 'acceptance'>): TestWord['says'] {
  const verdict = bounds && verdictOf(bounds, acceptance)
  return verdict === 'sealed' ? 'tight' : verdict === 'leaking' ? 'leaks' : null
}
