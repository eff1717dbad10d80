import { AIR_MOLAR_MASS, airViscosity } from '../../gas/air'
import { equivalentHole } from '../../gas/equivalentHole'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import type { HoldVerdict } from '../../hold/belief/verdict'
import { verdictOf, type RateBounds } from '../../hold/belief/verdict'
import { ONE_SIDED_95, TWO_SIDED_95 } from '../../quantity/normalDistribution'

const AIR_VISCOSITY = airViscosity(STANDARD_TEMPERATURE)
/**
 * Gases that smoke is carried in, with their molar mass, kg/mol, and viscosity at 20 °C, Pa·s. Source: IUPAC standard atomic
 * weights; NIST Chemistry WebBook for the viscosities.
 */
export const smokeGases = [
  { key: 'air', name: 'Air', molarMass: AIR_MOLAR_MASS, viscosity: AIR_VISCOSITY },
  { key: 'nitrogen', name: 'Nitrogen', molarMass: 0.0280134, viscosity: 1.757e-5 },
  { key: 'carbon dioxide', name: 'Carbon dioxide', molarMass: 0.0440095, viscosity: 1.469e-5 },
  { key: 'argon', name: 'Argon', molarMass: 0.039948, viscosity: 2.229e-5 },
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

/** What a reading says, as air would leak there: limits are meant for air. Rates are throughput at 293.15 K, Pa·m3/s. */
interface FlowResult extends RateBounds {
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
 * @param limit acceptance limit of the system, Pa·m3/s
 * @param strictest limit of the parts that it speaks of, likewise
 */
export function readFlowTube(
  tube: FlowTube,
  reading: BallReading,
  own: BallReading,
  gauge: number,
  { limit, strictest = limit }: { limit: number; strictest?: number },
): FlowResult {
  const gas = smokeGases.find(each => each.key === tube.gas)!
  // A hole passes air by the root of the densities, a fine crack by the viscosities: which it is the tube does not say.
  const asAir = [Math.sqrt(gas.molarMass / AIR_MOLAR_MASS), gas.viscosity / AIR_VISCOSITY]
  const least = Math.min(...asAir),
    most = Math.max(...asAir)
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
    low: least * Math.max(0, behind.low - machine.high - (reading.ball === 'floor' ? 0 : sigmas * spread)),
    high: most * Math.max(floor, behind.high - machine.low + (reading.ball === 'floats' ? sigmas * spread : 0)),
  })
  const passed = reading.ball === 'floor' ? 0 : Math.max(0, behind.low - (machine.low + Math.min(machine.high, behind.low)) / 2)
  const sure = within(ONE_SIDED_95)
  const sides: RateBounds = { above95: sure.low, below95: sure.high, belowZero: false }
  const { low: low95, high: high95 } = within(TWO_SIDED_95)
  return {
    rate: asAir[0]! * passed,
    low95,
    high95,
    ...sides,
    hole: equivalentHole(passed, gauge, { molarMass: gas.molarMass }),
    verdict: verdictOf(sides, limit, strictest),
    smallestSeen: most * Math.max(floor, ONE_SIDED_95 * spread),
  }
}
