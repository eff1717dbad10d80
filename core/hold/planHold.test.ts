import { normalCumulative } from '../quantity/normalDistribution'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { standInTank, tame } from '../standin/standInTank'
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

test('once the gas has long settled the slope part is that of a line, s sqrt(12/N)/D; before, settling costs', () => {
  const part = (held: number) =>
    plannedBudget({ every: 10, setup: { ...setup, gauge: { resolution: 0, noise: 5 } } }, held).readings /
    (((5 * Math.sqrt(12 / (held / 10 + 1))) / held) * 0.06)
  expect(part(8 * 3600)).toBeCloseTo(1.3, 1)
  expect(part(660)).toBeGreaterThan(3)
})

test('a volume in doubt by a sixth decides no limit, and one that a leak empties takes longer', () => {
  const doubtful = (volumeUncertainty: number) => smallestSeenAfter({ every: 10, setup: { ...setup, volumeUncertainty } }, 1800)
  expect(doubtful(0.01)).toBe(Infinity)
  expect(planHold({ every: 10, setup: { ...setup, volumeUncertainty: 0.01 } })).toMatchObject({
    timeForLimit: null,
    limitedBy: 'volume',
  })
  expect(doubtful(0.005)).toBeGreaterThan(1.1 * doubtful(0))
  const small = { ...setup, space: { volume: 0.002, wallGive: 0 }, volumeUncertainty: 0, gauge: { resolution: 100, noise: 30 } }
  const budget = Math.hypot(...Object.values(plannedBudget({ every: 10, setup: small }, 600)))
  expect(smallestSeenAfter({ every: 10, setup: small }, 600)).toBeGreaterThan(1.1 * 3.22 * budget)
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

/** The standard normal's value below which a share lies, by halving. */
function quantile(share: number): number {
  let low = -6,
    high = 6
  for (let k = 0; k < 50; k++) {
    const middle = (low + high) / 2
    if (normalCumulative(middle) < share) low = middle
    else high = middle
  }
  return low
}

// What nobody sees of weather and warmth is drawn evenly over what the set-up admits.
test.each<[string, Partial<HoldSetup>, boolean]>([
  ['60 L, a fine gauge and a thermometer', {}, true],
  ['18 L, a dial and a thermometer', { space: { volume: 0.018, wallGive: 0 }, gauge: { resolution: 100, noise: 30 } }, true],
  [
    '18 L without a thermometer, 10 mL/min',
    {
      space: { volume: 0.018, wallGive: 0 },
      temperatureChangeUncertainty: 0.5,
      barometerChangeUncertainty: 40,
      limit: mLmin(10),
    },
    false,
  ],
])('%s: at the time planned nine of ten are decided, tight or leaking twice the limit', (_, change, hasInstruments) => {
  const own = { ...setup, ...change, volumeUncertainty: 0.02 * (change.space ?? setup.space).volume }
  const tries = 20
  const held = Math.ceil(planHold({ every: 10, setup: own }).timeForLimit! / 10) * 10
  const verdict = (leak: number, k: number, until: number) => {
    const unseen = (share: number, uncertainty: number) => (quantile(share) * uncertainty * 3600) / until
    const warmth = unseen((k + 0.5) / tries, own.temperatureChangeUncertainty)
    const weather = unseen((((7 * k) % tries) + 0.5) / tries, own.barometerChangeUncertainty)
    const tank = standInTank({
      seed: k + 1,
      space: own.space,
      leaks: leak > 0 ? [{ law: 'viscous', rate: leak, referencePressure: own.testPressure }] : [],
      startPressure: own.testPressure,
      pumpWarmth: 0.5,
      settleTime: 100,
      unruly: tame,
      skin: { start: 292, drift: hasInstruments ? 0.3 : warmth, swing: 0, swingPeriod: 3600, wander: 0 },
      weather: { start: 101_325, drift: hasInstruments ? 40 : weather, wander: 0 },
      gauge: { ...own.gauge, drift: 0 },
      thermometer: hasInstruments ? { resolution: 0.05, noise: 0.02, drift: warmth } : null,
      barometer: hasInstruments ? { resolution: 10, noise: 5, drift: weather } : null,
    })
    return estimateHold(
      own,
      Array.from({ length: until / 10 + 1 }, (_, i) => tank.readAt(i * 10)),
    ).verdict
  }
  const decided = (leak: number, wanted: string, until = held) =>
    Array.from({ length: tries }, (_, k) => verdict(leak, k, until)).filter(each => each === wanted).length
  expect(decided(0, 'sealed')).toBeGreaterThanOrEqual(17)
  expect(decided(2 * own.limit, 'leaking')).toBeGreaterThanOrEqual(17)
  // Nor is it much longer than it takes.
  expect(decided(2 * own.limit, 'leaking', Math.ceil(held / 20) * 10)).toBeLessThanOrEqual(14)
})
