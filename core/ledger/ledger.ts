import type { FeedWay } from '../circuit/waysToFeed'
import type { HoldVerdict } from '../hold/hold'
import type { SoapMark } from '../leaktest/soap/soap'
import type { TankTestKind } from '../leaktest/testKinds'

/** Times in the ledger are milliseconds since 1970, UTC. */
export type Instant = number

export interface LedgerPart {
  id: string
  name: string
}

/** What one test amounts to for the ledger. Smoke whose tube was read gives two: a measurement and a look. */
interface LedgerTestBase {
  id: string
  kind: TankTestKind
  /** as people know it: Hold 2 */
  name: string
  at: Instant
  /** Pa·m3/s, one-sided 95 % of a measurement */
  smallestSeen: number
}

/** Measures a rate over all that it reached: a hold that has ended, a balloon that was taken off, a flow tube that was read. */
export interface LedgerMeasurement extends LedgerTestBase {
  says: 'rate'
  reached: readonly string[]
  verdict: HoldVerdict
}

/** Looks at part after part, each at its own time: a soap walk, or smoke where it was seen to arrive. */
export interface LedgerLook extends LedgerTestBase {
  says: 'looks'
  marks: readonly { partId: string; mark: SoapMark; at: Instant }[]
}
export type LedgerTest = LedgerMeasurement | LedgerLook

/** Whether a test measures over all that it reached, instead of looking at part after part. */
export const measures = (test: LedgerTest): test is LedgerMeasurement => test.says === 'rate'

export interface LedgerLeak {
  id: string
  number: number
  partId: string
}
export interface LedgerFind {
  leakId: string
  testId: string
  at: Instant
}
export interface LedgerRepair {
  id: string
  leakId: string
  at: Instant
  curedAt: Instant
}
export const touchKinds = ['removed', 'refitted', 'knocked', 'adjusted'] as const
export type TouchKind = (typeof touchKinds)[number]
export interface LedgerTouch {
  at: Instant
  partIds: readonly string[]
  kind: TouchKind
}

/** All that has happened to a tank, nothing derived. */
export interface LedgerEntries {
  parts: readonly LedgerPart[]
  tests: readonly LedgerTest[]
  leaks: readonly LedgerLeak[]
  finds: readonly LedgerFind[]
  repairs: readonly LedgerRepair[]
  touches: readonly LedgerTouch[]
  /** acceptance limit, Pa·m3/s */
  limit: number
  /**
   * how the circuit can be fed for a test, worked out when it is asked for; absent where nothing is known of it, then one way
   * reaches everything
   */
  ways?: () => readonly FeedWay[]
}
