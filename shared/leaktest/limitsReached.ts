import type { RateBounds } from '../../core/hold/belief/verdict'
import { limitInTest } from '../../core/ledger/evidence'
import { liveParts, targetPressure } from '../jobCircuit'
import { ledgerParts, systemLimit, type LimitedJob } from '../ledgerParts'
import { feltIn, type BegunTest, type MappedJob } from './felt'

/** What of a job says which limits a test is held against. */
export type LimitsJob = LimitedJob & MappedJob

/**
 * The limits of the parts that a measurement says something of, by id, Pa·m3/s at its own pressure. Fuel that stands on a part
 * makes its limit stricter than the system's.
 */
export function limitsReached(job: LimitsJob, test: BegunTest): Map<string, number> {
  const felt = { felt: feltIn(job, test), pressure: test.pressure }
  const working = targetPressure(job)
  return new Map(
    ledgerParts(job).flatMap(part => {
      const limit = limitInTest(felt, part, working)
      return limit === null ? [] : [[part.id, limit]]
    }),
  )
}

/** The strictest of them; undefined where it reaches nothing. */
export function strictestLimit(job: LimitsJob, test: BegunTest): number | undefined {
  const limits = [...limitsReached(job, test).values()]
  return limits.length > 0 ? Math.min(...limits) : undefined
}

/** For how many of a tank's parts a measurement is sealed, and what the others that it reached wait for. */
export interface SealedFor {
  sealed: number
  of: number
  /** limit of those, the strictest, Pa·m3/s at its own pressure; null where there are none */
  left: { parts: number; limit: number; /** fuel stands on each of them */ underFuel: boolean } | null
}

/** @param bounds of the measurement, Pa·m3/s @param smallestSeen likewise */
export function sealedFor(
  job: LimitsJob,
  test: BegunTest,
  { below95, belowZero, smallestSeen }: Pick<RateBounds, 'below95' | 'belowZero'> & { smallestSeen: number },
): SealedFor {
  const limits = limitsReached(job, test)
  const isSealed = (limit: number) => below95 < limit && smallestSeen <= limit && !belowZero
  const left = [...limits].filter(([, limit]) => !isSealed(limit))
  const stricter = new Set(ledgerParts(job).flatMap(part => (part.limit < systemLimit(job) ? [part.id] : [])))
  return {
    sealed: limits.size - left.length,
    of: liveParts(job).length,
    left:
      left.length > 0
        ? {
            parts: left.length,
            limit: Math.min(...left.map(([, limit]) => limit)),
            underFuel: left.every(([id]) => stricter.has(id)),
          }
        : null,
  }
}
