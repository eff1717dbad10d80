import { standardFromThroughput } from '../quantity/standardLeakRate'
import { orificeFlow } from '../gas/orificeFlow'
import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'
import { normalAt } from './seededRandom'

const TUBE = 50
const SENSOR = 51

/** What a simulated smoke machine with a floating-ball tube feeds into. */
interface SmokePath {
  seed: number
  /** throughput of each leak that smoke really gets to, at the machine's pressure, Pa·m3/s */
  leaks: readonly number[]
  /** ends that stand open to the air */
  openEnds: number
  /** gauge, Pa */
  pressure: number
}

/** An open end passes what a hole of this size does. */
const OPEN_END = 0.004 // m

/**
 * What the tube shows: the throughput behind it with a little flutter, Pa·m3/s at 293.15 K.
 * @param index which look at it this is, so that each has its own flutter
 */
export function smokeFlow(path: SmokePath, index: number): number {
  const flow =
    path.leaks.reduce((sum, leak) => sum + leak, 0) +
    path.openEnds * orificeFlow(OPEN_END, STANDARD_PRESSURE + path.pressure, STANDARD_PRESSURE)
  return Math.max(0, flow * (1 + 0.01 * normalAt(path.seed, TUBE, index)))
}

/**
 * What a lamp shows at a part where smoke leaks out so fast: smoke from about 20 std mL/min, dye afterwards from about 2.
 * General trade practice.
 */
export function smokeAt(rate: number): 'clear' | 'smoke' | 'dye' {
  const standard = standardFromThroughput(rate)
  return standard >= 20 ? 'smoke' : standard >= 2 ? 'dye' : 'clear'
}

/** Volts of a simulated tank pressure sensor: a straight line from its zero, with what is wrong with it. @param gauge Pa */
export const sensorVolts = (gauge: number, { zero = 2.5, perPascal = 0.0006, offset = 0, seed = 1, index = 0 } = {}) =>
  Math.min(5, Math.max(0, zero + offset + perPascal * gauge + 0.004 * normalAt(seed, SENSOR, index)))
