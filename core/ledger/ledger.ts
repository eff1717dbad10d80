import type { FeedWay } from '../circuit/waysToFeed'
import type { RateBounds } from '../hold/belief/verdict'
import type { SoapMark } from '../leaktest/soap/soap'
import type { Instant, Touch } from '../record/record'
import type { TankTestKind } from '../leaktest/testKinds'

export type { Instant }

/** Which way pressure acts on a part: out of the tank, or into it. */
export const directions = ['pressure', 'vacuum'] as const
export type Direction = (typeof directions)[number]

export interface LedgerPart {
  id: string
  name: string
  /** the largest leak that it may have, throughput at 293.15 K at the job's working pressure, Pa·m3/s */
  limit: number
  /** what acts on it in service; each needs evidence of its own */
  service: readonly Direction[]
  /** whether more pressure can open a leak that less keeps shut: a seal, a joint, a seam, and not a hole in a wall */
  opens: boolean
  /** whether it is the tank's own skin, and not something fitted to it */
  skin: boolean
  /** when it came onto the tank: tests that began before say nothing of it; -Infinity when it was there from the start */
  since: Instant
}

/** What acted on a part in a test. */
export interface Felt {
  /** gauge, Pa; below zero in a vacuum */
  pressure: number
  /** it was under liquid, so that gas said nothing of it */
  underLiquid: boolean
}

/** What one test amounts to for the ledger. Smoke whose tube was read gives two: a measurement and a look. */
interface LedgerTestBase {
  id: string
  kind: TankTestKind
  /** as people know it: Hold 2 */
  name: string
  begin: Instant
  end: Instant
  /** Pa gauge at which it saw what it saw */
  pressure: number
  /** parts under test by id, each with what it felt; nothing else was */
  felt: ReadonlyMap<string, Felt>
  /** Pa·m3/s at its own pressure, one-sided 95 % of a measurement */
  smallestSeen: number
}

/** Measures a rate over all that it reached: a hold that has ended, a balloon that was taken off, a flow tube that was read. */
export interface LedgerMeasurement extends LedgerTestBase {
  says: 'rate'
  bounds: RateBounds
  /** another of the same boundary contradicts it, with nothing recorded between: it seals nothing */
  contradicted?: boolean
}

/** A mark of one part: what it showed, or that the watch over it was not kept to its end. */
export interface LedgerMark {
  partId: string
  mark: SoapMark | 'not watched'
  at: Instant
}

/** Looks at part after part, each at its own time: a soap walk, or smoke where it was seen to arrive. */
export interface LedgerLook extends LedgerTestBase {
  says: 'looks'
  marks: readonly LedgerMark[]
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
  /** null when somebody saw it without a test */
  testId: string | null
  at: Instant
}
/** A leak that is proved to be the rig's own: what a test measured then may all have gone out there. */
interface LedgerRigFind {
  testId: string | null
  at: Instant
}
/** Something done to a leak, or to parts before they leak. One that was struck out does not count as its repair, but the metal was touched all the same. */
export interface LedgerRepair {
  id: string
  /** leaks that it mends; none where nothing leaked yet */
  leakIds: readonly string[]
  /** parts that were worked on */
  partIds: readonly string[]
  at: Instant
  curedAt: Instant
  /** ms after it had cured at which tests have to have passed before it counts; none where the first one does */
  trial: readonly number[]
  /** until when it counts, for what only gets it home; null for good */
  until: Instant | null
  /** it takes away what was there: after what only moved a joint, a trial or what is only for now goes on */
  replaces: boolean
  struck: boolean
}
/** All that has happened to a tank, nothing derived. */
export interface LedgerEntries {
  parts: readonly LedgerPart[]
  tests: readonly LedgerTest[]
  leaks: readonly LedgerLeak[]
  finds: readonly LedgerFind[]
  /** finds that were struck out with a reason: what they saw was no leak of the part */
  struckFinds: readonly { testId: string | null; partId: string }[]
  rigFinds: readonly LedgerRigFind[]
  repairs: readonly LedgerRepair[]
  touches: readonly Touch[]
  /** the system's acceptance limit, Pa·m3/s at the working pressure */
  limit: number
  /** the tank's working test pressure, Pa gauge, above zero: what limits are stated at */
  pressure: number
  /** what is usual for this kind of tank, Pa gauge: above what it is tested at where somebody lowered that */
  usualPressure: number
  /** since when nothing of it can be held any more, as somebody said with a reason; null while it can */
  cannotBeHeld: Instant | null
  /** when fuel was seen outside in use, without saying where */
  seenWet: readonly Instant[]
  /**
   * how the circuit can be fed for a test, worked out when it is asked for; absent where nothing is known of it, then one way
   * reaches everything
   */
  ways?: () => readonly FeedWay[]
}
