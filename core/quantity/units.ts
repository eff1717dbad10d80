/** Units met at the edges. Inside the core everything is SI: Pa, m3, K, s, kg, mol. Source: NIST SP 811. */

export const pressureUnits = ['kPa', 'psi', 'mbar', 'inH2O'] as const
export const STANDARD_GRAVITY = 9.80665 // m/s2, NIST SP 811
export const volumeUnits = ['L', 'gal'] as const
export const temperatureUnits = ['C', 'F'] as const
type PressureUnit = (typeof pressureUnits)[number]
type VolumeUnit = (typeof volumeUnits)[number]
type TemperatureUnit = (typeof temperatureUnits)[number]

/** Pascals in one of each unit. inH2O, mmH2O and inHg are the conventional ones of NIST SP 811, table B.8. */
export const pascalsPer = {
  Pa: 1,
  hPa: 100,
  kPa: 1000,
  bar: 100_000,
  mbar: 100,
  psi: 6894.757293168,
  inH2O: 249.08891,
  mmH2O: 9.80665,
  inHg: 3386.389,
} as const
export type AnyPressureUnit = keyof typeof pascalsPer

/** Cubic metres in one of each unit; the gallon is the US liquid gallon. */
export const cubicMetresPer: Record<VolumeUnit, number> = { L: 1e-3, gal: 3.785411784e-3 }

/** Kelvin from a reading on any of the three scales. */
export const toKelvin = {
  C: (value: number) => value + 273.15,
  F: (value: number) => (value - 32) / 1.8 + 273.15,
  K: (value: number) => value,
}
/** A reading on the scale asked for, from kelvin. */
export const fromKelvin: Record<TemperatureUnit, (kelvin: number) => number> = {
  C: kelvin => kelvin - 273.15,
  F: kelvin => (kelvin - 273.15) * 1.8 + 32,
}

/** How a unit is written for people. */
export const unitLabel: Record<PressureUnit | VolumeUnit | TemperatureUnit, string> = {
  kPa: 'kPa',
  psi: 'psi',
  mbar: 'mbar',
  inH2O: 'inH₂O',
  L: 'L',
  gal: 'US gal',
  C: '°C',
  F: '°F',
}
