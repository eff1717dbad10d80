import { tankKind } from '../../core/circuit/tankKinds'
import { throughputFromStandard } from '../../core/quantity/standardLeakRate'
import type { SmokeEvent } from '../../core/leaktest/smoke/smoke'
import { jobView, partView } from '../jobView.fixture'
import { holdEstimate, holdView } from './hold/holdView.fixture'
import { feltIn, mapAt } from './felt'
import { soapView, watched } from './soap/soapView.fixture'
import { smokeFlowOn, smokeOn } from './smoke/smokeTest'
import type { SmokeView } from './smoke/smokeView'
import type { BalloonView } from './balloon/balloonView'
import { descriptorOf, isRunning, testDescriptors, testsOf } from './tests'
import { setupOf } from './testView'

const moulded = tankKind('moulded')
const job = jobView({
  tankKind: 'moulded',
  circuit: moulded.circuit,
  parts: moulded.parts.map((part, position) => partView(part.key, { ...part, id: part.key, position })),
  acceptance: throughputFromStandard(20),
})
const litresAMinute = (flow: number) => flow / 60_000
const at = (event: SmokeEvent) => ({ ...event, id: `${event.kind} ${event.at}`, by: 'Finn' })
const smoke = (events: SmokeEvent[] = [], change: Partial<SmokeView> = {}): SmokeView => ({
  kind: 'smoke',
  id: 'm',
  jobId: 'j',
  number: 1,
  pressure: 3000,
  closures: { 'service-port': 'rig', 'cap': 'own', 'pump-ring': 'own' },
  links: { vent: 'shut' },
  wettedShare: 0,
  relief: null,
  earlyReason: null,
  by: 'Finn',
  startedAt: 100,
  stoppedAt: 200,
  struck: null,
  tube: { smallest: litresAMinute(0.05), largest: litresAMinute(2), readDoubt: 0.02, gas: 'air' },
  own: { ball: 'floor' },
  simulated: false,
  events: events.map(at),
  ...change,
})
const arrived: SmokeEvent = { kind: 'arrival', at: 110, end: 'pump-ring', seen: true }
const marked = (partId: string, mark: 'clear' | 'smoke' | 'dye', when = 120): SmokeEvent => ({
  kind: 'mark',
  at: when,
  partId,
  mark,
})
const flow = (litres: number): SmokeEvent => ({ kind: 'flow', at: 130, reading: { ball: 'floats', at: litresAMinute(litres) } })
const balloon = (change: Partial<BalloonView> = {}) =>
  ({ ...holdView(), kind: 'balloon', girths: [], ...change }) as unknown as BalloonView

describe('smoke', () => {
  test('looks where it was proven to be: what shows is a find, what does not is dry', () => {
    const test = smoke([arrived, marked('canister', 'clear'), marked('strap', 'smoke', 125), marked('neck', 'clear')])
    const [look, ...more] = testDescriptors.smoke.ledger(test, job)
    expect(more).toEqual([])
    expect(look).toMatchObject({ says: 'looks', id: 'm', kind: 'smoke', begin: 100, end: 200, pressure: 3000 })
    expect((look as { marks: unknown }).marks).toEqual([
      { partId: 'canister', at: 120, mark: 'dry' },
      { partId: 'strap', at: 125, mark: 'bubbles' },
    ])
    expect(testDescriptors.smoke.word(test, job)).toEqual({
      reached: smokeOn(job, test).provenParts,
      says: null,
      dry: ['canister'],
    })
  })
  test('says nothing while it is on', () => {
    const on = smoke([arrived, marked('canister', 'clear')], { stoppedAt: null })
    expect(testDescriptors.smoke.ledger(on, job)).toEqual([])
    expect([isRunning(on), isRunning(smoke()), isRunning({ ...on, struck: 'wrong tank' })]).toEqual([true, false, false])
  })
  test('measures with its tube over what was proven, unless it lets out to the open', () => {
    const read = smoke([arrived, flow(1)])
    const [, rate] = testDescriptors.smoke.ledger(read, job)
    expect(rate).toMatchObject({
      says: 'rate',
      id: 'm flow',
      kind: 'smoke',
      name: 'Flow tube 1',
      begin: 100,
      end: 130,
      pressure: 3000,
      bounds: { belowZero: false },
    })
    const { felt, bounds } = rate as Extract<typeof rate, { says: 'rate' }>
    expect([...felt!.keys()].sort()).toEqual([...smokeOn(job, read).provenParts].sort())
    expect(bounds.above95).toBeLessThan(throughputFromStandard(1014))
    expect(bounds.below95).toBeGreaterThan(throughputFromStandard(1014))
    expect(testDescriptors.smoke.word(read, job).says).toBe('leaks')
    const open = smoke([arrived, flow(1)], { links: { vent: 'open' } })
    expect(smokeFlowOn(job, open)).toBeNull()
    expect(smokeFlowOn(job, smoke([arrived]))).toBeNull()
    expect(testDescriptors.smoke.word(open, job).says).toBeNull()
    const shut = smoke([arrived, { kind: 'flow', at: 130, reading: { ball: 'floor' } }], {
      tube: { ...read.tube, smallest: litresAMinute(0.01) },
    })
    expect(testDescriptors.smoke.word(shut, job).says).toBe('tight')
  })
  test('is practice on a simulated tank, and measures nothing itself', () => {
    expect([smoke(), smoke([], { simulated: true })].map(testDescriptors.smoke.isSimulated)).toEqual([false, true])
    expect(testDescriptors.smoke.measured(smoke())).toBeNull()
  })
})

/** A job of one opening and a seam. */
const plain = jobView()

test('soap runs until it is over, says what was dry of what it reached, and measures nothing', () => {
  const walk = soapView(1, 5, watched(6, { a: 'dry', b: 'foams', elsewhere: 'dry' }))
  const { soap } = testDescriptors
  expect(soap.word(walk, plain)).toEqual({ reached: ['a', 'b'], says: null, dry: ['a'] })
  expect([soap.runs(walk), soap.runs({ ...walk, stoppedAt: null })]).toEqual([false, true])
  expect([soap.isSimulated(walk), soap.measured(walk)]).toEqual([false, null])
})

test('a hold runs while it settles and reads, is practice once a stand-in started, and says its verdict', () => {
  const { hold } = testDescriptors
  expect((['set up', 'settling', 'reading', 'stopped'] as const).map(state => hold.runs(holdView({ state })))).toEqual([
    false,
    true,
    true,
    false,
  ])
  const simulated = (change: object) => hold.isSimulated(holdView({ source: 'stand-in', ...change }))
  expect([simulated({ state: 'stopped' }), simulated({ state: 'set up' }), hold.isSimulated(holdView())]).toEqual([
    true,
    false,
    false,
  ])
  expect(hold.word(holdView({ estimate: holdEstimate('sealed') }), plain)).toEqual({
    reached: ['a', 'b'],
    says: 'tight',
    dry: [],
  })
  expect(hold.word(holdView(), plain).says).toBeNull()
  expect(hold.measured(holdView({ noEstimate: 'too few' }))).toEqual({ estimate: null, noEstimate: 'too few' })
})

test('a balloon runs until it comes off, and says its verdict', () => {
  const own = testDescriptors.balloon
  expect([own.runs(balloon({ stoppedAt: null })), own.runs(balloon())]).toEqual([true, false])
  const leaking = balloon({ estimate: holdEstimate('leaking') as never, noEstimate: null })
  expect(own.word(leaking, plain)).toEqual({ reached: ['a', 'b'], says: 'leaks', dry: [] })
  expect(own.word(balloon({ estimate: null }), plain)).toMatchObject({ says: null, dry: [] })
  expect(own.measured(leaking)).toEqual({ estimate: leaking.estimate, noEstimate: null })
  expect(own.isSimulated(leaking)).toBe(false)
})

test('tests are told apart by their kind', () => {
  const tests = [soapView(1, 5), holdView(), smoke()]
  expect(testsOf({ tests }, 'hold')).toEqual([tests[1]])
  expect(descriptorOf(tests[2]!)).toBe(testDescriptors.smoke)
  expect(setupOf(smoke())).toEqual({ closures: smoke().closures, links: { vent: 'shut' }, pressure: 3000 })
})

describe('what a test felt', () => {
  const before = { until: 50, circuit: job.circuit, parts: job.parts.filter(part => part.id === 'strap') }
  test('is by the map as it was when it began', () => {
    const changed = { ...job, mapsBefore: [before, { ...before, until: 80, parts: [] }] }
    expect(mapAt(changed, 49).parts).toHaveLength(1)
    expect(mapAt(changed, 50).parts).toHaveLength(0)
    expect(mapAt(changed, 80).parts).toHaveLength(job.parts.length)
  })
  test('is under liquid with fuel in it, of its own sign, and nothing where nobody was asked', () => {
    const setup = { closures: smoke().closures, links: smoke().links, startedAt: 100 }
    const felt = (pressure: number, wettedShare: number | null) => feltIn(job, { ...setup, pressure, wettedShare }).get('strap')
    expect(felt(3000, 0.9)).toEqual({ pressure: 3000, underLiquid: true })
    expect(felt(-3000, 0)).toEqual({ pressure: -3000, underLiquid: false })
    expect(felt(3000, null)).toEqual({ pressure: 3000, underLiquid: false })
  })
})
