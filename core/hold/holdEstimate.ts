import type { HoldSign } from './belief/holdSigns'
import type { LikelyRate } from './belief/rateBelief'
import type { HoldVerdict, RateBounds } from './belief/verdict'
import type { LeansOn } from './besides/leansOn'
import type { Budget } from './budget'

/** The engine that gave a verdict; raised whenever the same input could give other figures. */
export const ENGINE = '10'

/** What would decide an undecided hold soonest. */
export const deciders = ['time', 'thermometer', 'barometer', 'finer gauge', 'measured volume', 'another method'] as const
export type Decider = (typeof deciders)[number]

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
  /** of a hold that came out tight: what alone makes it so; absent where nothing does */
  leansOn?: LeansOn[]
  /** time at which hardly any pressure was left, s; nothing after it is used */
  emptyAt: number | null
  engine: string
}
