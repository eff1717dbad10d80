import { throughputFromStandard } from '../quantity/standardLeakRate'
import { normalBounds, verdictOf } from './belief/verdict'
import { minMaxThin } from '../readings/minMaxThin'
import { pressureAhead } from './ahead/pressureAhead'
import { resultJson, setupFromJson } from '../readings/setupJson'
import { smoothChannel } from './channels/smoothChannel'
import { logEvidence, normalEquations, solveNormal } from '../algebra/weightedLeastSquares'
import { estimateHold } from './estimateHold'
import { ENGINE } from './holdEstimate'

describe('weighted least squares', () => {
  const x = Float64Array.from([0, 1, 2, 3, 4])
  const ones = Float64Array.from([1, 1, 1, 1, 1])
  const y = Float64Array.from([1, 3, 5, 7, 9])
  const even = Float64Array.from([1, 1, 1, 1, 1])
  const weightedLeastSquares = (columns: Float64Array[], values: Float64Array, weights: Float64Array, prior: number[]) =>
    solveNormal(normalEquations(columns, values, weights), prior)

  test('an exact line comes back with the textbook covariance', () => {
    const fit = weightedLeastSquares([ones, x], y, even, [Infinity, Infinity])!
    expect(fit.coefficients[0]).toBeCloseTo(1, 10)
    expect(fit.coefficients[1]).toBeCloseTo(2, 10)
    expect(fit.chiSquare).toBeCloseTo(0, 12)
    expect(fit.covariance[1]![1]).toBeCloseTo(1 / 10, 10)
  })
  test('a weight of zero leaves a value out, a narrow prior holds a coefficient', () => {
    const wild = Float64Array.from([1, 3, 500, 7, 9])
    expect(
      weightedLeastSquares([ones, x], wild, Float64Array.from([1, 1, 0, 1, 1]), [Infinity, Infinity])!.coefficients[1],
    ).toBeCloseTo(2, 10)
    expect(weightedLeastSquares([ones, x], y, even, [Infinity, 1e-12])!.coefficients[1]).toBeCloseTo(0, 6)
  })
  test('the evidence prefers the simpler of two models that fit alike', () => {
    const slope = (prior: number) =>
      logEvidence(weightedLeastSquares([ones, x], Float64Array.from([1, 1, 1, 1, 1]), even, [Infinity, prior])!)
    expect(slope(0.01)).toBeGreaterThan(slope(100))
  })
  test('columns that say the same determine nothing', () =>
    expect(weightedLeastSquares([ones, ones], y, even, [Infinity, Infinity])).toBeNull())
})

test('smoothing a coarse thermometer keeps its slope and halves its steps', () => {
  const times = Float64Array.from({ length: 361 }, (_, k) => k * 5)
  const truth = (t: number) => 290 + (t / 1800) * 0.4
  const coarse = Float64Array.from(times, t => Math.round(truth(t) / 0.05) * 0.05)
  const counts = new Float64Array(361).fill(1)
  const smooth = smoothChannel(times, coarse, counts, 450)!
  expect(Math.max(...[...times].map((t, i) => Math.abs(smooth.values[i]! - truth(t))))).toBeLessThan(0.02)
  expect(smooth.jumps).toEqual([])
  expect(
    smoothChannel(
      times,
      coarse.map((value, i) => (i === 3 ? value : NaN)),
      counts,
      450,
    ),
  ).toBeNull()
  const jumped = smoothChannel(
    times,
    coarse.map((value, i) => value + (i >= 200 ? 3 : 0) + (i === 50 ? -9 : 0)),
    counts,
    450,
    0.8,
  )!
  expect(jumped.jumps).toEqual([250, 1000])
  expect(Math.max(...[...times].map((t, i) => Math.abs(jumped.values[i]! - truth(t))))).toBeLessThan(0.08)
})

test('thinning for the eye never hides a spike', () => {
  const points = Array.from({ length: 50_000 }, (_, x) => ({ x, y: x === 31_234 ? 99 : Math.sin(x) }))
  const thin = minMaxThin(points, 1000)
  expect(thin.length).toBeLessThanOrEqual(1100)
  expect(thin.some(point => point.y === 99)).toBe(true)
  expect(thin.every((point, i) => i === 0 || point.x > thin[i - 1]!.x)).toBe(true)
  expect(minMaxThin(points.slice(0, 10), 1000)).toHaveLength(10)
})

const json = {
  method: 'pressure-decay',
  ullage_L: 60,
  gauge: { resolution_kPa: 0.01, noise_kPa: 0.003 },
  testPressure_kPa: 6.9,
  acceptance: { limit_mLmin: 1 },
}

test('a set-up file has the defaults of the format', () => {
  expect(setupFromJson(json)).toMatchObject({
    space: { volume: 0.06, wallGive: 0 },
    volumeUncertainty: 0.0012,
    temperatureChangeUncertainty: 0.5,
    barometerChangeUncertainty: 40,
    testPressure: 6900,
    rigLeak: 0,
    limit: throughputFromStandard(1),
  })
})

test.each([
  [null, 'JSON object'],
  [{ ...json, method: 'guess' }, 'method'],
  [{ ...json, ullage_L: 'many' }, 'ullage_L'],
  [{ ...json, acceptance: {} }, 'limit_mLmin'],
  [{ ...json, gauge: 3 }, 'gauge'],
])('a broken set-up names its field', (broken, words) => expect(() => setupFromJson(broken)).toThrow(words))

test('pressure ahead falls as the estimate would read it', () => {
  const setup = {
    ...setupFromJson(json),
    volumeUncertainty: 0,
    temperatureChangeUncertainty: 0,
    barometerChangeUncertainty: 0,
    gauge: { resolution: 0, noise: 0.5 },
  }
  const ahead = pressureAhead(
    setup,
    { t: 0, pressure: 6900, temperature: 293.15, barometer: 101_325 },
    throughputFromStandard(3),
    1800,
    61,
  )
  expect(ahead.at(-1)!.pressure).toBeLessThan(6900)
  const estimate = estimateHold(
    setup,
    ahead.map(({ t, pressure }) => ({ t, pressure, temperature: 293.15, barometer: 101_325 })),
  )
  expect(resultJson('a.csv', setup, estimate)).toMatchObject({
    file: 'a.csv',
    verdict: 'leaking',
    atPressure_kPa: 6.9,
    readings: 61,
    ignored: 0,
    engine: ENGINE,
  })
  expect(resultJson('a.csv', setup, estimate).leakRate_mLmin).toBeCloseTo(3, 1)
})

describe('the verdict', () => {
  const verdict = (rate: number, uncertainty: number) => verdictOf(normalBounds(rate, uncertainty), 1)
  test('is by one-sided bounds', () => {
    expect([verdict(0.5, 0.3), verdict(0.5, 0.31)]).toEqual(['sealed', 'cannot-tell'])
    expect([verdict(1.5, 0.3), verdict(1.5, 0.31)]).toEqual(['leaking', 'cannot-tell'])
  })
  test('a bound that stands at the limit itself tells nothing', () => {
    expect(verdictOf({ above95: 0, below95: 1, belowZero: false }, 1)).toBe('cannot-tell')
    expect(verdictOf({ above95: 1, below95: 2, belowZero: false }, 1)).toBe('cannot-tell')
  })
  test('an estimate below zero is no sight of a tight tank: its upper bound is that of none at least', () => {
    expect(normalBounds(-0.5, 0.5)).toEqual({ above95: 0, below95: expect.closeTo(1.644854 * 0.5, 5), belowZero: false })
    expect([verdict(-0.5, 0.6), verdict(-0.5, 0.7)]).toEqual(['sealed', 'cannot-tell'])
  })
  test('one further below zero than its doubt explains cannot tell, however small its bound', () => {
    expect(normalBounds(-2, 1).belowZero).toBe(false)
    expect(normalBounds(-2.01, 1).belowZero).toBe(true)
    expect([verdict(-0.019, 0.01), verdict(-0.021, 0.01)]).toEqual(['sealed', 'cannot-tell'])
  })
})
