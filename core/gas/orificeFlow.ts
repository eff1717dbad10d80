import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { AIR_GAS_CONSTANT, AIR_HEAT_RATIO } from './air'

const CRITICAL_RATIO = (2 / (AIR_HEAT_RATIO + 1)) ** (AIR_HEAT_RATIO / (AIR_HEAT_RATIO - 1)) // 0.528

/**
 * What an orifice's mass flow is proportional to at a given pair of pressures: isentropic nozzle flow,
 * choked below Pd/Pu = 0.528 (ISO 5167 for the coefficient; any compressible-flow text for the equation).
 * Mass flow = Cd A / sqrt(R T) x this.
 * @param upstream absolute pressure, Pa
 * @param downstream absolute pressure, Pa
 * @returns Pa; negative when the pressures are the other way round
 */
export function orificeDrive(upstream: number, downstream: number): number {
  if (downstream > upstream) return -orificeDrive(downstream, upstream)
  const k = AIR_HEAT_RATIO
  const log = Math.log(Math.max(downstream / upstream, CRITICAL_RATIO))
  return upstream * Math.sqrt(((2 * k) / (k - 1)) * Math.max(0, Math.exp((2 / k) * log) - Math.exp(((k + 1) / k) * log)))
}

/**
 * Flow of air through a sharp hole, as throughput at standard temperature.
 * @param diameter m
 * @param upstream absolute pressure, Pa
 * @param downstream absolute pressure, Pa
 * @param options discharge coefficient (0.61 for a sharp hole) and gas temperature, K
 * @returns Pa·m3/s at 293.15 K
 */
export function orificeFlow(
  diameter: number,
  upstream: number,
  downstream: number,
  options: { dischargeCoefficient?: number; temperature?: number } = {},
): number {
  const { dischargeCoefficient = 0.61, temperature = STANDARD_TEMPERATURE } = options
  const area = (Math.PI * diameter ** 2) / 4
  const massFlow =
    (dischargeCoefficient * area * orificeDrive(upstream, downstream)) / Math.sqrt(AIR_GAS_CONSTANT * temperature)
  return massFlow * AIR_GAS_CONSTANT * STANDARD_TEMPERATURE
}
