import { throughputFromStandard } from '../../quantity/standardLeakRate'
import type { HoldSetup } from '../hold'
import { methodsThatSee } from '../otherMethods'
import { improved, improvements } from './improvements'
import { LONGEST_HOLD, planHold, timesTried, type Help, type HoldPlan } from './planHold'
import { freeAirFor, strokesFor, type PlannedHold } from './plannedHold'
import { trial } from './trial'

const mLmin = throughputFromStandard
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0012,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 5 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 6895,
  limit: mLmin(5),
  rigLeak: 0,
  rigLeakUncertainty: 0,
  surroundings: { place: 'indoors', wall: 'metal', inside: 'aired' },
}
const planned: PlannedHold = {
  setup,
  every: 10,
  hasThermometer: true,
  hasBarometer: true,
  course: 'plain',
  pressureLimit: 10_000,
}
const kind = (change: Partial<HoldSetup>, more: Partial<PlannedHold> = {}): PlannedHold => ({
  ...planned,
  ...more,
  setup: { ...setup, ...change },
})
/** @param upTo the last help that is wanted; none when absent */
function whole(of: PlannedHold, upTo?: Help['with']): { plan: HoldPlan; helps: Help[] } {
  const pieces: { plan?: HoldPlan; helps: Help[] } = { helps: [] }
  planHold(
    of,
    piece => {
      if (piece.kind === 'plan') pieces.plan = piece.plan
      if (piece.kind === 'help') pieces.helps.push(piece.help)
    },
    () => pieces.plan !== undefined && (upTo === undefined || pieces.helps.at(-1)?.with === upTo),
  )
  return { plan: pieces.plan!, helps: pieces.helps }
}

test('air and strokes: 60 L to 6.895 kPa take 4.08 L, 41 strokes of 100 mL', () => {
  expect(freeAirFor(planned) * 1000).toBeCloseTo(4.08, 2)
  expect(strokesFor(4.08e-3, 100e-6)).toBe(41)
  expect(strokesFor(4e-3, 100e-6)).toBe(40)
})

// Other tanks than those that the plan was made by: its promise has to hold for them as well.
test.each<[string, PlannedHold]>([
  ['60 L with thermometer and barometer, 5 mL/min', planned],
  [
    'a moulded tank, 20 mL/min',
    kind({
      limit: mLmin(20),
      space: { volume: 0.06, wallGive: 6e-6 },
      wallGiveUncertainty: 1.2e-6,
      surroundings: { place: 'indoors', wall: 'plastic', inside: 'aired' },
    }),
  ],
  [
    '60 L against a bottle, without thermometer',
    kind(
      { bottle: { volume: 0.001, lies: 'inside', gauge: { resolution: 1, noise: 1 }, leakUncertainty: mLmin(0.002) } },
      { hasThermometer: false, hasBarometer: false },
    ),
  ],
])('%s: at the time planned nine of ten other tanks are decided, tight or leaking twice the limit', (_, of) => {
  const { plan } = whole(of)
  expect(plan.timeForLimit).not.toBeNull()
  const tries = Array.from({ length: 20 }, (_, k) => 70_000 + 13 * k)
  const decided = (leak: number, wanted: string) =>
    tries.filter(seed => trial(of, leak, seed).at(plan.timeForLimit!)?.verdict === wanted).length
  expect(decided(0, 'sealed')).toBeGreaterThanOrEqual(17)
  expect(decided(2 * of.setup.limit, 'leaking')).toBeGreaterThanOrEqual(17)
})

test('what would help most is ranked by the time that it saves, and what helps nothing is not named', () => {
  const { plan, helps } = whole(kind({ temperatureChangeUncertainty: 0.5 }, { hasThermometer: false }), 'bottle')
  const saved = (with_: Help['with']) => helps.find(help => help.with === with_)?.saves ?? 0
  expect(plan.limitedBy).toBe('unseenTemperature')
  expect(saved('thermometer')).toBeGreaterThan(0.3 * plan.timeForLimit!)
  expect(saved('bottle')).toBeLessThan(saved('thermometer'))
  for (const help of helps) expect(help.saves).toBe(plan.timeForLimit! - help.timeForLimit)
})

test('no hold sees it: then how many it would decide is said, and the methods that do see it are named', () => {
  const { plan } = whole(kind({ space: { volume: 2, wallGive: 0 }, volumeUncertainty: 0.04, limit: mLmin(0.2) }, { every: 60 }))
  expect(plan.timeForLimit).toBeNull()
  expect(plan.best.sealed).toBeLessThan(9)
  expect(plan.curve.at(-1)!.t).toBe(LONGEST_HOLD)
  expect(methodsThatSee(mLmin(0.2)).map(method => method.key)).toEqual(['soap', 'immersion'])
})

test('one that is given up says nothing more', () => {
  const told: string[] = []
  planHold(
    planned,
    piece => told.push(piece.kind),
    () => told.length > 0,
  )
  expect(told).toEqual(['trying'])
})

test('times go from settling to eight hours', () => {
  const times = timesTried(planned)
  expect(times[0]).toBe(600)
  expect(times.at(-1)).toBe(LONGEST_HOLD)
  expect(times.every((t, k) => k === 0 || t > times[k - 1]!)).toBe(true)
})

describe('one thing better', () => {
  const of = (with_: Help['with'], from = planned) => improved(from, with_)
  test('is not offered where it is as good already, or cannot be', () => {
    expect(of('thermometer')).toBeNull()
    expect(of('barometer')).toBeNull()
    expect(of('night')).toBeNull()
    expect(of('bracket', { ...planned, course: 'bracketed' })).toBeNull()
    expect(of('more pressure', { ...planned, pressureLimit: 7000 })).toBeNull()
    const outdoors = kind({ surroundings: { ...setup.surroundings!, place: 'outdoors' } })
    expect(of('night', outdoors)!.atNight).toBe(true)
    expect(of('night', of('night', outdoors)!)).toBeNull()
    const tied = of('bottle')!
    expect(of('bottle', tied)).toBeNull()
    expect(of('thermometer', { ...tied, hasThermometer: false })).toBeNull()
    expect(of('finer gauge', tied)!.setup.bottle!.gauge.noise).toBeCloseTo(0.1, 12)
  })
  test('never goes above the tank’s limit, and a vacuum stays one', () => {
    expect(of('more pressure')!.setup.testPressure).toBe(9000)
    const vacuum = kind({ method: 'vacuum-decay', testPressure: -3000 })
    expect(of('more pressure', vacuum)!.setup.testPressure).toBe(-6000)
  })
  test('each changes something', () => {
    for (const with_ of improvements) {
      const better = of(with_, { ...planned, hasThermometer: false, hasBarometer: false })
      if (better) expect(better).not.toEqual(planned)
    }
  })
})
