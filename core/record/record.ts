import type { PartFamily } from '../circuit/boundary'
import type { RunKind } from './runKinds'

/** Times in a record are milliseconds since 1970, UTC. */
export type Instant = number

export const touchKinds = ['removed', 'refitted', 'knocked', 'adjusted', 'stripped'] as const
type TouchKind = (typeof touchKinds)[number]

/** When parts were disturbed, and how; what was stripped off cures no more. */
export interface Touch {
  at: Instant
  partIds: readonly string[]
  kind: TouchKind
  /** why it was struck out, where it was: the metal was touched all the same, but it answers nothing */
  struck?: string | null
}

/** What was done in a repair that is made stage by stage. */
interface RecordedAct {
  at: Instant
  kind: RunKind
  /** of the acts that end a stage its key, of a mishap what went wrong */
  facts: object
}

/** A repair that is made stage by stage. */
export interface RecordedRun {
  at: Instant
  method: string
  partIds: readonly string[]
  entries: readonly RecordedAct[]
}

/** What was put on parts, or done to them. */
export interface RecordedRepair {
  id: string
  at: Instant
  method: string
  leakIds: readonly string[]
  partIds: readonly string[]
  /** null while its cure stands still */
  curedAt: Instant | null
  /** why it no longer counts; null while it does */
  struck: string | null
}

/** A leak that somebody saw. */
export interface RecordedFind {
  leakId: string
  /** null when it was seen by eye */
  testId: string | null
  at: Instant
  struck: string | null
}

/** What of a job's record the rules ask: what people and instruments said, in order of time, struck out or not. */
export interface JobRecord {
  parts: readonly { id: string; family: PartFamily; opening: boolean; removedAt: Instant | null }[]
  touches: readonly Touch[]
  runs: readonly RecordedRun[]
  repairs: readonly RecordedRepair[]
  finds: readonly RecordedFind[]
  tests: readonly { id: string; struck: string | null }[]
  drained: readonly { at: Instant; method: string; struck: string | null }[]
  answers: readonly { at: Instant; check: string; outcome: string; struck: string | null }[]
  gasReadings: readonly { at: Instant; struck: string | null }[]
}
