import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { jobView } from '../../jobView.fixture'
import type { KitItemView } from '../../views'
import {
  draftFromSetup,
  blankHold,
  draftFor,
  holdBlowsIn,
  plannedFrom,
  scaleOf,
  setupOfForm,
  turned,
  withKit,
  type HoldDraft,
} from './holdDraft'
import { holdView } from './holdView.fixture'

const item = (facts: object, change: Partial<KitItemView> = {}): KitItemView => ({
  id: 'k',
  name: 'It',
  facts: facts as KitItemView['facts'],
  calibratedAt: null,
  calibrationDue: null,
  retired: false,
  sight: null,
  rigLeak: null,
  ...change,
})
const draft = (change: Partial<HoldDraft> = {}): HoldDraft => ({ ...draftFor(jobView()), ...change })

describe('what a new hold begins with', () => {
  test('the tank, with the gas that the fuel leaves and the usual pressure within its limit', () => {
    const weighing = {
      id: 'w',
      by: 'Finn',
      at: 1,
      struck: null,
      level: 0.005,
      shape: null,
      temperature: null,
      density: null,
      tankMass: null,
      length: null,
      height: null,
      clearance: null,
    }
    const { volume, wettedShare, volumeUncertainty, testPressure } = draftFor(
      jobView({ capacity: 0.02, weighings: [weighing], pressureLimit: 4000 }),
    )
    expect([volume, wettedShare, volumeUncertainty, testPressure]).toEqual([0.015, 0.25, 0.0006, 4000])
    expect(draftFor(jobView({ weighings: [{ ...weighing, level: 9 }] })).volume).toBe(0)
  })
  test('the last hold that counts', () => {
    const last = holdView({ number: 2, kit: { gauge: 'g' }, closures: { a: 'plug' }, hasThermometer: true })
    const begun = draftFor(
      jobView({ tests: [holdView(), last, holdView({ number: 3, struck: 'wrong tank', kit: { gauge: 'other' } })] }),
    )
    expect(begun).toMatchObject({
      kit: { gauge: 'g' },
      closures: {},
      wettedShare: NaN,
      hasThermometer: true,
      volume: last.setup.space.volume,
      testPressure: 5000,
      supply: 'hand pump',
    })
  })
})

test('a vacuum is below zero, whichever way it stood before', () => {
  expect(turned(draft({ testPressure: 3000 }), 'vacuum-decay')).toEqual({ method: 'vacuum-decay', testPressure: -3000 })
  expect(turned(draft({ testPressure: -3000 }), 'pressure-decay').testPressure).toBe(3000)
})

test('air is blown in by a person only under pressure, into a real tank, here', () => {
  const blown = (['typed', 'device', 'stand-in', 'file'] as const).map(source =>
    holdBlowsIn({ source, method: 'pressure-decay' }),
  )
  expect(blown).toEqual([true, true, false, false])
  expect(holdBlowsIn({ source: 'typed', method: 'vacuum-decay' })).toBe(false)
})

describe('kit from the Shelf', () => {
  test('brings what is known of it, and tapped again is left out', () => {
    const gauge = withKit(draft(), 'gauge', item({ kind: 'gauge', resolution: 100, noise: 30 }))
    expect(gauge).toEqual({ kit: { gauge: 'k' }, gaugeStep: 100, gaugeNoise: 30 })
    expect(withKit(draft({ kit: { gauge: 'k' } }), 'gauge', item({ kind: 'gauge', resolution: 100, noise: 30 }))).toEqual({
      kit: { gauge: undefined },
    })
    expect(withKit(draft(), 'thermometer', item({ kind: 'thermometer', drift: 0.2 }))).toMatchObject({
      hasThermometer: true,
      temperatureDoubt: 0.2,
    })
    expect(withKit(draft({ kit: { barometer: 'k' } }), 'barometer', item({ kind: 'barometer', drift: 5 }))).toMatchObject({
      hasBarometer: false,
      barometerDoubt: 40,
    })
  })
  test('a rig that was checked takes its own leak off, scaled to the pressure of the hold; one that was not leaves a doubt', () => {
    const rigLeak = { leak: 2e-5, uncertainty: 1e-6, checkedAt: 5000, at: 0, by: 'Finn', simulated: false }
    const rig = item({ kind: 'rig', volume: 1e-4 }, { rigLeak })
    expect(withKit(draft({ testPressure: 5000 }), 'rig', rig).rigLeak).toBeCloseTo(2e-5, 12)
    expect(withKit(draft({ testPressure: 2500 }), 'rig', rig).rigLeak).toBeCloseTo(1e-5, 6)
    expect(withKit(draft(), 'rig', { ...rig, rigLeak: null })).toMatchObject({
      rigLeak: 0,
      rigLeakDoubt: throughputFromStandard(0.05),
    })
  })
})

test('a set-up that was written is drafted as it was, wall give and all', () => {
  const given = {
    ...holdView({ number: 1 }).setup,
    surroundings: { place: 'outdoors', wall: 'plastic', inside: 'dry' } as const,
  }
  const setup = { ...given, space: { ...given.space, wallGive: 4e-6 }, wallGiveUncertainty: 1e-6 }
  const draft = { ...blankHold(), ...draftFromSetup(setup) }
  const tank = {
    wallGive: 9e-6,
    acceptance: setup.limit,
    tankKind: 'moulded',
    pressureLimit: 7000,
    fuel: 'diesel',
    material: 'moulded polyethylene',
  } as const
  expect(setupOfForm({ ...draft, wettedShare: 0 }, tank)).toEqual({
    ...setup,
    surroundings: { place: 'outdoors', wall: 'plastic', inside: 'dry' },
  })
  // Where nobody says it, the wall gives as is usual for the kind of tank, and is as doubtful.
  const usual = setupOfForm({ ...draft, wallGive: null, wallGiveDoubt: null, wettedShare: 0 }, tank)
  expect(usual).toMatchObject({ space: { wallGive: 9e-6 }, wallGiveUncertainty: expect.closeTo(1.8e-6, 12) })
})

test('a scale has what its kind needs', () => {
  expect([scaleOf('gauge'), scaleOf('column'), scaleOf('sensor')]).toEqual([
    { kind: 'gauge' },
    { kind: 'column', density: 998.2 },
    { kind: 'sensor', zero: 0.5, slope: 2500 },
  ])
})

test('the set-up that is estimated is that of the form, with the tank’s limit and wall, and vapour only where fuel is left', () => {
  const tank = jobView({ wallGive: 6e-6, fuel: 'diesel' })
  expect(setupOfForm(draft({ gaugeStep: 10, gaugeNoise: 4 }), tank)).toMatchObject({
    space: { wallGive: 6e-6 },
    gauge: { resolution: 10, noise: 4 },
    limit: tank.acceptance,
  })
  expect(setupOfForm(draft(), tank).wallGiveUncertainty).toBeCloseTo(1.2e-6, 12)
  expect(setupOfForm(draft(), tank)).not.toHaveProperty('wetted')
  expect(setupOfForm(draft({ wettedShare: 0.3 }), tank).wetted).toEqual({ share: 0.3, vapourPressure: 50 })
})

describe('a plan is made', () => {
  const job = jobView()
  test('of what is whole, by how often it is read', () => {
    expect(plannedFrom(draft({ gaugeStep: 10 }), job)).toMatchObject({ every: 60, setup: { testPressure: 5000 } })
    expect(plannedFrom(draft({ gaugeStep: 10, source: 'device' }), job)!.every).toBe(5)
  })
  test.each([
    ['volume', 0],
    ['volume', NaN],
    ['testPressure', 0],
    ['testPressure', NaN],
    ['testPressure', 7001],
    ['testPressure', -7001],
    ['gaugeStep', 0],
    ['gaugeNoise', NaN],
    ['temperatureDoubt', NaN],
    ['barometerDoubt', NaN],
    ['rigLeakDoubt', NaN],
  ])('but not while %s is %d', (field, value) => {
    expect(plannedFrom(draft({ [field]: value }), job)).toBeNull()
  })
  test('nor of a blank one', () => expect(plannedFrom(blankHold(), job)).toBeNull())
})

describe('what a needle sticks by', () => {
  const tank = {
    wallGive: 0,
    acceptance: 1e-4,
    tankKind: 'small-steel',
    pressureLimit: 7000,
    fuel: 'petrol',
    material: 'sheet steel',
  } as const
  const stick = (change: Partial<HoldDraft>) => setupOfForm({ ...blankHold(), gaugeStep: 100, ...change }, tank).gauge.stick
  test('is half a step for a camera where nobody tapped the glass, and what was seen where somebody did', () => {
    expect(stick({ source: 'camera' })).toBe(50)
    expect(stick({ source: 'camera', gaugeStick: 0 })).toBe(0)
    expect(stick({ source: 'camera', gaugeStick: 120 })).toBe(120)
  })
  test('is nothing of a gauge that is read by its steps', () => {
    expect(stick({ source: 'typed', gaugeStick: 120 })).toBeUndefined()
  })
})
