import { normalBetween, normalCumulative, normalDensity } from '../../quantity/normalDistribution'
import type { LeakPrior } from './leakPrior'

/** What is believed of a leak rate, one unit throughout: a mixture of normal distributions, and what leaks there are beforehand. */
export interface RateBelief {
  /** what the readings say; weights up to a constant */
  pieces: readonly { rate: number; variance: number; weight: number }[]
  /** null where every rate, of either sign, is as likely beforehand */
  prior: LeakPrior | null
}

/** A piece of what readings say of a rate: a normal distribution. */
export interface LikelyRate {
  rate: number
  deviation: number
  weight: number
}

/** A belief that can be asked. */
export interface Weighed {
  mean: number
  variance: number
  /** share of the belief below a rate */
  below: (rate: number) => number
  /** rate below which a share of the belief lies */
  quantile: (share: number) => number
}

/** Steps of a prior further from a piece than this have nothing of it, standard deviations. */
const FAR = 9

/** @param doubt variance of other causes, added to each piece */
export function weigh({ pieces, prior }: RateBelief, doubt = 0): Weighed {
  const each = merged(pieces.map(({ rate, variance, weight }) => ({ rate, deviation: Math.sqrt(variance + doubt), weight })))
  return (prior && weighedBy(prior, each)) ?? weighedAlone(each)
}

/** Pieces whose rates and spreads differ by less than this, of the spread, are one. */
const ALIKE = 0.05
/** The same for a belief that is kept, and the share below which a piece of it is not. */
const KEPT_ALIKE = 0.25
const KEPT_SHARE = 1e-4

/** What the readings say, as few pieces as tell it, the weights making one. @param doubt variance added to each piece */
export function condensed(pieces: RateBelief['pieces'], doubt: number): LikelyRate[] {
  const few = mergedWithin(
    pieces.map(({ rate, variance, weight }) => ({ rate, deviation: Math.sqrt(variance + doubt), weight })),
    KEPT_ALIKE,
  )
  const total = few.reduce((sum, piece) => sum + piece.weight, 0)
  return few
    .map(piece => ({ ...piece, weight: piece.weight / total }))
    .filter(piece => piece.weight > KEPT_SHARE)
    .sort((a, b) => b.weight - a.weight)
}

/** The same mixture with fewer pieces: those that lie on each other are put together by their moments. */
const merged = (pieces: readonly LikelyRate[]) => (pieces.length < MANY ? [...pieces] : mergedWithin(pieces, ALIKE))

function mergedWithin(pieces: readonly LikelyRate[], alike: number): LikelyRate[] {
  const groups = new Map<string, { weight: number; first: number; second: number }>()
  for (const { rate, deviation, weight } of pieces) {
    if (!(weight > 0)) continue
    const size = Math.round(Math.log(deviation) / alike)
    const key = `${size} ${Math.round(rate / (alike * Math.exp(size * alike)))}`
    const group = groups.get(key) ?? { weight: 0, first: 0, second: 0 }
    group.weight += weight
    group.first += weight * rate
    group.second += weight * (rate * rate + deviation * deviation)
    groups.set(key, group)
  }
  return [...groups.values()].map(({ weight, first, second }) => {
    const rate = first / weight
    return { rate, deviation: Math.sqrt(second / weight - rate * rate), weight }
  })
}
const MANY = 50

function weighedAlone(pieces: readonly LikelyRate[]): Weighed {
  const total = pieces.reduce((sum, piece) => sum + piece.weight, 0)
  const mean = pieces.reduce((sum, piece) => sum + piece.weight * piece.rate, 0) / total
  const variance =
    pieces.reduce((sum, { rate, deviation, weight }) => sum + weight * (deviation * deviation + (rate - mean) ** 2), 0) / total
  const below = (rate: number) =>
    pieces.reduce((sum, piece) => sum + piece.weight * normalCumulative((rate - piece.rate) / piece.deviation), 0) / total
  const reach = 12 * Math.sqrt(variance)
  return { mean, variance, below, quantile: share => bisect(below, share, mean - reach, mean + reach) }
}

/** The mixture times the prior; null where the two have nothing in common. */
function weighedBy({ edges, densities }: LeakPrior, pieces: readonly LikelyRate[]): Weighed | null {
  const last = edges.length - 1
  /** belief in each step, up to a constant, and its first two moments */
  const masses = new Float64Array(edges.length)
  let first = 0,
    second = 0
  for (const { rate, deviation, weight } of pieces) {
    for (let step = 0; step <= last; step++) {
      const low = (edges[step]! - rate) / deviation
      const high = step === last ? Infinity : (edges[step + 1]! - rate) / deviation
      if (high < -FAR && step < last) continue
      if (low > FAR && step > 0) break
      const share = weight * densities[step]!
      const mass = normalBetween(low, high)
      // Truncated normal moments (any text on the normal distribution).
      const rise = normalDensity(low) - normalDensity(high)
      const bend =
        (Number.isFinite(low) ? low * normalDensity(low) : 0) - (Number.isFinite(high) ? high * normalDensity(high) : 0)
      masses[step]! += share * mass
      first += share * (rate * mass + deviation * rise)
      second += share * (rate * rate * mass + 2 * rate * deviation * rise + deviation * deviation * (mass + bend))
    }
  }
  const total = masses.reduce((sum, mass) => sum + mass, 0)
  if (!(total > 0)) return null
  const before = new Float64Array(edges.length)
  for (let step = 1; step <= last; step++) before[step] = before[step - 1]! + masses[step - 1]!
  const below = (rate: number) => {
    if (rate <= 0) return 0
    let step = 0
    while (step < last && edges[step + 1]! <= rate) step++
    let mass = 0
    for (const piece of pieces)
      mass += piece.weight * normalBetween((edges[step]! - piece.rate) / piece.deviation, (rate - piece.rate) / piece.deviation)
    return Math.min(1, (before[step]! + densities[step]! * mass) / total)
  }
  const mean = first / total
  const variance = Math.max(0, second / total - mean * mean)
  const far = pieces.reduce((most, piece) => Math.max(most, piece.rate + FAR * piece.deviation), 0)
  return {
    mean,
    variance,
    below,
    quantile(share) {
      let step = 0
      while (step < last && before[step + 1]! < share * total) step++
      return bisect(below, share, edges[step]!, step === last ? Math.max(far, edges[last]!) : edges[step + 1]!)
    },
  }
}

/** Halved until the ends differ by some millionth of where they began. */
function bisect(of: (x: number) => number, value: number, from: number, to: number): number {
  let low = from,
    high = to
  for (let k = 0; k < 25; k++) {
    const middle = (low + high) / 2
    if (of(middle) < value) low = middle
    else high = middle
  }
  return (low + high) / 2
}
