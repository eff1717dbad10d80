import { testKinds, type TestKindKey } from '../core/leaktest/testKinds'

/**
 * Bells that hang for something of a job other than a test: a cure and when it may be moved or see fuel, the clocks of a repair,
 * tests of a trial, the day of what is only for now, approved data, the look again, an owner who called, pressure above the limit, the day promised,
 * vapour readings.
 */
export type JobBellKind =
  | 'cure'
  | 'move'
  | 'fuel'
  | 'work time'
  | 'stage'
  | 'trial'
  | 'temporary'
  | 'approval'
  | 'look'
  | 'owner'
  | 'pressure'
  | 'promise'
  | 'vapour'

/** What a bell hangs for; of a test it is the test's own kind. */
export type BellKind = JobBellKind | TestKindKey

/** Whether a bell hangs for a test. */
export const isTestBell = (kind: BellKind): kind is TestKindKey => kind in testKinds

/** What a browser with a closed page is told of a bell that rang. */
export interface BellPush {
  id: string
  path: string
  title: string
  body: string
}

export interface BellView {
  id: string
  jobId: string
  kind: BellKind
  subjectId: string
  title: string
  detail: string
  dueAt: number
  rungAt: number | null
}
