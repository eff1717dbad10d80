import type { FeedWay } from '../circuit/waysToFeed'
import type { SoapMark } from '../leaktest/soap/soap'
import type { HoldVerdict } from '../hold/hold'

/** Times in the ledger are milliseconds since 1970, UTC. */
export type Instant = number

export interface LedgerPart { id: string, name: string }

/** A hold that has ended, a balloon that was taken off, a flow tube that was read: they measure a rate over all that they reached. */
export interface LedgerHold {
  kind: 'hold' | 'balloon' | 'flow'
  id: string
  number: number
  at: Instant
  reached: readonly string[]
  verdict: HoldVerdict
  /** Pa·m3/s, one-sided 95 % */
  smallestSeen: number
}

/** A soap walk, or smoke where it was seen to arrive; each part is marked at its own time. */
export interface LedgerSoap {
  kind: 'soap' | 'smoke'
  id: string
  number: number
  at: Instant
  marks: readonly { partId: string, mark: SoapMark, at: Instant }[]
  /** Pa·m3/s */
  smallestSeen: number
}
export type LedgerTest = LedgerHold | LedgerSoap

/** Whether a test measures over all that it reached, instead of looking at part after part. */
export const measures = (test: LedgerTest): test is LedgerHold => test.kind !== 'soap' && test.kind !== 'smoke'

export interface LedgerLeak { id: string, number: number, partId: string }
export interface LedgerFind { leakId: string, testId: string, at: Instant }
export interface LedgerRepair { id: string, leakId: string, at: Instant, curedAt: Instant }
export const touchKinds = ['removed', 'refitted', 'knocked', 'adjusted'] as const
export type TouchKind = (typeof touchKinds)[number]
export interface LedgerTouch { at: Instant, partIds: readonly string[], kind: TouchKind }

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
  /** how the circuit can be fed for a test, worked out when it is asked for; absent where nothing is known of it, then one way reaches everything */
  ways?: () => readonly FeedWay[]
}
