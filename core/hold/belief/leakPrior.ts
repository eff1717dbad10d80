/**
 * How large leaks are believed to be before a hold, where all that may act besides one is reckoned with: never less than none, some
 * tanks as good as tight, and the larger the rarer. Rates in any one unit.
 */
export interface LeakPrior {
  /** edges of the steps, ascending from zero; the last step goes on without end */
  edges: readonly number[]
  /** density in each step, up to a constant */
  densities: readonly number[]
}

/** Share of tanks that leak next to nothing, and what that is, of the limit. */
const TIGHT = { share: 0.35, below: 0.05 }
/** From about this share of the limit up a leak of twice the size is half as dense. */
const BEND = 0.5
/** From so many times the limit up a leak is mostly found before it is measured. */
const HEARD = 20
const RATIO = 1.3
const LOG_RATIO = Math.log(RATIO)
const LARGEST = 1e4

/** @param limit acceptance limit, which says of what order the leaks are that a hold is made for */
export function leakPrior(limit: number): LeakPrior {
  const edges = [0]
  for (let edge = TIGHT.below; edge < LARGEST; edge *= RATIO) edges.push(edge * limit)
  const slab = (rate: number) => 1 / (rate / limit + BEND) / (1 + (rate / limit / HEARD) ** 2)
  // Of the rest, what lies up to ten times the limit counts as the whole.
  const whole = Math.log((10 + BEND) / BEND) * limit
  const densities = edges.map((edge, j) => {
    const next = edges[j + 1] ?? edge * RATIO
    return ((1 - TIGHT.share) * slab((edge + next) / 2)) / whole + (j === 0 ? TIGHT.share / next : 0)
  })
  return { edges, densities }
}

/** Density at a rate. */
export function leakDensity({ edges, densities }: LeakPrior, rate: number): number {
  if (rate < 0) return 0
  const first = edges[1]!
  return rate < first
    ? densities[0]!
    : densities[Math.min(densities.length - 1, 1 + Math.floor(Math.log(rate / first) / LOG_RATIO))]!
}
