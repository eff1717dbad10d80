import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { budgetParts, type Budget } from '../budget'
import type { HoldSetup, Reading } from '../holdSetup'
import { exposureTime, liveHold } from '../estimateHold'
import { decision } from '../belief/holdDecision'
import { updateBlocks, type HoldBlock } from '../series/holdBlocks'
import { HoldRecord } from '../series/holdRecord'
import { residualsOf } from '../residuals'
import { exposureAlong, holdSeries, type LeakLaw } from '../holdSeries'
import { normalAt } from '../../standin/seededRandom'

const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.05, wallGive: 0 },
  volumeUncertainty: 0,
  wallGiveUncertainty: 0,
  gauge: { resolution: 0, noise: 2 },
  temperatureChangeUncertainty: 0,
  barometerChangeUncertainty: 0,
  testPressure: 6000,
  limit: throughputFromStandard(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
/** A record of what `shape` says, with the gauge's noise. */
const record = (shape: (t: number) => number, count = 181, seed = 1): Reading[] =>
  Array.from({ length: count }, (_, k) => ({
    t: k * 10,
    pressure: shape(k * 10) + 2 * normalAt(seed, 0, k),
    temperature: 293.15,
    barometer: 101_325,
  }))

const blocksOf = (given: HoldSetup, readings: Reading[]): HoldBlock[] => {
  const kept = new HoldRecord()
  const blocks: HoldBlock[] = []
  updateBlocks(blocks, kept, kept.take(readings), given.gauge.noise, true)
  return blocks
}
const seriesOf = (given: HoldSetup, readings: Reading[]) => holdSeries(given, blocksOf(given, readings))
const fitsOf = (readings: Reading[], given = setup) => {
  const hold = liveHold(given)
  hold.take(readings)
  return hold.explain(given)
}

describe('readings as a series', () => {
  test('sorted, one a time, the later of two at a time, its event kept', () => {
    const series = seriesOf(setup, [
      { t: 20, pressure: 5980 },
      { t: 0, pressure: 6000 },
      { t: 10, pressure: 5000, event: 'knock' },
      { t: 10, pressure: 5990 },
    ])
    expect([...series.times]).toEqual([0, 10, 20])
    expect(series.inventory[1]).toBeCloseTo(((5990 + 101_325) * 0.05) / 293.15, 6)
    expect(series.events).toEqual([{ block: 1, kind: 'knock' }])
  })
  test('a late reading is put where it belongs', () => {
    const kept = new HoldRecord()
    expect(
      kept.take([
        { t: 0, pressure: 1 },
        { t: 20, pressure: 3 },
      ]),
    ).toBe(0)
    expect(kept.take([{ t: 10, pressure: 2, temperature: 290 }])).toBe(1)
    expect(Array.from({ length: kept.size }, (_, i) => kept.row(i))).toEqual([
      { t: 0, pressure: 1 },
      { t: 10, pressure: 2, temperature: 290 },
      { t: 20, pressure: 3 },
    ])
    expect([kept.indexAt(-1), kept.indexAt(10), kept.indexAt(11), kept.indexAt(99)]).toEqual([0, 1, 2, 3])
  })
  test('blocks hold every reading once, in order, and end at an event', () => {
    const dense = Array.from({ length: 6001 }, (_, k) => ({
      t: k,
      pressure: 6000 - k / 100,
      ...(k === 4321 && { event: 'knock' }),
    }))
    const blocks = blocksOf(setup, dense)
    expect(blocks.length).toBeLessThan(400)
    expect(blocks.reduce((at, block) => (block.from === at ? block.to : NaN), 0)).toBe(6001)
    expect(blocks.filter(block => block.event).map(block => block.from)).toEqual([4321])
    expect(
      blocksOf(
        setup,
        record(() => 6000),
      ),
    ).toHaveLength(181)
  })
  test('exposure is the time at test pressure that would have lost as much', () => {
    const full = seriesOf(
      setup,
      record(() => 6000),
    )
    const exposure = (series: typeof full, law: LeakLaw) => exposureAlong(setup, series, series.inventory, law).at(-1)! / 1800
    expect(exposure(full, 'viscous')).toBeCloseTo(1, 2)
    const half = seriesOf(
      setup,
      record(() => 3000),
    )
    expect(exposure(half, 'viscous')).toBeCloseTo(0.493, 2)
    expect(exposure(half, 'orifice')).toBeCloseTo(0.71, 1)
    expect(
      exposureTime(
        setup,
        seriesOf(
          setup,
          record(() => -50),
        ),
      ),
    ).toBe(1)
  })
  test('in a vacuum hold it runs with the vacuum', () => {
    const vacuum: HoldSetup = { ...setup, method: 'vacuum-decay', testPressure: -3000 }
    expect(
      exposureTime(
        vacuum,
        seriesOf(
          vacuum,
          record(() => -3000),
        ),
      ) / 1800,
    ).toBeCloseTo(1, 2)
  })
  test('only a gauge whose step hides its noise is read as intervals', () => {
    const at = (resolution: number, noise: number) =>
      seriesOf(
        { ...setup, gauge: { resolution, noise } },
        record(() => 6000),
      ).intervals.length
    expect(at(10, 10)).toBe(0)
    expect(at(100, 5)).toBe(181)
  })
})

describe('the fits', () => {
  test('weights of all models make one, and the truth is among the believed', () => {
    const { fits } = fitsOf(record(t => 6000 - 0.1 * t + 300 * Math.exp(-t / 95))).fits
    expect(fits.reduce((sum, fit) => sum + fit.weight, 0)).toBeCloseTo(1, 9)
    const best = fits.reduce((a, b) => (b.weight > a.weight ? b : a))
    expect([65, 95, 140]).toContain(best.settling?.tau)
    expect(fits.filter(fit => fit.settling === null).reduce((sum, fit) => sum + fit.weight, 0)).toBeLessThan(0.01)
  })
  test('a settled hold is believed to be settled, or to settle by next to nothing', () => {
    const { fits } = fitsOf(record(t => 6000 - 0.1 * t)).fits
    const warmth = fits.reduce((sum, fit) => sum + fit.weight * Math.abs(fit.warmth), 0)
    expect(warmth).toBeLessThan(0.06)
  })
  test('two steps are found, a slow drift is none', () => {
    const two = fitsOf(record(t => 6000 - 0.05 * t + (t >= 500 ? 80 : 0) - (t >= 1200 ? 150 : 0)))
    expect(two.estimate.steps).toEqual([500, 1200])
    expect(fitsOf(record(t => 6000 - 0.05 * t + 40 * Math.sin(t / 700))).estimate.steps).toEqual([])
  })
  test('several wild readings are left out, and half a record is not', () => {
    const wild = record(t => 6000 - 0.05 * t).map((reading, i) =>
      i % 45 === 7 ? { ...reading, pressure: reading.pressure - 700 } : reading,
    )
    expect(fitsOf(wild).estimate.ignored).toEqual([70, 520, 970, 1420])
    const mad = record(t => 6000 - 0.05 * t).map((reading, i) =>
      i % 2 ? { ...reading, pressure: reading.pressure - 700 } : reading,
    )
    expect(fitsOf(mad).estimate.ignored).toEqual([])
  })
  test('what is left is about the gauge’s noise, and the wild ones are marked', () => {
    const left = residualsOf(
      fitsOf(
        record(t => 6000 - 0.1 * t).map((reading, i) =>
          i === 50 ? { ...reading, pressure: reading.pressure + 300 } : reading,
        ),
      ),
    )
    expect(left.filter(each => each.ignored).map(each => each.t)).toEqual([500])
    expect(left[50]!.pressure).toBeCloseTo(300, -1)
    const spread = Math.sqrt(left.filter(each => !each.ignored).reduce((sum, each) => sum + each.pressure ** 2, 0) / 180)
    expect(spread).toBeGreaterThan(1.6)
    expect(spread).toBeLessThan(2.4)
    expect(left[100]!.fitted).toBeCloseTo(5900, -1)
  })
  test('what is left over and hangs together widens the doubt', () => {
    const white = fitsOf(record(t => 6000 - 0.05 * t)).estimate
    const waves = fitsOf(record(t => 6000 - 0.05 * t + 4 * Math.sin(t / 60))).estimate
    expect(waves.budget.readings).toBeGreaterThan(2 * white.budget.readings)
  })
})

describe('a coarse gauge', () => {
  const coarse: HoldSetup = { ...setup, gauge: { resolution: 100, noise: 10 } }
  const rounded = (shape: (t: number) => number, count = 181) =>
    record(shape, count).map(reading => ({ ...reading, pressure: Math.round(reading.pressure / 100) * 100 }))
  test('the times at which it changes tell more than its step', () => {
    const slope = 0.25
    const { estimate } = fitsOf(
      rounded(t => 6030 - slope * t),
      coarse,
    )
    const truth = ((slope * 0.05) / 293.15) * 293.15
    expect(Math.abs(estimate.leakRate / truth - 1)).toBeLessThan(0.15)
    // Rounding taken as noise of a third of a step would leave more than twice the doubt.
    expect(estimate.budget.readings / truth).toBeLessThan(0.2)
  })
  test('a needle that never moved bounds the leak from above', () => {
    const { estimate } = fitsOf(
      rounded(() => 6100),
      coarse,
    )
    const mostSlope = 100 / 1800
    expect(estimate.verdict).not.toBe('leaking')
    expect(estimate.high95).toBeGreaterThan(0.3 * mostSlope * 0.05)
    expect(estimate.high95).toBeLessThan(1.5 * mostSlope * 0.05)
  })
})

describe('the decision', () => {
  const series = seriesOf(
    setup,
    record(() => 6000),
  )
  const budget = Object.fromEntries(budgetParts.map(part => [part, 0])) as Budget
  const of = (rate: number, parts: Partial<typeof budget>, given = series) => {
    const whole = { ...budget, ...parts }
    const bound = 1.645 * Math.hypot(...Object.values(whole))
    return decision(
      { ...setup, limit: 1 },
      given,
      { leakRate: rate, budget: whole },
      {
        above95: Math.max(0, rate - bound),
        below95: rate + bound,
        belowZero: false,
      },
    )
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
    const bare = seriesOf(
      setup,
      record(() => 6000).map(({ t, pressure }) => ({ t, pressure })),
    )
    expect(of(0.5, { temperature: 3 }, bare)).toMatchObject({ decidedBy: 'thermometer' })
    expect(of(0.5, { barometer: 3 }, bare)).toMatchObject({ decidedBy: 'barometer' })
    expect(of(0.5, { temperature: 3 })).toMatchObject({ decidedBy: 'another method' })
  })
  test('doubt in scale does not fall, so no time would do', () => {
    expect(of(1.05, { volume: 0.2 })).toEqual({ verdict: 'cannot-tell', decidedBy: 'measured volume', minutesMore: null })
    expect(of(1.05, { law: 0.2 })).toMatchObject({ decidedBy: 'another method', minutesMore: null })
  })
})
