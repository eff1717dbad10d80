import type { Link, LinkState } from '../../circuit/circuit'

/** V by which a sensor may be off at zero before the codes that rest on it are suspect. Source: general trade practice; the manual wins. */
export const ZERO_TOLERANCE = 0.1

/** Whether a tank pressure sensor gives its zero with the cap off. @param volts as read @param zero as the manual has it, V */
export const sensorIsTrue = (volts: number, zero: number): boolean => Math.abs(volts - zero) <= ZERO_TOLERANCE

export type ValveFault = 'stuck open' | 'stuck closed' | 'the other way round'

/** How a valve stands without current; a check valve is tried against its way instead, and in its way. */
export const standsAtRest = ({ kind, normally }: Pick<Link, 'kind' | 'normally'>): LinkState =>
  kind === 'check' ? 'shut' : normally

/**
 * Judges a switched valve by whether air passes.
 * @param rest how it stands without current
 * @returns null when it does as it should
 */
export function judgeValve(rest: LinkState, passesAtRest: boolean, passesSwitched: boolean): ValveFault | null {
  const openAtRest = rest === 'open'
  if (passesAtRest === openAtRest && passesSwitched !== openAtRest) return null
  if (passesAtRest && passesSwitched) return 'stuck open'
  if (!passesAtRest && !passesSwitched) return 'stuck closed'
  return 'the other way round'
}

export type ReliefFault = 'opens too early' | 'does not open' | 'does not let air in'

/** Share of the tank's limit below which a cap gives way before a test is worth anything. Source: general trade practice. */
const EARLY_SHARE = 0.3

/**
 * Judges the relief of a cap on a water column.
 * @param opensAt Pa gauge, null where it held up to the limit
 * @param opensUnder Pa of vacuum as a positive number, null where it let nothing in
 * @param limit Pa, the tank's own
 */
export function judgeRelief(opensAt: number | null, opensUnder: number | null, limit: number): ReliefFault[] {
  return [
    ...(opensAt === null || opensAt > limit ? (['does not open'] as const) : []),
    ...(opensAt !== null && opensAt < EARLY_SHARE * limit ? (['opens too early'] as const) : []),
    ...(opensUnder === null ? (['does not let air in'] as const) : []),
  ]
}
