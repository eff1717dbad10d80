import { parseNumber } from './parseNumber'
import { cubicMetresPer, pascalsPer, toKelvin } from './units'

/** What a figure with a unit can be of. */
export const dimensions = ['pressure', 'volume', 'temperature', 'temperature change', 'length', 'time', 'mass'] as const
export type Dimension = (typeof dimensions)[number]

const linear = (per: Readonly<Record<string, number>>) =>
  Object.fromEntries(Object.entries(per).map(([unit, si]) => [unit.toLowerCase(), (value: number) => value * si]))

/** How each unit is written, small letters, and what makes SI of it. Source: NIST SP 811, appendix B. */
const written: Readonly<Record<Dimension, Readonly<Record<string, (value: number) => number>>>> = {
  'pressure': linear({
    ...pascalsPer,
    'in wc': pascalsPer.inH2O,
    '"wc': pascalsPer.inH2O,
    'mm wc': pascalsPer.mmH2O,
    'cmh2o': 98.0665,
  }),
  'volume': linear({
    ...cubicMetresPer,
    'l': 1e-3,
    'ml': 1e-6,
    'cl': 1e-5,
    'cc': 1e-6,
    'm3': 1,
    'us gal': cubicMetresPer.gal,
    'qt': 9.46352946e-4,
  }),
  'temperature': { c: toKelvin.C, f: toKelvin.F, k: toKelvin.K },
  'temperature change': { c: value => value, k: value => value, f: value => value / 1.8 },
  'length': linear({ 'mm': 1e-3, 'cm': 1e-2, 'm': 1, 'in': 0.0254, '"': 0.0254, 'inch': 0.0254, 'ft': 0.3048 }),
  'time': linear({ s: 1, min: 60, h: 3600, d: 86_400, days: 86_400, hours: 3600 }),
  'mass': linear({ g: 1e-3, kg: 1, lb: 0.45359237, lbs: 0.45359237, t: 1000 }),
}

/**
 * A quantity as people write it with its unit, such as 2.5 psi where another unit stands, 14 in wc or 68 °F.
 * @returns SI, or null when it is no figure with a unit of that dimension
 */
export function parseQuantity(text: string, dimension: Dimension): number | null {
  const [, figure, unit] = /^\s*([-+−]?[\d.,]*\d\.?)\s*°?\s*([a-z"][a-z0-9₂ "]*?)\.?\s*$/i.exec(text) ?? []
  if (figure === undefined || unit === undefined) return null
  const number = parseNumber(figure)
  const known = unit.toLowerCase().replace('₂', '2').replace(/\s+/g, ' ')
  return number === null || !Object.hasOwn(written[dimension], known) ? null : written[dimension][known]!(number)
}
