import { orificeDrive } from '../gas/orificeFlow'
import { viscousDrive } from '../gas/viscousFlow'
import type { RateBounds } from '../hold/belief/verdict'
import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'

/** Ratios by which a leak's rate grows from one gauge pressure to another, as a fine crack and as a hole. */
function growth(from: number, to: number): [number, number] {
  const drives = [viscousDrive, orificeDrive] as const
  const of = (drive: (upstream: number, downstream: number) => number, gauge: number) =>
    Math.abs(drive(STANDARD_PRESSURE + Math.max(0, gauge), STANDARD_PRESSURE + Math.min(0, gauge)))
  return drives.map(drive => of(drive, to) / of(drive, from)) as [number, number]
}

/** What could be seen at one pressure, as the leak that it is at another: the larger of the two laws. @param rate Pa·m3/s */
export const seenAt = (rate: number, from: number, to: number): number =>
  from === 0 ? Infinity : rate * Math.max(...growth(from, to))

/** Bounds of a rate that was measured at one pressure, at another: each on its cautious side of the two laws. */
export function boundsAt(bounds: RateBounds, from: number, to: number): RateBounds {
  if (from === 0) return { above95: 0, below95: Infinity, belowZero: bounds.belowZero }
  const ratios = growth(from, to)
  return {
    above95: bounds.above95 * Math.min(...ratios),
    below95: bounds.below95 * Math.max(...ratios),
    belowZero: bounds.belowZero,
  }
}
