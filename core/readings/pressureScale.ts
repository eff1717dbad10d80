import { STANDARD_GRAVITY } from '../quantity/units'

/** How what is read becomes a gauge pressure: a gauge shows it, a column is as high, a sensor gives so many volts. */
export type PressureScale =
  | { kind: 'gauge' }
  | { kind: 'column'; /** kg/m3 */ density: number }
  | { kind: 'sensor'; /** V at no pressure */ zero: number; /** Pa/V */ slope: number }

/** A scale that cannot be, with a sentence that says why. */
export class PressureScaleError extends Error {
  override name = 'PressureScaleError'
}

/**
 * Gauge pressure from what was read, Pa.
 * @param read Pa of a gauge, m between the two levels of a column (hydrostatics: p = rho g h), V of a sensor
 */
export function pressureFrom(scale: PressureScale, read: number): number {
  switch (scale.kind) {
    case 'gauge':
      return read
    case 'column':
      return scale.density * STANDARD_GRAVITY * read
    case 'sensor':
      return (read - scale.zero) * scale.slope
  }
}

/** What would be read at a pressure, in the scale's own quantity. */
export function readAtPressure(scale: PressureScale, pressure: number): number {
  switch (scale.kind) {
    case 'gauge':
      return pressure
    case 'column':
      return pressure / (scale.density * STANDARD_GRAVITY)
    case 'sensor':
      return scale.zero + pressure / scale.slope
  }
}

/**
 * A sensor's scale from two points.
 * @param points V and Pa
 * @throws PressureScaleError when they are one point
 */
export function sensorFromTwoPoints([first, second]: readonly [
  { volts: number; pressure: number },
  { volts: number; pressure: number },
]): Extract<PressureScale, { kind: 'sensor' }> {
  const slope = (second.pressure - first.pressure) / (second.volts - first.volts)
  if (!Number.isFinite(slope) || slope === 0)
    throw new PressureScaleError('The two points must differ in volts and in pressure.')
  return { kind: 'sensor', zero: first.volts - first.pressure / slope, slope }
}
