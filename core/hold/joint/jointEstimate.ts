import { ONE_SIDED_95 } from '../../quantity/normalDistribution'
import type { BudgetPart } from '../budget'
import type { HoldEstimate } from '../holdEstimate'
import type { HoldVerdict } from '../belief/verdict'
import { leakPrior } from '../belief/leakPrior'
import { weigh, type LikelyRate } from '../belief/rateBelief'
import { boundsOf, verdictOf, type RateBounds } from '../belief/verdict'

/** What one hold brings to a joint estimate. */
export interface JointHold {
  id: string
  estimate: HoldEstimate
  /** somebody said where the tank stood, so that a leak is never less than none */
  told: boolean
}

/** What several holds of one boundary say together. Rates in Pa·m3/s. */
export interface JointEstimate extends RateBounds {
  /** ids of the holds that are in it, in the order given */
  holds: string[]
  leakRate: number
  low95: number
  high95: number
  uncertainty: number
  smallestSeen: number
  verdict: HoldVerdict
}

export interface Joint {
  /** null where fewer than two holds can be put together, or where one contradicts the others */
  estimate: JointEstimate | null
  /** the hold that contradicts the others, and how far off it is, standard deviations; of two, the later one */
  contradicts: { id: string; off: number } | null
  /** holds that are left out, with why */
  leftOut: { id: string; why: 'rises' | 'older engine' | 'same readings' }[]
}

/** Parts of the budget that are the same tank's each time, and so are no smaller for being met again. */
const sharedParts: readonly BudgetPart[] = ['fuelVapour', 'wallCreep', 'leakChange', 'law']
/** Those of the scale and the rig, which the readings alone do not have in them. */
const scaleParts: readonly BudgetPart[] = ['volume', 'wallGive', 'rig']
/** Two rates that are further apart than this are not of one tank: three in a thousand by luck. */
const APART = 3
/** A product of two beliefs is kept to the pieces that have so much of it. */
const NEGLIGIBLE = 1e-6
const MOST_PIECES = 60

/**
 * Several holds of one boundary with nothing touched between as one body of evidence: what their readings say is multiplied, what they
 * have in common is doubted once (Bayes; GUM, JCGM 100, 5.2 for correlated parts).
 * @param holds of one boundary, in order of time
 * @param limit acceptance limit, Pa·m3/s at their test pressure
 * @param strictest limit of the parts that they reach, likewise
 */
export function jointEstimate(holds: readonly JointHold[], limit: number, strictest = limit): Joint {
  const leftOut = holds.flatMap(({ id, estimate }, k): Joint['leftOut'] => {
    if (estimate.belowZero) return [{ id, why: 'rises' }]
    if (!estimate.likelihood?.length) return [{ id, why: 'older engine' }]
    // The same file taken twice is no second hold.
    return holds.slice(0, k).some(other => saysTheSame(other.estimate, estimate)) ? [{ id, why: 'same readings' }] : []
  })
  const used = holds.filter(({ id }) => leftOut.every(each => each.id !== id))
  if (used.length < 2) return { estimate: null, contradicts: null, leftOut }
  const contradicts = contradiction(used)
  if (contradicts) return { estimate: null, contradicts, leftOut }
  const pieces = used
    .map(({ estimate }) => estimate.likelihood!)
    .reduce(multiplied)
    .map(({ rate, deviation, weight }) => ({ rate, variance: deviation * deviation, weight }))
  const mean = (parts: readonly BudgetPart[]) =>
    used.reduce((sum, { estimate }) => sum + parts.reduce((all, part) => all + estimate.budget[part] ** 2, 0), 0) / used.length
  const common = mean(scaleParts) + mean(sharedParts) * (1 - 1 / used.length)
  const prior = used.every(hold => hold.told) ? leakPrior(limit) : null
  const { mean: leak, variance, quantile } = weigh({ pieces, prior }, common)
  const uncertainty = Math.sqrt(variance)
  const bounds = boundsOf(leak, uncertainty, quantile)
  return {
    leftOut,
    contradicts: null,
    estimate: {
      ...bounds,
      holds: used.map(hold => hold.id),
      leakRate: Math.max(0, leak),
      low95: quantile(0.025) > (prior?.edges[1] ?? 0) ? Math.max(0, quantile(0.025)) : 0,
      high95: quantile(0.975) + Math.max(0, -leak),
      uncertainty,
      smallestSeen: Math.min(bounds.below95, ONE_SIDED_95 * uncertainty),
      verdict: verdictOf(bounds, limit, strictest),
    },
  }
}

/** Two holds of one tank never say the same to the last figure. */
const saysTheSame = (a: HoldEstimate, b: HoldEstimate) =>
  a.readings === b.readings && a.leakRate === b.leakRate && JSON.stringify(a.likelihood) === JSON.stringify(b.likelihood)

/** The hold that is furthest from what all others say together, if it is too far. */
function contradiction(holds: readonly JointHold[]): Joint['contradicts'] {
  const off = holds.map(({ id, estimate }, k) => {
    const own = moments(estimate.likelihood!)
    const others = moments(holds.flatMap((hold, j) => (j === k ? [] : [hold.estimate.likelihood!])).reduce(multiplied))
    return { id, off: Math.abs(own.mean - others.mean) / Math.sqrt(own.variance + others.variance) }
  })
  const worst = off.reduce((a, b) => (b.off >= a.off ? b : a))
  return worst.off > APART ? worst : null
}

function moments(pieces: readonly LikelyRate[]): { mean: number; variance: number } {
  const total = pieces.reduce((sum, { weight }) => sum + weight, 0)
  const mean = pieces.reduce((sum, { rate, weight }) => sum + weight * rate, 0) / total
  const variance =
    pieces.reduce((sum, { rate, deviation, weight }) => sum + weight * (deviation ** 2 + (rate - mean) ** 2), 0) / total
  return { mean, variance }
}

/** Product of two mixtures of normal distributions, its weights making one (any text on the normal distribution). */
function multiplied(a: readonly LikelyRate[], b: readonly LikelyRate[]): LikelyRate[] {
  const logs = a.flatMap(one =>
    b.map(other => {
      const spread = one.deviation ** 2 + other.deviation ** 2
      return {
        rate: (one.rate * other.deviation ** 2 + other.rate * one.deviation ** 2) / spread,
        deviation: (one.deviation * other.deviation) / Math.sqrt(spread),
        log: Math.log(one.weight * other.weight) - 0.5 * ((one.rate - other.rate) ** 2 / spread + Math.log(spread)),
      }
    }),
  )
  const highest = Math.max(...logs.map(each => each.log))
  const kept = logs
    .map(({ rate, deviation, log }) => ({ rate, deviation, weight: Math.exp(log - highest) }))
    .filter(each => each.weight > NEGLIGIBLE)
    .sort((x, y) => y.weight - x.weight)
    .slice(0, MOST_PIECES)
  const total = kept.reduce((sum, each) => sum + each.weight, 0)
  return kept.map(each => ({ ...each, weight: each.weight / total }))
}
