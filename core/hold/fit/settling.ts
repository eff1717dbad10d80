import { compressionWarmth, type Effect } from '../besides/discrepancy'
import { pumpings, type Pumping } from '../besides/pumpings'
import type { HoldSetup } from '../holdSetup'
import type { HoldSeries } from '../holdSeries'

/** A course that gas may take to the skin's temperature after each pumping, and what is believed of it before a hold. */
export interface Settling {
  /** s */
  tau: number
  /** Pa·m3/K for each kelvin of warmth that a pumping to the test pressure leaves */
  column: Float64Array
  /** 1 where gas starts warmer than the skin, -1 where colder */
  side: 1 | -1
  /** K, scale of a half-normal */
  spread: number
  belief: number
  /** of the slow part, s */
  slowTau: number | null
  /** what it does that is not this course alone */
  rest: readonly Effect[]
  /** of that what a little longer a time constant would do, and one of the slow part */
  near: Effect | null
  nearSlow: Effect | null
}

/** Time constants that a record has been found to settle with, s. */
export interface FoundTaus {
  tau: number
  slowTau: number | null
}

/** How gas settles: not at all any more, or in one of several courses; all beliefs make one. */
export interface Settlings {
  settled: { belief: number; rest: readonly Effect[] }[]
  courses: readonly Settling[]
}

interface Warmth {
  side: 1 | -1
  spread: number
  belief: number
  taus: readonly number[]
}

/** Time constants tried for the gas to reach the skin's temperature, s; belief in each is the same beforehand. */
const settlingTaus = [30, 45, 65, 95, 140, 200, 280, 400] as const
const fewTaus = [45, 95, 200, 400] as const

/**
 * Beliefs before a hold: half of all holds are read settled. Gas compressed into a tank is warmer than its skin and gas drawn
 * out leaves the rest colder (first law, any text), by up to about 1 K once the pump has stopped; the other way round is rare
 * and small, as with air brought in from the cold.
 */
const usualWarmth = (sign: 1 | -1): Warmth[] => [
  { side: sign, spread: 1, belief: 0.45, taus: settlingTaus },
  { side: sign === 1 ? -1 : 1, spread: 0.5, belief: 0.05, taus: [45, 140, 400] },
]

/**
 * The same for a tank of which somebody said where it stands: gas that a pump gave its own heat, or that was not waited for, may be
 * as warm as compression makes it. Where the pumping is in the record nobody waited.
 */
function warmthOf(setup: HoldSetup, sign: 1 | -1, seen: boolean): Warmth[] {
  const warmth = compressionWarmth(setup)
  const beliefs = seen ? { hot: 0.45, mild: 0.4 } : { hot: 0.05, mild: 0.42 }
  return [
    { side: sign, spread: 0.1 * warmth + 0.3, belief: beliefs.mild, taus: fewTaus },
    { side: sign, spread: (seen ? 0.6 : 1) * warmth + 1, belief: beliefs.hot, taus: fewTaus },
    { side: sign === 1 ? -1 : 1, spread: 0.5, belief: 0.03, taus: [95, 400] },
  ]
}

/** Gas behind baffles, in foam or by a thick wall: of what settles a share that does so with such a time constant, s. */
export const SLOW: { belief: number; share: number; taus: readonly number[] } = { belief: 0.25, share: 0.3, taus: [600, 1600] }
/** How far that share is from what is usual, of itself. */
const SLOW_SPREAD = 0.5
/** Of gas that seems settled: belief that something slow is left, and how much, K. */
const SLOW_LEFT = { belief: 0.2, mean: 0.05, spread: 0.1, tau: 1400 }
/** Beside one time constant others close to it, of the warmth. */
const NEAR_TAU = 0.4
/** How far one pumping's warmth is from another's, of what its jump of pressure gives; at the least as of such a share, K. */
const OWN_WARMTH = { share: 0.04, least: 0.01 }

/** @param sign 1 for pressure, -1 for vacuum @param found tried besides the usual time constants */
export function settlings(setup: HoldSetup, series: HoldSeries, sign: 1 | -1, found: readonly FoundTaus[] = []): Settlings {
  const pumped = pumpings(setup, series)
  const later = pumped.slice(1)
  const told = setup.surroundings !== undefined
  const warmths = told
    ? warmthOf(
        setup,
        sign,
        later.some(each => each.share > 0.3),
      )
    : usualWarmth(sign)
  const perKelvin = series.inventory.map(amount => amount / series.meanTemperature)
  const columns = new Map<string, Float64Array>()
  const course = (name: string, of: (since: number) => number, from: readonly Pumping[] = pumped) => {
    const kept = columns.get(name)
    if (kept) return kept
    const out = new Float64Array(series.times.length)
    for (const { block, t, share } of from)
      if (share !== 0) for (let i = block; i < out.length; i++) out[i]! += share * perKelvin[i]! * of(series.times[i]! - t)
    columns.set(name, out)
    return out
  }
  const fall = (tau: number) => (since: number) => (since < 40 * tau ? Math.exp(-since / tau) : 0)
  const courses = warmths.flatMap(({ side, spread, belief, taus }) => {
    const usual = taus.flatMap(tau => [
      { tau, slowTau: null, share: (1 - SLOW.belief) / taus.length },
      ...SLOW.taus.map(slowTau => ({ tau, slowTau, share: SLOW.belief / SLOW.taus.length / taus.length })),
    ])
    const tried = told
      ? [...usual, ...found.map(each => ({ ...each, share: (each.slowTau ? SLOW.belief : 1 - SLOW.belief) / taus.length }))]
      : taus.map(tau => ({ tau, slowTau: null, share: 1 / taus.length }))
    const whole = tried.reduce((sum, each) => sum + each.share, 0)
    return tried.map(({ tau, slowTau, share }): Settling => {
      const slow = slowTau === null ? null : { tau: slowTau, share: SLOW.share }
      const fast = fall(tau)
      const late = slow && fall(slow.tau)
      const near: Effect | null = told
        ? { name: 'settling', column: course(`near ${tau}`, t => (t / tau) * fast(t)), mean: 0, spread: NEAR_TAU * spread }
        : null
      const nearSlow: Effect | null =
        slow && late
          ? {
              name: 'slow settling',
              column: course(`near ${slow.tau}`, t => (t / slow.tau) * late(t)),
              mean: 0,
              spread: NEAR_TAU * slow.share * spread,
            }
          : null
      const rest: Effect[] = [near, nearSlow].filter(each => each !== null)
      if (slow && late)
        rest.push({
          name: 'slow settling',
          column: course(`${slow.tau}`, late),
          mean: 0,
          spread: SLOW_SPREAD * slow.share * spread,
        })
      for (const each of later)
        rest.push({
          name: 'settling',
          column: course(`own ${tau} ${each.block}`, fast, [{ ...each, share: 1 }]),
          mean: 0,
          spread: Math.max(
            OWN_WARMTH.least,
            Math.abs(each.share) * (each.pushed ? compressionWarmth(setup) : OWN_WARMTH.share * spread),
          ),
        })
      return {
        tau,
        slowTau: slow && slow.tau,
        side,
        spread,
        belief: (belief * share) / whole,
        column: slow && late ? course(`${tau} ${slow.tau}`, t => fast(t) + slow.share * late(t)) : course(`${tau}`, fast),
        rest,
        near,
        nearSlow,
      }
    })
  })
  const settled = 1 - courses.reduce((sum, each) => sum + each.belief, 0)
  const left: Effect = {
    name: 'slow settling',
    column: course(`${SLOW_LEFT.tau}`, fall(SLOW_LEFT.tau)),
    mean: sign * SLOW_LEFT.mean,
    spread: SLOW_LEFT.spread,
  }
  return {
    courses,
    settled: told
      ? [
          { belief: settled * (1 - SLOW_LEFT.belief), rest: [] },
          { belief: settled * SLOW_LEFT.belief, rest: [left] },
        ]
      : [{ belief: settled, rest: [] }],
  }
}

const LONGEST_TAU = 600
const SHORTEST_SLOW = 400
const LONGEST_SLOW = 4000

/**
 * The time constants that a fitted course points to: where a little more of its neighbour was needed, the neighbour.
 * @param warmth K fitted @param coefficient of one of the course's own effects
 */
export function foundTaus(
  course: Settling,
  warmth: number,
  coefficient: (effect: Effect) => number,
): FoundTaus & { moved: boolean } {
  const longer = (effect: Effect, of: number) =>
    Math.exp(Math.max(-0.5, Math.min(0.5, of === 0 ? 0 : coefficient(effect) / of)))
  const tau = Math.max(20, Math.min(LONGEST_TAU, course.tau * (course.near ? longer(course.near, warmth) : 1)))
  const slowTau =
    course.nearSlow && course.slowTau
      ? Math.max(SHORTEST_SLOW, Math.min(LONGEST_SLOW, course.slowTau * longer(course.nearSlow, SLOW.share * warmth)))
      : null
  const near = (a: number | null, b: number | null) =>
    a === b || (a !== null && b !== null && Math.abs(Math.log(a / b)) < SAME_TAU)
  return { tau, slowTau, moved: !near(tau, course.tau) || !near(slowTau, course.slowTau) }
}
/** Time constants nearer to each other than this share are one. */
const SAME_TAU = 0.02
