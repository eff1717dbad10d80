import type { GasSpace } from '../gas/inventory'
import type { Surroundings } from './besides/surroundings'
import type { Bottle } from './bottle/bottle'

/** One reading of a hold, SI. */
export interface Reading {
  /** s from the start of the hold */
  t: number
  /** gauge pressure, Pa; negative for vacuum */
  pressure: number
  /** skin at the gas space, or the gas, K */
  temperature?: number
  /** Pa */
  barometer?: number
  /** tank less bottle, where a closed bottle is on the other side of a gauge, Pa */
  difference?: number
  /** standard deviation of this pressure by itself, Pa; the gauge’s own where it is absent */
  noise?: number
  /** a knock, a top-up: what moved the pressure without being a leak */
  event?: string
}

export type HoldMethod = 'pressure-decay' | 'vacuum-decay'

/** What one reading of a gauge may be off by, Pa. */
export interface Gauge {
  resolution: number
  noise: number
  /** how far its needle may stay behind the pressure before it moves; none when absent */
  stick?: number
}

/** What the technician knows about a hold. Every `...Uncertainty` is one standard deviation. */
export interface HoldSetup {
  method: HoldMethod
  space: GasSpace
  /** m3 */
  volumeUncertainty: number
  /** 1/Pa */
  wallGiveUncertainty: number
  gauge: Gauge
  /** of the change over the test that the record does not show, K */
  temperatureChangeUncertainty: number
  /** of the change over the test that the record does not show, Pa */
  barometerChangeUncertainty: number
  /** gauge, Pa; negative for vacuum */
  testPressure: number
  /** acceptance limit of the system, throughput at 293.15 K, Pa·m3/s */
  limit: number
  /** the strictest limit of the parts under test, at the test pressure; absent where no part has one of its own */
  strictest?: number
  /** throughput at 293.15 K, Pa·m3/s */
  rigLeak: number
  rigLeakUncertainty: number
  /** where it stands and what it is made of; absent where nobody said: then nothing but a leak and settling gas is reckoned with */
  surroundings?: Surroundings
  /** a closed bottle against the tank; absent where there is none */
  bottle?: Bottle
  /** fuel still in the tank; absent when it is dry or filled with inert gas */
  wetted?: { /** of the tank's volume, 0 to 1 */ share: number; /** at 20 °C, Pa */ vapourPressure: number }
}

/**
 * Whether a gauge's step hides its noise, so that a reading only says "between these two values". With noise of half a step or
 * more the
 * rounding acts as independent noise of step / sqrt(12) to within 1 % (quantisation theory, Widrow and Kollar: exp(-2 pi2
 * noise2 / step2)).
 */
export const isCoarse = ({ resolution, noise }: HoldSetup['gauge']) => noise < 0.5 * resolution

/** A hold that cannot be estimated, with a sentence that says why. */
export class HoldError extends Error {
  override name = 'HoldError'
}
