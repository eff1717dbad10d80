import { STANDARD_PRESSURE, STANDARD_TEMPERATURE, throughputFromStandard } from '../../quantity/standardLeakRate'
import { balloonGirth, balloonVolume, estimateBalloon, RUBBER_LOSS, type BalloonSetup, type GirthReading } from './balloon'

/** Every figure of an estimate against arithmetic by hand: three girths an hour apart, of a balloon that shrinks by so much an hour. */
const HOUR = 3600
const PRESSURE = STANDARD_PRESSURE + 2500
const setup: BalloonSetup = {
  volume: 0.02,
  volumeUncertainty: 0.0004,
  pressure: 2500,
  girthUncertainty: 0.002,
  temperatureChangeUncertainty: 0.2,
  barometerChangeUncertainty: 30,
  limit: throughputFromStandard(1),
}
/** @param lost m3 an hour */
const shrinking = (lost: number, change: (k: number) => Partial<GirthReading> = () => ({}), start = 0.005): GirthReading[] =>
  [0, 1, 2].map(k => ({ t: k * HOUR, girth: balloonGirth(start - lost * k), ...change(k) }))
const rateOf = (lost: number) => (PRESSURE * lost) / HOUR

test('the rate is the gas that is gone, less what the rubber loses', () => {
  const { leakRate, rubberLoss, rubberFrom, readings } = estimateBalloon(setup, shrinking(1e-4))
  expect(leakRate).toBeCloseTo(rateOf(1e-4) - RUBBER_LOSS.rate, 9)
  expect({ rubberLoss, rubberFrom, readings }).toEqual({ rubberLoss: RUBBER_LOSS.rate, rubberFrom: 'default', readings: 3 })
})

test('each part of the doubt is what it is by hand, and together they make the interval', () => {
  const readings = shrinking(1e-4, k => ({ temperature: STANDARD_TEMPERATURE + k }), 0.006)
  const { budget, uncertainty, low95, high95, leakRate } = estimateBalloon(setup, readings)
  const mean = readings.reduce((sum, { girth }) => sum + girth, 0) / 3
  const whole = setup.volume + balloonVolume(mean)
  const one = ((3 * balloonVolume(mean) * 0.002) / mean) * (PRESSURE / STANDARD_TEMPERATURE)
  // The warmer gas does not shrink in a straight line; the scatter about it widens the doubt only where it is more than the girths' own.
  expect(budget.girth).toBeCloseTo((one / (HOUR * Math.SQRT2)) * STANDARD_TEMPERATURE, 9)
  expect(budget.temperature).toBeCloseTo((whole * 0.2 * STANDARD_PRESSURE) / STANDARD_TEMPERATURE / (2 * HOUR), 9)
  expect(budget.barometer).toBeCloseTo((whole * 30) / (2 * HOUR), 9)
  expect(budget.volume).toBeCloseTo((0.0004 * 2 * STANDARD_PRESSURE) / STANDARD_TEMPERATURE / (2 * HOUR), 9)
  expect(budget.rubber).toBe(RUBBER_LOSS.uncertainty)
  expect(uncertainty).toBeCloseTo(Math.hypot(...Object.values(budget)), 12)
  expect(low95).toBeCloseTo(Math.max(0, leakRate - 1.959964 * uncertainty), 9)
  const steady = estimateBalloon(setup, shrinking(1e-3))
  expect(steady.low95).toBeCloseTo(steady.leakRate - 1.959964 * steady.uncertainty, 9)
  expect(steady.high95).toBeCloseTo(steady.leakRate + 1.959964 * steady.uncertainty, 9)
  expect(high95).toBeGreaterThan(leakRate)
})

test('the smallest leak it sees is the one-sided bound of a tight tank, or its own where that is lower', () => {
  const { smallestSeen, uncertainty } = estimateBalloon(setup, shrinking(1e-3))
  expect(smallestSeen).toBeCloseTo(1.644854 * uncertainty, 9)
  // An estimate below zero counts as none: its bounds are those of a tight tank.
  const below = estimateBalloon(setup, shrinking(-1e-3))
  expect([below.leakRate, below.low95, below.above95]).toEqual([0, 0, 0])
  expect(below.high95).toBeCloseTo(1.959964 * below.uncertainty, 9)
  expect(below.below95).toBeCloseTo(1.644854 * below.uncertainty, 9)
  expect(below.smallestSeen).toBeCloseTo(1.644854 * below.uncertainty, 9)
})

test('a balloon that grows cannot tell, and no wait would', () => {
  const grown = estimateBalloon(setup, shrinking(-5e-3))
  expect(rateOf(-5e-3)).toBeLessThan(-2 * grown.uncertainty)
  expect(grown).toMatchObject({ belowZero: true, verdict: 'cannot-tell', minutesMore: null })
})

test('the verdict turns at the one-sided bounds, and an undecided one says how long it takes', () => {
  const readings = shrinking(1e-3)
  const { leakRate, uncertainty } = estimateBalloon(setup, readings)
  const verdictAt = (limit: number) => estimateBalloon({ ...setup, limit }, readings)
  const upper = leakRate + 1.644854 * uncertainty,
    lower = leakRate - 1.644854 * uncertainty
  expect(verdictAt(upper * 1.0001)).toMatchObject({ verdict: 'sealed', minutesMore: null })
  expect(verdictAt(lower * 0.9999)).toMatchObject({ verdict: 'leaking', minutesMore: null })
  const near = verdictAt(upper * 0.9999)
  expect(near.verdict).toBe('cannot-tell')
  // Five per cent of two hours more would do, in whole minutes; what is never decided has no time.
  expect(near.minutesMore).toBe(7)
  expect(verdictAt(leakRate).minutesMore).toBeNull()
})

test('more time is worth what it takes off girth, temperature, weather and volume, never off the rubber', () => {
  const readings = shrinking(1e-3, k => ({ temperature: STANDARD_TEMPERATURE + k / 10 }))
  const { leakRate, budget } = estimateBalloon(setup, readings)
  const after = (factor: number) =>
    Math.hypot(
      budget.girth / factor,
      budget.temperature / factor,
      budget.barometer / factor,
      budget.volume / factor,
      budget['rubber pressure'] / factor,
      budget.rubber,
    )
  const limit = leakRate + 1.644854 * after(2)
  const more = estimateBalloon({ ...setup, limit }, readings).minutesMore!
  expect(more).toBeGreaterThanOrEqual(120)
  expect(more).toBeLessThan(135)
})

describe('a control balloon', () => {
  const withControl = (lost: number, start: number) => shrinking(1e-3, k => ({ controlGirth: balloonGirth(start - lost * k) }))
  test('tells what the rubber loses, scaled by its surface', () => {
    const same = estimateBalloon(setup, withControl(2e-5, 0.004))
    expect(same.rubberFrom).toBe('control')
    const mean = (of: (k: number) => number) => [0, 1, 2].reduce((sum, k) => sum + of(k), 0) / 3
    const area = (mean(k => balloonGirth(0.005 - 1e-3 * k)) / mean(k => balloonGirth(0.004 - 2e-5 * k))) ** 2
    expect(same.rubberLoss).toBeCloseTo(rateOf(2e-5) * area, 8)
    const one =
      ((3 * balloonVolume(mean(k => balloonGirth(0.005 - 1e-3 * k))) * 0.002) / mean(k => balloonGirth(0.005 - 1e-3 * k))) *
      (PRESSURE / STANDARD_TEMPERATURE)
    expect(same.budget.rubber).toBeCloseTo((one / (HOUR * Math.SQRT2)) * STANDARD_TEMPERATURE * area, 8)
  })
  test('wants two girths at two times', () => {
    const once = shrinking(1e-3).map((reading, k) => (k === 0 ? { ...reading, controlGirth: 0.5 } : reading))
    expect(estimateBalloon(setup, once).rubberFrom).toBe('default')
    const twice = shrinking(1e-3).map((reading, k) => (k < 2 ? { ...reading, controlGirth: 0.5 } : reading))
    expect(estimateBalloon(setup, twice).rubberFrom).toBe('control')
  })
})

describe('girths', () => {
  test('may come in any order, the later of two at a time counts, and none may be absurd', () => {
    const readings = shrinking(1e-3)
    const sorted = estimateBalloon(setup, readings)
    expect(estimateBalloon(setup, [readings[2]!, readings[0]!, readings[1]!])).toEqual(sorted)
    expect(estimateBalloon(setup, [{ ...readings[1]!, girth: 0.9 }, ...readings])).toEqual(sorted)
    const later = readings.map(reading => ({ ...reading, t: reading.t + 500 }))
    expect(estimateBalloon(setup, later).leakRate).toBeCloseTo(sorted.leakRate, 12)
    expect(estimateBalloon(setup, later).budget).toEqual(sorted.budget)
    for (const girth of [0, -0.1, 5.01, NaN])
      expect(() => estimateBalloon(setup, [...readings, { t: 9, girth }])).toThrow('more than zero and below 5 m')
    expect(() => estimateBalloon(setup, [...readings, { t: 9, girth: 5 }])).not.toThrow()
  })
  test('must be two, ten minutes apart', () => {
    expect(() => estimateBalloon(setup, [])).toThrow('two girths at least ten minutes apart')
    const apart = (t: number) => () =>
      estimateBalloon(setup, [
        { t: 0, girth: 0.6 },
        { t, girth: 0.598 },
      ])
    expect(apart(599)).toThrow('two girths')
    expect(apart(600)).not.toThrow()
    expect(() => estimateBalloon(setup, [{ t: 0, girth: 0.6 }])).toThrow('two girths')
    expect(() =>
      estimateBalloon(setup, [
        { t: 7, girth: 0.6 },
        { t: 7, girth: 0.5 },
      ]),
    ).toThrow('two girths')
    expect(
      estimateBalloon(setup, [
        { t: 0, girth: 0.6 },
        { t: 600, girth: 0.6 },
      ]).readings,
    ).toBe(2)
  })
  test('that scatter more than they should widen the doubt', () => {
    const bent = [0, 1, 2, 3].map(k => ({ t: k * HOUR, girth: 0.66 + (k % 2) * 0.02 }))
    const straight = [0, 1, 2, 3].map(k => ({ t: k * HOUR, girth: 0.67 }))
    const ratio = estimateBalloon(setup, bent).budget.girth / estimateBalloon(setup, straight).budget.girth
    // Residuals of 10 mm about their line against a doubt of 2 mm, two degrees of freedom: sqrt(16 / 2 * (10 / 2)^2 / 5).
    expect(ratio).toBeCloseTo(Math.sqrt(80 / 2), 0)
  })
})

test('the rubber’s own pressure wanders: a tenth of it, and as much more as its girth changed', () => {
  const { budget } = estimateBalloon(setup, shrinking(1e-3))
  const girths = [0, 1, 2].map(k => balloonGirth(0.005 - 1e-3 * k))
  const mean = girths.reduce((sum, girth) => sum + girth, 0) / 3
  const wanders = 0.1 + (girths[0]! - girths[2]!) / mean
  expect(budget['rubber pressure']).toBeCloseTo(((setup.volume + balloonVolume(mean)) * setup.pressure * wanders) / 7200, 9)
})
