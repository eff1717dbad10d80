import { compressionWarmth, type Effect } from './besides/discrepancy'
import type { HoldSetup } from './hold'
import type { HoldSeries } from './holdSeries'
import type { LeakPath } from './besides/leakPaths'

/** How gas settles after pumping: the sign its warmth is expected to have, and how far from the skin it may be. */
export interface SettlingPrior {
  /** 1 where gas starts warmer than the skin, -1 where colder */
  side: 1 | -1
  /** K, scale of a half-normal */
  spread: number
  /** belief beforehand, all time constants together */
  belief: number
  /** time constants that are tried, s */
  taus: readonly number[]
}

/** Time constants tried for the gas to reach the skin's temperature, s; belief in each is the same beforehand. */
export const settlingTaus = [30, 45, 65, 95, 140, 200, 280, 400] as const
/** Belief beforehand that gas has settled. */
export const SETTLED_BELIEF = 0.5

/**
 * Beliefs before a hold: half of all holds are read settled. Gas compressed into a tank is warmer than its skin and gas drawn
 * out leaves the rest colder (first law, any text), by up to about 1 K once the pump has stopped; the other way round is rare
 * and small, as with air brought in from the cold.
 * @param sign 1 for pressure, -1 for vacuum
 */
export const settlingPriors = (sign: 1 | -1): SettlingPrior[] => [
  { side: sign, spread: 1, belief: 0.45, taus: settlingTaus },
  { side: sign === 1 ? -1 : 1, spread: 0.5, belief: 0.05, taus: [45, 140, 400] },
]

/**
 * The same for a tank of which somebody said where it stands: gas that a pump gave its own heat, or that was not waited for, may be
 * as warm as compression makes it, and does not settle with one time constant alone.
 */
export function settlingPriorsIn(setup: HoldSetup, sign: 1 | -1): SettlingPrior[] {
  const warmth = compressionWarmth(setup)
  const taus = [45, 95, 200, 400]
  return [
    { side: sign, spread: 0.1 * warmth + 0.3, belief: 0.42, taus },
    { side: sign, spread: warmth + 0.3, belief: 0.05, taus },
    { side: sign === 1 ? -1 : 1, spread: 0.5, belief: 0.03, taus: [95, 400] },
  ]
}

/**
 * The columns of every model of a hold side by side; a model is a choice of them: start, leak, settling after each pumping, an
 * offset from each step.
 */
export interface HoldDesign {
  columns: Float64Array[]
  /** which columns make a model: start, leak, `settlings` of settling if any, the offsets, then what acts besides */
  choose: (path: LeakPath, tau: number | null, effects: readonly Effect[]) => number[]
  /** columns of settling in a model that settles */
  settlings: number
}

/**
 * How much of the settling is left at each time, for each time constant and pumping.
 * @param times s
 * @param pumped blocks before which somebody pumped again, so that the gas settles anew
 */
export function settlingColumns(times: Float64Array, pumped: readonly number[]): Map<number, Float64Array[]> {
  return new Map(
    settlingTaus.map(tau => [
      tau,
      [0, ...pumped].map(from => {
        const left = new Float64Array(times.length)
        // After forty time constants nothing is left that a gauge could show.
        for (let i = from; i < times.length && times[i]! - times[from]! < 40 * tau; i++)
          left[i] = Math.exp((times[from]! - times[i]!) / tau)
        return left
      }),
    ]),
  )
}

/**
 * @param paths of the leak
 * @param settling columns of each time constant
 * @param steps blocks from which the pressure is offset
 * @param effects of what acts besides
 */
export function holdDesign(
  series: HoldSeries,
  sign: 1 | -1,
  paths: readonly LeakPath[],
  settling: ReadonlyMap<number, Float64Array[]>,
  steps: readonly number[],
  effects: Iterable<Effect> = [],
): HoldDesign {
  const count = series.times.length
  const columns: Float64Array[] = [new Float64Array(count).fill(1)]
  const leakAt = new Map(paths.map(path => [path, columns.push(path.exposure.map(lost => -sign * lost)) - 1]))
  const settlingAt = new Map<number, number[]>()
  for (const [tau, left] of settling)
    settlingAt.set(
      tau,
      left.map(column => columns.push(column) - 1),
    )
  const offsets = steps.map(at => {
    const shifted = new Float64Array(count)
    shifted.fill(1, at)
    return columns.push(shifted) - 1
  })
  const effectAt = new Map<Effect, number>()
  for (const effect of effects) if (!effectAt.has(effect)) effectAt.set(effect, columns.push(effect.column) - 1)
  return {
    columns,
    settlings: settling.values().next().value?.length ?? 0,
    choose: (path, tau, own) => [
      0,
      leakAt.get(path)!,
      ...(tau === null ? [] : settlingAt.get(tau)!),
      ...offsets,
      ...own.map(effect => effectAt.get(effect)!),
    ],
  }
}
