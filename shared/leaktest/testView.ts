import type { Closure } from '../../core/circuit/boundary'
import type { LinkState } from '../../core/circuit/circuit'
import type { TestSetup } from '../../core/circuit/reach'
import type { HoldVerdict } from '../../core/hold/belief/verdict'
import type { RateBounds } from '../../core/hold/belief/verdict'
import type { TankTestKind } from '../../core/leaktest/testKinds'
import type { KeptRelief } from './setupForm'

/** What every test of a tank has, whatever its kind. Times are milliseconds since 1970. */
export interface TestViewOf<Kind extends TankTestKind> {
  kind: Kind
  id: string
  jobId: string
  /** among those of its kind on this tank */
  number: number
  /** Pa gauge at which it is meant to be; below zero for a vacuum */
  pressure: number
  /** how the openings and valves stood */
  closures: Record<string, Closure>
  links: Record<string, LinkState>
  /** share of the capacity that was liquid; null for tests of before it was asked */
  wettedShare: number | null
  /** what kept it below the limit; empty where no air goes in by a person's hand */
  relief: KeptRelief | null
  /** why it was done before a repair had cured */
  earlyReason: string | null
  by: string
  /** when it was set up or begun */
  startedAt: number
  stoppedAt: number | null
  /** why it was struck out */
  struck: string | null
}

/** How a test's circuit was closed, fed and switched. */
export const setupOf = ({ closures, links, pressure }: TestSetup): TestSetup => ({ closures, links, pressure })

/** What a test that measures a rate amounts to, held against today's limit. Rates are Pa·m3/s. */
export interface MeasuredRate extends RateBounds {
  leakRate: number
  smallestSeen: number
  verdict: HoldVerdict
}
export interface Measured {
  estimate: MeasuredRate | null
  /** why there is none */ noEstimate: string | null
}
