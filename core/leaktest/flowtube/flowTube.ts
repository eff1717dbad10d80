import { AIR_MOLAR_MASS } from '../../gas/air'
import { equivalentHole } from '../../gas/equivalentHole'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import type { HoldVerdict } from '../../hold/hold'
import { verdictOfBounds } from '../../hold/verdict'
import { ONE_SIDED_95, TWO_SIDED_95 } from '../../quantity/normalDistribution'

/** Gases that smoke is carried in, with their molar mass, kg/mol. Source: IUPAC standard atomic weights. */
export const smokeGases = [
  { key: 'air', name: 'Air', molarMass: AIR_MOLAR_MASS },
  { key: 'nitrogen', name: 'Nitrogen', molarMass: 0.0280134 },
  { key: 'carbon dioxide', name: 'Carbon dioxide', molarMass: 0.0440095 },
  { key: 'argon', name: 'Argon', molarMass: 0.039948 },
] as const
export type SmokeGas = (typeof smokeGases)[number]['key']

/** A tube with a floating ball, marked for air at 20 °C and 101.325 kPa. */
export interface FlowTube {
  /** m3/s of the smallest and the largest mark */
  smallest: number
  largest: number
  /** share of the largest mark that a reading is good for, one standard deviation */
  readDoubt: number
  gas: SmokeGas
}

/** Where the ball stands: at a mark (m3/s as marked), on the floor below the smallest mark, or at the top above the largest. */
export type BallReading = { ball: 'floats'; at: number } | { ball: 'floor' } | { ball: 'top' }

/** What a reading says. Rates are throughput at 293.15 K, Pa·m3/s. */
export interface FlowResult {
  rate: number
  /** two-sided 95 % interval, as a hold's; infinite above when the ball stands at the top */
  low95: number
  high95: number
  /** m, sharp hole that would pass the rate */
  hole: number
  verdict: HoldVerdict
  /** it can see a leak from here up */
  smallestSeen: number
}

/**
 * Throughput at standard temperature that a mark stands for in use: a float tube's volume flow goes with 1/sqrt(density)
 * (VDI/VDE 3513; any text on variable-area meters),
 * and the gas in it is at the machine's pressure and the room's temperature.
 * @param marked m3/s as marked @param gauge Pa in the tube @param temperature K
 * @returns Pa·m3/s at 293.15 K
 */
export function flowAtMark(
  marked: number,
  tube: Pick<FlowTube, 'gas'>,
  gauge: number,
  { temperature = STANDARD_TEMPERATURE, barometer = STANDARD_PRESSURE } = {},
): number {
  const gas = smokeGases.find(each => each.key === tube.gas)!
  const inside = barometer + gauge
  const densityRatio = ((((gas.molarMass / AIR_MOLAR_MASS) * inside) / STANDARD_PRESSURE) * STANDARD_TEMPERATURE) / temperature
  const volumeFlow = marked / Math.sqrt(densityRatio)
  return (volumeFlow * inside * STANDARD_TEMPERATURE) / temperature
}

/**
 * What a flow tube says of the leak behind it, the machine's own leak taken off. A ball on the floor means less than the
 * smallest mark: an upper bound, not zero;
 * one at the top means more than the largest.
 * @param own reading of the machine dead-ended
 * @param limit acceptance limit, Pa·m3/s
 */
export function readFlowTube(tube: FlowTube, reading: BallReading, own: BallReading, gauge: number, limit: number): FlowResult {
  const at = (marked: number) => flowAtMark(marked, tube, gauge)
  const floor = at(tube.smallest)
  const spread = Math.SQRT2 * tube.readDoubt * at(tube.largest)
  const bounds = (ball: BallReading) =>
    ball.ball === 'floats'
      ? { low: at(ball.at), high: at(ball.at) }
      : ball.ball === 'floor'
        ? { low: 0, high: floor }
        : { low: at(tube.largest), high: Infinity }
  const behind = bounds(reading),
    machine = bounds(own)
  const within = (sigmas: number) => ({
    low: Math.max(0, behind.low - machine.high - (reading.ball === 'floor' ? 0 : sigmas * spread)),
    high: Math.max(floor, behind.high - machine.low + (reading.ball === 'floats' ? sigmas * spread : 0)),
  })
  const rate = reading.ball === 'floor' ? 0 : Math.max(0, behind.low - (machine.low + Math.min(machine.high, behind.low)) / 2)
  const { low: low95, high: high95 } = within(TWO_SIDED_95)
  return {
    rate,
    low95,
    high95,
    hole: equivalentHole(rate, gauge),
    verdict: verdictOfBounds(within(ONE_SIDED_95), limit),
    smallestSeen: Math.max(floor, ONE_SIDED_95 * spread),
  }
}
