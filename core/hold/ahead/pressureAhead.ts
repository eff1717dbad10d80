import { effectiveVolume } from '../../gas/inventory'
import { viscousDrive } from '../../gas/viscousFlow'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import type { HoldSetup } from '../holdSetup'

/**
 * Gauge pressure that a tank would show with a steady skin and weather if it leaked at a rate, from a point on:
 * dp/dt = -Q/T_std x T / V_eff x (drive now / drive at test pressure), stepped along.
 * @param from time (s), gauge pressure (Pa) and, where known, temperature (K) and barometer (Pa)
 * @param rate tank's and rig's leak at test pressure, Pa·m3/s
 * @param until s
 * @param points how many, the first at `from`
 */
export function pressureAhead(
  setup: HoldSetup,
  from: { t: number; pressure: number; temperature?: number; barometer?: number },
  rate: number,
  until: number,
  points = 24,
): { t: number; pressure: number }[] {
  const { temperature = STANDARD_TEMPERATURE, barometer = STANDARD_PRESSURE } = from
  const vacuum = setup.method === 'vacuum-decay'
  const drive = (gauge: number) =>
    vacuum ? viscousDrive(barometer, barometer + gauge) : viscousDrive(barometer + gauge, barometer)
  const full = drive(setup.testPressure)
  const step = (until - from.t) / (points - 1)
  const out = [{ t: from.t, pressure: from.pressure }]
  let pressure = from.pressure
  for (let k = 1; k < points; k++) {
    const slope =
      ((((rate / STANDARD_TEMPERATURE) * temperature) / effectiveVolume(setup.space, pressure, barometer)) *
        Math.max(0, drive(pressure))) /
      full
    pressure += (vacuum ? 1 : -1) * slope * step
    pressure = vacuum ? Math.min(0, pressure) : Math.max(0, pressure)
    out.push({ t: from.t + k * step, pressure })
  }
  return out
}
