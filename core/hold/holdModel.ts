import type { HoldSeries, LeakLaw } from './holdSeries'

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
const SETTLED_BELIEF = 0.5

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

/** Log of the belief, beforehand, in one time constant under a prior, or in gas already settled. */
export const logPriorBelief = (prior: SettlingPrior | null) =>
  Math.log(prior ? prior.belief / prior.taus.length : SETTLED_BELIEF)

/**
 * The columns of every model of a hold side by side; a model is a choice of them: start, leak, settling after each pumping, an
 * offset from each step.
 */
export interface HoldDesign {
  columns: Float64Array[]
  /** which columns make a law and settling time: start, leak, `settlings` of settling if any, then the offsets */
  choose: (law: LeakLaw, tau: number | null) => number[]
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
 * @param exposures s, of each law
 * @param settling columns of each time constant
 * @param steps blocks from which the pressure is offset
 */
export function holdDesign(
  series: HoldSeries,
  sign: 1 | -1,
  exposures: ReadonlyMap<LeakLaw, Float64Array>,
  settling: ReadonlyMap<number, Float64Array[]>,
  steps: readonly number[],
): HoldDesign {
  const count = series.times.length
  const columns: Float64Array[] = [new Float64Array(count).fill(1)]
  const leakAt = new Map<LeakLaw, number>()
  for (const [law, exposure] of exposures) {
    leakAt.set(law, columns.length)
    const lost = new Float64Array(count)
    for (let i = 0; i < count; i++) lost[i] = -sign * exposure[i]!
    columns.push(lost)
  }
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
  return {
    columns,
    settlings: settling.values().next().value?.length ?? 0,
    choose: (law, tau) => [0, leakAt.get(law)!, ...(tau === null ? [] : settlingAt.get(tau)!), ...offsets],
  }
}
