import { throughputFromStandard } from '../quantity/standardLeakRate'
import type { HoldSetup } from '../hold/holdSetup'
import { methodsThatSee } from '../hold/otherMethods'
import { improved, improvements } from './improvements'
import { LONGEST_HOLD, planHold, timesTried, timeToDecide, type Help, type PlanPiece } from './planHold'
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
test('air and strokes: 60 L to 6.895 kPa take 4.08 L, 41 strokes of 100 mL', () => {
  expect(freeAirFor(planned) * 1000).toBeCloseTo(4.08, 2)
  expect(strokesFor(4.08e-3, 100e-6)).toBe(41)
  expect(strokesFor(4e-3, 100e-6)).toBe(40)
})

/** Fewer than a plan is made by: what it promises of more is measured by the benchmark. */
const few = { looking: 6, promise: 12, help: 5 }
const moulded = kind(
  {
    limit: mLmin(20),
    space: { volume: 0.06, wallGive: 6e-6 },
    wallGiveUncertainty: 1.2e-6,
    surroundings: { place: 'indoors', wall: 'plastic', inside: 'aired' },
  },
  { every: 10 },
)

test('at the time planned other tanks are decided, tight or leaking twice the limit', () => {
  const { timeForLimit } = timeToDecide(moulded, undefined, undefined, few)
  expect(timeForLimit).toBeLessThan(2400)
  // Other tanks than those that the plan was made by: its promise has to hold for them as well.
  const tries = Array.from({ length: 12 }, (_, k) => 70_000 + 13 * k)
  const decided = (leak: number, wanted: string) =>
    tries.filter(seed => trial(moulded, leak, seed).at(timeForLimit!)?.verdict === wanted).length
  expect(decided(0, 'sealed')).toBeGreaterThanOrEqual(10)
  expect(decided(2 * mLmin(20), 'leaking')).toBeGreaterThanOrEqual(10)
})

test('pieces come as they are known, and what helps is told with the time that it saves', () => {
  const told: PlanPiece[] = []
  planHold(
    moulded,
    piece => told.push(piece),
    () => told.some(piece => piece.kind === 'help'),
    few,
  )
  const plan = told.find(piece => piece.kind === 'plan')!.plan
  const help = told.find(piece => piece.kind === 'help')!.help
  expect(told.at(-1)!.kind).toBe('help')
  expect(told[0]).toEqual({ kind: 'trying', t: 600 })
  expect(plan.best).toMatchObject({ t: plan.timeForLimit, of: 12 })
  expect(help.saves).toBe(plan.timeForLimit! - help.timeForLimit)
  expect(help.saves).toBeGreaterThan(0)
  expect(plan.curve.at(-1)!.t).toBeGreaterThan(plan.timeForLimit!)
})

test('a limit that no hold sees is said to be none, and the methods that do see it are named', () => {
  const hopeless = kind({ space: { volume: 2, wallGive: 0 }, volumeUncertainty: 0.04, limit: mLmin(0.2) }, { every: 300 })
  const { timeForLimit, best, curve } = timeToDecide(hopeless)
  expect(curve.length).toBeGreaterThan(2)
  expect(curve.at(-1)!.t).toBe(LONGEST_HOLD)
  expect(timeForLimit).toBeNull()
  expect(best!.sealed).toBeLessThan(5)
  expect(methodsThatSee(mLmin(0.2)).map(method => method.key)).toEqual(['soap', 'immersion'])
})

test('one that is given up says nothing more', () => {
  const told: string[] = []
  planHold(
    planned,
    piece => told.push(piece.kind),
    () => told.length > 0,
    few,
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

test('where parts have a stricter limit it says when that is seen too, and null where no hold sees it', () => {
  const planOf = (strictest: number) => {
    let found: PlanPiece | undefined
    planHold(
      { ...planned, strictest },
      piece => {
        if (piece.kind === 'plan') found = piece
      },
      () => found !== undefined,
      { looking: 4, promise: 4, help: 2 },
    )
    return (found as Extract<PlanPiece, { kind: 'plan' }>).plan
  }
  const stricter = planOf(mLmin(1))
  expect(stricter.timeForStrictest!).toBeGreaterThan(stricter.timeForLimit!)
  expect(planOf(mLmin(0.001)).timeForStrictest).toBeNull()
})
