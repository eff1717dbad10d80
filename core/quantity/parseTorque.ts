import { parseNumber } from './parseNumber'

/** N·m in one of each unit (NIST SP 811, appendix B). */
const units: readonly { written: RegExp; newtonMetres: number }[] = [
  { written: /^(n·?\.?\s?m)?$/, newtonMetres: 1 },
  { written: /^(lbf?|pounds?)[\s·.-]*(ft|feet|foot)$|^(ft|foot|feet)[\s·.-]*(lbf?|pounds?)$/, newtonMetres: 1.355818 },
  { written: /^(lbf?|pounds?)[\s·.-]*(in|inch|inches)$|^(in|inch)[\s·.-]*(lbf?|pounds?)$/, newtonMetres: 0.1129848 },
  { written: /^kgf?[\s·.-]*m$/, newtonMetres: 9.80665 },
  { written: /^kgf?[\s·.-]*cm$/, newtonMetres: 0.0980665 },
]

/**
 * A torque as people write it: a number in N·m, or a number with its unit such as 80 lbf in, 7 ft-lb or 1.2 kgf m.
 * @returns N·m, or null when it is no number or no unit of torque
 */
export function parseTorque(text: string): number | null {
  const [, figure, unit] = /^\s*([-+−]?[\d.,' ]*\d)\s*(.*?)\s*$/.exec(text) ?? []
  const number = figure === undefined ? null : parseNumber(figure)
  const known = units.find(({ written }) => written.test((unit ?? '').toLowerCase()))
  return number === null || !known ? null : number * known.newtonMetres
}
