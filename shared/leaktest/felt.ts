import type { Circuit } from '../../core/circuit/circuit'
import { reach, type TestSetup } from '../../core/circuit/reach'
import { tankKind } from '../../core/circuit/tankKinds'
import { wettedParts } from '../../core/fuel/wettedParts'
import type { Felt } from '../../core/ledger/ledger'
import { liveParts } from '../jobCircuit'
import type { JobView, MapPart } from '../views'

/** What of a job says what its tests reached. */
export type MappedJob = Pick<JobView, 'tankKind' | 'circuit' | 'parts' | 'mapsBefore'>

/** The map as it was at a moment: today's, unless the tank itself was changed since. */
export function mapAt(job: MappedJob, at: number): { circuit: Circuit; parts: readonly MapPart[] } {
  return job.mapsBefore.find(map => map.until > at) ?? { circuit: job.circuit, parts: liveParts(job) }
}

/** Set-up of a test, when it began, and the share of the capacity that was liquid (null when nobody was asked). */
export type BegunTest = TestSetup & { startedAt: number; wettedShare: number | null }

/** Parts that pressure reached in a test, by the map as it was then. Parts that are not among them were not under test. */
export function reachedIn(job: MappedJob, test: BegunTest): string[] {
  const { circuit, parts } = mapAt(job, test.startedAt)
  return reach(circuit, parts, test).reached
}

/**
 * What each part felt in a test: derived from the map as it was then and from what somebody said of openings, valves and fuel.
 * Parts that are not among them were not under test.
 */
export function feltIn(job: MappedJob, test: BegunTest): Map<string, Felt> {
  const { circuit, parts } = mapAt(job, test.startedAt)
  const { reached, spaces } = reach(circuit, parts, test)
  const wet = wettedParts(parts, circuit, tankKind(job.tankKind), test.wettedShare ?? 0)
  const sign = Math.sign(test.pressure)
  const spaceOf = new Map(parts.map(part => [part.id, part.space]))
  return new Map(
    reached.map(id => [id, { pressure: sign * (spaces.get(spaceOf.get(id) ?? '') ?? 0), underLiquid: wet.has(id) }]),
  )
}
