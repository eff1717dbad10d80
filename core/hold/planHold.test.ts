import { throughputFromStandard } from '../quantity/standardLeakRate'
import { standInTank } from '../standin/standInTank'
import { estimateHold } from './estimateHold'
import type { HoldSetup } from './hold'
import { methodsThatSee } from './otherMethods'
import { LONGEST_HOLD, planHold, plannedBudget, smallestSeenAfter, strokesFor, timeToSee } from './planHold'

const mLmin = throughputFromStandard
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.001,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 5 },
  temperatureChangeUncertainty: 0.1,
  barometerChangeUncertainty: 10,
  testPressure: 6895,
  limit: mLmin(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
const planned = { setup, every: 10 }

test('air and strokes: 60 L to 6.895 kPa take 4.08 L, 41 strokes of 100 mL', () => {
  expect(planHold(planned).freeAir * 1000).toBeCloseTo(4.08, 2)
  expect(strokesFor(4.08e-3, 100e-6)).toBe(41)
  expect(strokesFor(4e-3, 100e-6)).toBe(40)
})

test.each([
  [0.02, 0.45],
  [0.06, 1.36],
  [0.2, 4.5],
])('0.1 K over 15 min looks like what it should on %d m3', (volume, rate) => {
  const budget = plannedBudget({ every: 10, setup: { ...setup, space: { volume, wallGive: 0 }, testPressure: 1 } }, 900)
  expect(Math.abs(budget.temperature / mLmin(rate) - 1)).toBeLessThan(0.03)
})

test('the slope part is s sqrt(12/N)/D', () => {
  const budget = plannedBudget({ every: 10, setup: { ...setup, gauge: { resolution: 0, noise: 5 } } }, 360 + 1800)
  expect(budget.readings).toBeCloseTo(((5 * Math.sqrt(12 / 181)) / 1800) * 0.06, 9)
})

test('longer sees smaller, and the time for a leak is where the curve meets it', () => {
  const { curve, timeForLimit } = planHold(planned)
  expect(curve.every((point, k) => k === 0 || point.smallest < curve[k - 1]!.smallest)).toBe(true)
  expect(smallestSeenAfter(planned, timeForLimit!)).toBeCloseTo(setup.limit, 8)
  expect(timeToSee(planned, mLmin(1e6))).toBeLessThan(500)
})

test('the largest doubt is named, and what would help most', () => {
  const blind = planHold({ every: 60, setup: { ...setup, temperatureChangeUncertainty: 0.5 } })
  expect(blind).toMatchObject({ limitedBy: 'temperature', helps: { with: 'thermometer' } })
  const dial = planHold({
    every: 60,
    setup: {
      ...setup,
      temperatureChangeUncertainty: 0.02,
      barometerChangeUncertainty: 1,
      gauge: { resolution: 345, noise: 100 },
    },
  })
  expect(dial).toMatchObject({ limitedBy: 'readings', helps: { with: 'finer gauge' } })
})

test('no hold sees it: then the methods that do are named', () => {
  const huge = planHold({
    every: 60,
    setup: { ...setup, space: { volume: 2, wallGive: 0 }, temperatureChangeUncertainty: 1, limit: mLmin(0.2) },
  })
  expect(huge.timeForLimit).toBeNull()
  expect(huge.curve.at(-1)!.t).toBeCloseTo(LONGEST_HOLD, 3)
  expect(methodsThatSee(mLmin(0.2)).map(method => method.key)).toEqual(['soap', 'immersion'])
})

test('a plan is kept: a tight tank held for the time planned is called sealed, held for half of it mostly not', () => {
  const seconds = Math.ceil((planHold(planned).timeForLimit! * 1.15) / 10) * 10
  const verdict = (seed: number, until: number) => {
    const tank = standInTank({
      seed,
      space: setup.space,
      leaks: [],
      startPressure: 6895,
      pumpWarmth: 0.5,
      settleTime: 100,
      skin: { start: 292, drift: 0.1, swing: 0, swingPeriod: 3600, wander: 0 },
      weather: { start: 101_325, drift: 20, wander: 0 },
      gauge: { ...setup.gauge, drift: 0 },
      thermometer: { resolution: 0.05, noise: 0.02, drift: 0 },
      barometer: { resolution: 10, noise: 5, drift: 0 },
    })
    return estimateHold(
      setup,
      Array.from({ length: until / 10 + 1 }, (_, k) => tank.readAt(k * 10)),
    ).verdict
  }
  const seeds = [1, 2, 3, 4, 5, 6, 7, 8]
  expect(seeds.filter(seed => verdict(seed, seconds) === 'sealed').length).toBeGreaterThanOrEqual(6)
  expect(seeds.filter(seed => verdict(seed, Math.ceil(seconds / 3 / 10) * 10) === 'sealed').length).toBeLessThanOrEqual(4)
})
