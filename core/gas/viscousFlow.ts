import { STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { airViscosity } from './air'

/**
 * Laminar compressible flow of air through a round capillary, as throughput (ISO 20485, annex on leak flow):
 * q = pi d^4 (Pu^2 - Pd^2) / (256 mu L).
 * @param capillary diameter and length, m
 * @param upstream absolute pressure, Pa
 * @param downstream absolute pressure, Pa
 * @param temperature of the gas, K
 * @returns throughput at that temperature, Pa·m3/s; negative when the pressures are the other way round
 */
export function capillaryFlow(
  capillary: { diameter: number; length: number },
  upstream: number,
  downstream: number,
  temperature = STANDARD_TEMPERATURE,
): number {
  return (
    (Math.PI * capillary.diameter ** 4 * (upstream ** 2 - downstream ** 2)) /
    (256 * airViscosity(temperature) * capillary.length)
  )
}

/**
 * The pressure term that any viscous leak's throughput is proportional to, (Pu^2 - Pd^2) / 2.
 * @param upstream absolute pressure, Pa
 * @param downstream absolute pressure, Pa
 * @returns Pa2
 */
export const viscousDrive = (upstream: number, downstream: number) => (upstream ** 2 - downstream ** 2) / 2
