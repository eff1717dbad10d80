import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'
import type { GasSpace } from './inventory'

/** A known volume of outside air pushed into a closed tank, and what the gauge did. */
interface PushedAir {
  /** m3 of outside air, all strokes together */
  pushed: number
  /** standard uncertainty of it, m3 */
  pushedUncertainty: number
  /** gauge before and after, Pa */
  before: number
  after: number
  /** standard deviation of one gauge reading, Pa */
  gaugeSpread: number
  /** Pa */
  barometer?: number
}

export interface MeasuredVolume {
  /** effective volume, m3: what turns a pressure slope into a leak */
  effective: number
  /** one standard deviation, m3 */
  uncertainty: number
}

/** The check cannot be used, with a sentence that says why. */
export class VolumeCheckError extends Error {
  override name = 'VolumeCheckError'
}

/**
 * Effective volume of a closed tank: V_eff = Patm dV / dp (Boyle's law at constant temperature; the inverse of V + P dV/dp).
 * 100 mL into 60 L raise it by 169 Pa, once the gas has cooled.
 * @throws VolumeCheckError when the pressure did not rise by more than the gauge's noise
 */
export function volumeFromPush({
  pushed,
  pushedUncertainty,
  before,
  after,
  gaugeSpread,
  barometer = STANDARD_PRESSURE,
}: PushedAir): MeasuredVolume {
  if (!(pushed > 0)) throw new VolumeCheckError('The volume pushed in must be more than zero.')
  const rise = after - before
  const riseSpread = gaugeSpread * Math.SQRT2
  if (!(rise > 3 * riseSpread) || rise <= 0)
    throw new VolumeCheckError('The gauge did not rise by enough to tell a volume. Push more strokes, or use a finer gauge.')
  const effective = (barometer * pushed) / rise
  return { effective, uncertainty: effective * Math.hypot(pushedUncertainty / pushed, riseSpread / rise, HEAT_LEFT) }
}

/** Volume, wall give and their uncertainties as a hold's set-up wants them. */
interface CheckedSpace {
  space: GasSpace
  volumeUncertainty: number
  wallGiveUncertainty: number
}

/**
 * What a check says of the gas space: beyond the volume that is known the rest is wall give; less than it means that the volume
 * was wrong.
 * @param known m3 of gas space from the tank's plate or from filling it, with its standard uncertainty
 * @param wallsGive whether this kind of tank has walls that give
 * @param gauge Pa at which the check was made
 */
export function spaceFromCheck(
  measured: MeasuredVolume,
  known: { volume: number; uncertainty: number },
  wallsGive: boolean,
  gauge: number,
  barometer = STANDARD_PRESSURE,
): CheckedSpace {
  const beyond = measured.effective - known.volume
  if (!wallsGive || beyond <= known.uncertainty)
    return {
      space: { volume: measured.effective, wallGive: 0 },
      volumeUncertainty: measured.uncertainty,
      wallGiveUncertainty: 0,
    }
  const perGive = known.volume * (barometer + 2 * gauge)
  return {
    space: { volume: known.volume, wallGive: beyond / perGive },
    volumeUncertainty: known.uncertainty,
    // The known volume's doubt moves volume and give against each other; their sum, which counts, is as good as the check.
    wallGiveUncertainty: measured.uncertainty / perGive,
  }
}

/** How many standard deviations a check and a set-up differ by. */
export const checkDisagreement = (measured: MeasuredVolume, supposed: { effective: number; uncertainty: number }): number =>
  Math.abs(measured.effective - supposed.effective) / Math.max(1e-12, Math.hypot(measured.uncertainty, supposed.uncertainty))

/**
 * Where the pressure would be at a moment had nothing been pushed in: a straight line through the readings before it (least
 * squares),
 * so that what leaks between the push and the reading after it is not taken for volume.
 * @param before readings up to the push, s and Pa
 * @returns Pa; the mean of the readings when they show no trend yet (fewer than four), null when there is none
 */
export function pressureWithoutPush(before: readonly { t: number; pressure: number }[], at: number): number | null {
  if (before.length === 0) return null
  const mean = (of: (reading: { t: number; pressure: number }) => number) =>
    before.reduce((sum, reading) => sum + of(reading), 0) / before.length
  const t = mean(reading => reading.t),
    p = mean(reading => reading.pressure)
  const spread = before.reduce((sum, reading) => sum + (reading.t - t) ** 2, 0)
  if (before.length < 4 || spread === 0) return p
  return p + (before.reduce((sum, reading) => sum + (reading.t - t) * (reading.pressure - p), 0) / spread) * (at - t)
}

/** A push warms the gas by some 84 K x dp/P, which is gone in a minute or two: from so many s on its heat says nothing any more. */
export const COOLED_AFTER = 360
/** What may be left of that heat by then, as a share of the rise, one standard deviation. */
const HEAT_LEFT = 0.015

/**
 * The gauge before and after a push of air, both at the moment of the push: on the trend of the readings before it, and on that of
 * those after the gas has cooled, so that neither the push's own heat nor what leaks meanwhile is taken for volume.
 * @param readings of the hold, s and Pa, in order of time
 * @param pushedAt s
 * @returns Pa; null while there are too few readings on either side
 */
export function gaugeOverPush(
  readings: readonly { t: number; pressure: number }[],
  pushedAt: number,
): { before: number; after: number } | null {
  const cooled = readings.filter(({ t }) => t >= pushedAt + COOLED_AFTER).slice(0, TREND)
  if (cooled.length < LEAST) return null
  const before = pressureWithoutPush(readings.filter(({ t }) => t <= pushedAt).slice(-TREND), pushedAt)
  const after = pressureWithoutPush(cooled, pushedAt)
  return before === null || after === null ? null : { before, after }
}
/** Readings on either side that show where the pressure goes, and how many do at the least. */
const TREND = 30
const LEAST = 4
