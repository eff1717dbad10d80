import { estimateHold } from '../hold/estimateHold'
import { wallOf } from '../hold/besides/surroundings'
import type { HoldEstimate } from '../hold/holdEstimate'
import type { HoldSetup, Reading } from '../hold/holdSetup'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { uniformAt } from '../standin/seededRandom'
import { standInTank } from '../standin/standInTank'
import { typicalTank } from '../standin/typicalTank'
import { tankKinds } from '../circuit/tankKinds'

/** What somebody says of a curve who has looked at it for half a minute. */
export const curveWords = ['sealed', 'leaking', 'cannot-tell'] as const
export type CurveWord = (typeof curveWords)[number]

/** A hold as it was logged, to be judged by eye, and what it was. */
export interface Curve {
  seed: number
  setup: HoldSetup
  readings: readonly Reading[]
  /** what the record allows to be said; a tank that leaks and one that does not can look the same */
  right: CurveWord
  /** what truly got out, Pa·m3/s */
  leak: number
  estimate: HoldEstimate
}

const draws = {
  tank: 300,
  leak: 301,
  place: 302,
  minutes: 303,
  thermometer: 304,
  barometer: 305,
  unruly: 306,
  night: 307,
} as const
/** Leaks as times the limit, each as likely: tight, fine, near, and plain. */
const TIMES = [0, 0, 0.2, 0.5, 1.6, 3, 8] as const
const MINUTES = [15, 25, 40, 60] as const
const EVERY = 15 // s

/**
 * A curve from its seed: a tank of some kind, tight or not, with what real tanks do besides (EN 1779; the effects of docs/hold.md).
 * What can be said of it is what the estimate says, unless the estimate is wrong: then the truth.
 * @param seed whole number
 */
export function curveOf(seed: number): Curve {
  const draw = (what: keyof typeof draws) => uniformAt(seed, draws[what], 0)
  const one = <T>(list: readonly T[], what: keyof typeof draws): T => list[Math.floor(draw(what) * list.length)]!
  const tank = one(tankKinds, 'tank')
  const limit = throughputFromStandard(tank.acceptance)
  const leak = limit * one(TIMES, 'leak')
  const place = one(['still room', 'indoors', 'indoors', 'outdoors'] as const, 'place')
  const hasThermometer = draw('thermometer') < 0.8
  const hasBarometer = draw('barometer') < 0.7
  const outdoors = place === 'outdoors'
  const setup: HoldSetup = {
    method: 'pressure-decay',
    space: { volume: tank.capacity, wallGive: tank.wallGivePerKPa / 1000 },
    volumeUncertainty: 0.03 * tank.capacity,
    wallGiveUncertainty: (0.3 * tank.wallGivePerKPa) / 1000,
    gauge: { resolution: 5, noise: 3 },
    temperatureChangeUncertainty: hasThermometer ? 0.05 : outdoors ? 1 : 0.3,
    barometerChangeUncertainty: hasBarometer ? 10 : 60,
    testPressure: tank.workingPressure,
    limit,
    rigLeak: 0,
    rigLeakUncertainty: 0,
    surroundings: { place, wall: wallOf(tank.material), inside: 'aired' },
  }
  const simulated = standInTank(
    typicalTank({
      seed,
      unruliness: 0.5 * draw('unruly'),
      setup,
      hasThermometer,
      hasBarometer,
      atNight: draw('night') < 0.5,
      leaks: leak > 0 ? [{ law: 'viscous', rate: leak, referencePressure: tank.workingPressure }] : [],
    }),
  )
  const readings: Reading[] = []
  for (let t = 0; t <= one(MINUTES, 'minutes') * 60; t += EVERY) readings.push(simulated.readAt(t))
  const estimate = estimateHold(setup, readings, [])
  const truth = leak > limit ? 'leaking' : 'sealed'
  return { seed, setup, readings, leak, estimate, right: estimate.verdict === 'cannot-tell' ? 'cannot-tell' : truth }
}

/** An answer, and how sure somebody was of it. */
export interface CurveAnswer {
  said: CurveWord
  /** chance that it is right, 1/3 to 1 */
  sure: number
  right: CurveWord
}

/**
 * Penalty of an answer, 0 to 2, the less the better: squared distance of the chances that were said from what was so (Brier 1950). The
 * chances that were left are shared by the other two words. It is least, on average, for whoever says what they believe.
 */
export function brierScore({ said, sure, right }: CurveAnswer): number {
  return curveWords.reduce((sum, word) => {
    const chance = word === said ? sure : (1 - sure) / (curveWords.length - 1)
    return sum + (chance - (word === right ? 1 : 0)) ** 2
  }, 0)
}

/** Of what somebody said with one degree of sureness, how much was right. */
export interface Calibration {
  /** from 0 to 1 */
  sure: number
  right: number
  of: number
}

/** Degrees of sureness between which nobody tells a difference. */
const DEGREES = [0.35, 0.5, 0.65, 0.8, 0.95] as const

/** How often somebody was right when they were so sure; degrees that were never said are left out. */
export function calibrationOf(answers: readonly CurveAnswer[]): Calibration[] {
  const nearest = (sure: number) =>
    DEGREES.reduce((best, each) => (Math.abs(each - sure) < Math.abs(best - sure) ? each : best))
  return DEGREES.flatMap(degree => {
    const own = answers.filter(({ sure }) => nearest(sure) === degree)
    if (own.length === 0) return []
    return [
      {
        sure: own.reduce((sum, each) => sum + each.sure, 0) / own.length,
        right: own.filter(({ said, right }) => said === right).length / own.length,
        of: own.length,
      },
    ]
  })
}
