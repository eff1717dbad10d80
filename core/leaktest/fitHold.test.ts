import { throughputFromStandard } from '../quantity/standardLeakRate'
import { fitHold } from './fitHold'
import type { HoldSetup, Reading } from './hold'
import { exposureTime } from './estimateHold'
import { decision } from './holdDecision'
import { holdSeries } from './holdSeries'
import { normalAt } from '../standin/seededRandom'

const setup: HoldSetup = {
  method: 'pressure-decay', space: { volume: 0.05, wallGive: 0 }, volumeUncertainty: 0, wallGiveUncertainty: 0, gauge: { resolution: 0, noise: 2 },
  temperatureChangeUncertainty: 0, barometerChangeUncertainty: 0, testPressure: 6000, limit: throughputFromStandard(1), rigLeak: 0, rigLeakUncertainty: 0,
}
/** A record of what `shape` says, with the gauge's noise. */
const record = (shape: (t: number) => number, count = 181, seed = 1): Reading[] =>
  Array.from({ length: count }, (_, k) => ({ t: k * 10, pressure: shape(k * 10) + 2 * normalAt(seed, 0, k), temperature: 293.15, barometer: 101_325 }))

describe('readings as a series', () => {
  test('sorted, one a time, the later of two at a time, its event kept', () => {
    const series = holdSeries(setup, [{ t: 20, pressure: 5980 }, { t: 0, pressure: 6000 }, { t: 10, pressure: 5000, event: 'knock' }, { t: 10, pressure: 5990 }])
    expect([...series.times]).toEqual([0, 10, 20])
    expect(series.inventory[1]).toBeCloseTo((5990 + 101_325) * 0.05 / 293.15, 6)
    expect(series.marks).toEqual([10])
  })
  test('exposure is the time at test pressure that would have lost as much', () => {
    const full = holdSeries(setup, record(() => 6000))
    expect(full.exposure.viscous.at(-1)! / 1800).toBeCloseTo(1, 2)
    const half = holdSeries(setup, record(() => 3000))
    expect(half.exposure.viscous.at(-1)! / 1800).toBeCloseTo(0.493, 2)
    expect(half.exposure.orifice.at(-1)! / 1800).toBeCloseTo(0.71, 1)
    expect(exposureTime(holdSeries(setup, record(() => -50)))).toBe(1)
  })
  test('in a vacuum hold it runs with the vacuum', () => {
    const vacuum = holdSeries({ ...setup, method: 'vacuum-decay', testPressure: -3000 }, record(() => -3000))
    expect(vacuum.exposure.viscous.at(-1)! / 1800).toBeCloseTo(1, 2)
  })
  test('a coarse gauge that its noise blurs has no standing error, one that it does not has', () => {
    const at = (resolution: number, noise: number) => holdSeries({ ...setup, gauge: { resolution, noise } }, record(() => 6000))
    expect(at(10, 10).stepNoise / at(10, 10).noise).toBeLessThan(1e-6)
    expect(at(100, 5).stepNoise / at(100, 5).noise).toBeGreaterThan(0.9)
  })
})

describe('the fits', () => {
  test('weights of all models make one, and the truth is among the believed', () => {
    const { fits } = fitHold(holdSeries(setup, record(t => 6000 - 0.1 * t + 300 * Math.exp(-t / 95))), 1)
    expect(fits.reduce((sum, fit) => sum + fit.weight, 0)).toBeCloseTo(1, 9)
    const best = fits.reduce((a, b) => (b.weight > a.weight ? b : a))
    expect([65, 95, 140]).toContain(best.tau)
    expect(fits.filter(fit => fit.tau === null).reduce((sum, fit) => sum + fit.weight, 0)).toBeLessThan(0.01)
  })
  test('a settled hold is believed to be settled, or to settle by next to nothing', () => {
    const { fits } = fitHold(holdSeries(setup, record(t => 6000 - 0.1 * t)), 1)
    const settling = fits.reduce((sum, fit) => sum + fit.weight * Math.abs(fit.settling), 0)
    expect(settling * 293.15 / 0.05).toBeLessThan(20)
  })
  test('two steps are found, a slow drift is none', () => {
    const two = fitHold(holdSeries(setup, record(t => 6000 - 0.05 * t + (t >= 500 ? 80 : 0) - (t >= 1200 ? 150 : 0))), 1)
    expect(two.steps).toEqual([500, 1200])
    expect(fitHold(holdSeries(setup, record(t => 6000 - 0.05 * t + 40 * Math.sin(t / 700))), 1).steps).toEqual([])
  })
  test('several wild readings are left out, and half a record is not', () => {
    const wild = record(t => 6000 - 0.05 * t).map((reading, i) => (i % 45 === 7 ? { ...reading, pressure: reading.pressure - 700 } : reading))
    expect(fitHold(holdSeries(setup, wild), 1).ignored).toEqual([7, 52, 97, 142])
    const mad = record(t => 6000 - 0.05 * t).map((reading, i) => (i % 2 ? { ...reading, pressure: reading.pressure - 700 } : reading))
    expect(fitHold(holdSeries(setup, mad), 1).ignored).toEqual([])
  })
})

describe('the decision', () => {
  const series = holdSeries(setup, record(() => 6000))
  const budget = { readings: 0, temperature: 0, barometer: 0, volume: 0, wallGive: 0, law: 0, rig: 0 }
  const of = (rate: number, parts: Partial<typeof budget>, given = series) => {
    const whole = { ...budget, ...parts }
    return decision({ ...setup, limit: 1 }, given, { leakRate: rate, uncertainty: Math.hypot(...Object.values(whole)), budget: whole })
  }
  test('decided, it asks for nothing', () => {
    expect(of(0.2, { readings: 0.1 })).toEqual({ verdict: 'sealed', decidedBy: null, minutesMore: null })
    expect(of(3, { readings: 0.1 })).toEqual({ verdict: 'leaking', decidedBy: null, minutesMore: null })
  })
  test('readings fall fast with time, so time decides', () => {
    const result = of(0.5, { readings: 0.6 })
    expect(result).toMatchObject({ verdict: 'cannot-tell', decidedBy: 'time' })
    // 0.6 must fall below 0.5 / 1.645 = 0.304: (0.6 / 0.304)^(2/3) = 1.57 times as long, 17 min more than 30.
    expect(result.minutesMore).toBeGreaterThanOrEqual(17)
    expect(result.minutesMore).toBeLessThanOrEqual(20)
  })
  test('unseen temperature falls slowly, so a thermometer decides where there is none', () => {
    const bare = holdSeries(setup, record(() => 6000).map(({ t, pressure }) => ({ t, pressure })))
    expect(of(0.5, { temperature: 3 }, bare)).toMatchObject({ decidedBy: 'thermometer' })
    expect(of(0.5, { barometer: 3 }, bare)).toMatchObject({ decidedBy: 'barometer' })
    expect(of(0.5, { temperature: 3 })).toMatchObject({ decidedBy: 'another method' })
  })
  test('doubt in scale does not fall, so no time would do', () => {
    expect(of(1.05, { volume: 0.2 })).toEqual({ verdict: 'cannot-tell', decidedBy: 'measured volume', minutesMore: null })
    expect(of(1.05, { law: 0.2 })).toMatchObject({ decidedBy: 'another method', minutesMore: null })
  })
})
