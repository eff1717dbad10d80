import type { GasSpace } from '../gas/inventory'
import type { Surroundings } from './besides/surroundings'
import type { Bottle } from './bottle/bottle'
import type { HoldSign } from './belief/holdSigns'
import type { LikelyRate } from './belief/rateBelief'
import type { RateBounds } from './belief/verdict'

/** The engine that gave a verdict; raised whenever the same input could give other figures. */
export const ENGINE = '8'

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

export const holdVerdicts = ['sealed', 'leaking', 'cannot-tell'] as const
export type HoldVerdict = (typeof holdVerdicts)[number]

/** What would decide an undecided hold soonest. */
export const deciders = ['time', 'thermometer', 'barometer', 'finer gauge', 'measured volume', 'another method'] as const
export type Decider = (typeof deciders)[number]

export const budgetParts = [
  'readings',
  'temperature',
  'unseenTemperature',
  'barometer',
  'fuelVapour',
  'wallCreep',
  'instrumentDrift',
  'leakChange',
  'volume',
  'wallGive',
  'law',
  'rig',
] as const
export type BudgetPart = (typeof budgetParts)[number]
/** Standard uncertainties of the leak rate by cause, Pa·m3/s (GUM, JCGM 100). */
export type Budget = Record<BudgetPart, number>

export interface HoldEstimate extends RateBounds {
  /** throughput at 293.15 K and the test pressure, rig subtracted, Pa·m3/s; never negative */
  leakRate: number
  /** two-sided 95 % interval, Pa·m3/s */
  low95: number
  high95: number
  /** combined standard uncertainty, Pa·m3/s */
  uncertainty: number
  verdict: HoldVerdict
  /**
   * leaks from here on up would have been seen: the one-sided 95 % bound of a tight tank, or this hold's own where that is
   * lower, Pa·m3/s
   */
  smallestSeen: number
  decidedBy: Decider | null
  /** more minutes of the same readings until it is decided, null when decided or when no wait would do */
  minutesMore: number | null
  budget: Budget
  readings: number
  ignored: number[]
  /** times at which the pressure stepped, s, marked or found */
  steps: number[]
  /** settling gas above the skin at the start, K, and its time constant, s */
  settling: { amplitude: number; tau: number } | null
  /** weight of the viscous law against the orifice law, 0 to 1 */
  viscousWeight: number
  /** times at which the thermometer jumped and the gas did not, s */
  thermometerJumps: number[]
  /** what looks wrong in the record; absent in what an older engine gave */
  signs?: HoldSign[]
  /**
   * what the readings alone say of the rate, no leak more likely than another beforehand, its own temperature and weather doubted,
   * Pa·m3/s; absent in what an older engine gave
   */
  likelihood?: LikelyRate[]
  /** time at which hardly any pressure was left, s; nothing after it is used */
  emptyAt: number | null
  engine: string
}

/** A hold that cannot be estimated, with a sentence that says why. */
export class HoldError extends Error {
  override name = 'HoldError'
}
