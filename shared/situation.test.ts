import { holdEstimate, holdView } from './leaktest/hold/holdView.fixture'
import { soapView, watched } from './leaktest/soap/soapView.fixture'
import { jobView, partView, repairView } from './jobView.fixture'
import { answersThatCount, situationOf } from './situation'
import type { AnswerView } from './record/kinds/answer'
import type { FindView } from './record/kinds/find'
import type { JobView } from './views'
import type { ProbeView } from './record/kinds/probe'
import type { RepairView } from './record/kinds/repair'

const answer = (check: string, outcome: string, at: number, struck: string | null = null): AnswerView => ({
  id: `${check} ${at}`,
  check,
  outcome,
  note: '',
  by: 'Finn',
  at,
  struck,
})
const probe = (id: string, at: number, leaks: boolean, change: Partial<ProbeView> = {}): ProbeView => ({
  id,
  method: 'hold',
  setup: { closures: {}, links: {}, pressure: 5000 },
  reached: ['a'],
  leaks,
  relief: null,
  earlyReason: null,
  by: 'Finn',
  at,
  struck: null,
  ...change,
})
const find = (id: string, at: number, change: Partial<FindView> = {}) =>
  ({ id, leakId: 'L', testId: 's1', at, struck: null, ...change }) as FindView
const repair = (at: number, change: Partial<RepairView> = {}) => repairView({ id: `r${at}`, at, curedAt: at, ...change })
const leaks = [
  { id: 'L', number: 1, partId: 'a' },
  { id: 'M', number: 2, partId: 'b' },
]
const words = (change: Partial<JobView>) => situationOf(jobView({ leaks, ...change }), 0).tests

test('of each check the latest answer counts that was not struck out', () => {
  const answers = [
    answer('cap', 'torn', 9),
    answer('cap', 'sound', 3),
    answer('hose', 'wet', 4),
    answer('hose', 'dry', 5, 'wrong tank'),
  ]
  expect(
    answersThatCount({ answers })
      .map(({ id }) => id)
      .sort(),
  ).toEqual(['cap 9', 'hose 4'])
  expect(answers.map(each => each.at)).toEqual([9, 3, 4, 5])
  expect(situationOf(jobView({ answers }), 0).answers).toEqual([
    { check: 'cap', outcome: 'torn', dryTank: false },
    { check: 'hose', outcome: 'wet', dryTank: false },
  ])
})

test('a hold speaks of all it reached once it has ended, a walk of single parts from its beginning', () => {
  const ended = holdView({ number: 1, estimate: holdEstimate('leaking'), stoppedAt: 20 })
  const running = holdView({ number: 2, state: 'reading', stoppedAt: null })
  const walk = soapView(1, 5, watched(6, { a: 'dry', b: 'foams', elsewhere: 'dry' }), { stoppedAt: null })
  expect(
    words({ tests: [ended, running, walk], finds: [find('f', 6), find('g', 7), find('h', 7, { leakId: 'M', struck: 'rig' })] }),
  ).toEqual([
    { id: 'h1', label: 'Hold 1', reached: ['a', 'b'], says: 'leaks', dry: [], found: [] },
    { id: 's1', label: 'Soap 1', reached: ['a', 'b'], says: null, dry: ['a'], found: ['a'] },
  ])
  expect(words({ tests: [holdView({ estimate: holdEstimate('sealed') })] })[0]!.says).toBe('tight')
  expect(
    words({ tests: [holdView({ estimate: holdEstimate('cannot-tell') }), holdView({ number: 2 })] }).map(word => word.says),
  ).toEqual([null, null])
  expect(words({ tests: [holdView({ struck: 'wrong tank' }), soapView(1, 5, [], { struck: 'no pressure' })] })).toEqual([])
})

test('a halving step says what it reached, and is numbered by those that count', () => {
  expect(words({ probes: [probe('p', 1, true, { struck: 'rig' }), probe('q', 2, true), probe('r', 3, false)] })).toEqual([
    { id: 'q', label: 'Halving step 1', reached: ['a'], says: 'leaks', dry: [], found: [] },
    { id: 'r', label: 'Halving step 2', reached: ['a'], says: 'tight', dry: [], found: [] },
  ])
})

test('what was tested before the last repair speaks no more', () => {
  const tests = [
    holdView({ number: 1, stoppedAt: 10 }),
    soapView(1, 10),
    holdView({ number: 2, startedAt: 5, stoppedAt: 11 }),
    soapView(2, 11),
  ]
  const probes = [probe('p', 10, true), probe('q', 11, true)]
  const told = (repairs: RepairView[]) => words({ tests, probes, repairs }).map(({ id }) => id)
  expect(told([repair(10)])).toEqual(['h2', 's2', 'q'])
  expect(told([repair(4), repair(10)])).toEqual(['h2', 's2', 'q'])
  expect(told([repair(10, { struck: 'not done' })])).toHaveLength(6)
  // A find before it neither.
  expect(words({ tests: [soapView(1, 20)], finds: [find('f', 10)], repairs: [repair(10)] })[0]!.found).toEqual([])
  expect(words({ tests: [soapView(1, 20)], finds: [find('f', 21)], repairs: [repair(10)] })[0]!.found).toEqual(['a'])
})

test('a part is repaired until something is found on it again', () => {
  const repaired = (change: Partial<JobView>) => situationOf(jobView({ leaks, ...change }), 0).repaired
  expect(repaired({})).toEqual([])
  expect(repaired({ repairs: [repair(10)], finds: [find('f', 5)] })).toEqual(['a'])
  expect(repaired({ repairs: [repair(10)], finds: [find('f', 11)] })).toEqual([])
  expect(repaired({ repairs: [repair(10)], finds: [find('f', 10)] })).toEqual(['a'])
  expect(repaired({ repairs: [repair(4), repair(10)], finds: [find('f', 6)] })).toEqual(['a'])
  expect(repaired({ repairs: [repair(10)], finds: [find('f', 11, { struck: 'rig' })] })).toEqual(['a'])
  expect(repaired({ repairs: [repair(10)], finds: [find('f', 11, { leakId: 'M' })] })).toEqual(['a'])
  expect(repaired({ repairs: [repair(10, { struck: 'not done' })] })).toEqual([])
})

test('the rest comes from the job as it stands, its age from the year it was built', () => {
  const built = (year: number | null) =>
    jobView({ craft: { id: 'c', name: 'Library van', kind: 'road vehicle', built: year, registration: '' } })
  expect(situationOf(built(1998), Date.UTC(2026, 6)).age).toBeCloseTo(28, 1)
  expect(situationOf(built(2030), Date.UTC(2026, 6)).age).toBe(0)
  expect(situationOf(built(null), 0).age).toBeNull()
  const job = jobView({
    fuel: 'diesel',
    complaint: { signs: ['drip'], codes: ['P0442'], words: '' },
    parts: [partView('a'), partView('b', { removedAt: 3 })],
  })
  expect(situationOf(job, 0, { crack: 2 })).toMatchObject({
    craft: 'small equipment',
    material: 'sheet steel',
    fuel: 'diesel',
    signs: ['drip'],
    codes: ['P0442'],
    outcomes: { crack: 2 },
    parts: [{ id: 'a' }],
  })
  expect(situationOf(job, 0).outcomes).toEqual({})
})

test('a tank is dry once it was drained, until fuel was said to be in it; weighing it empty or without a level fills nothing', () => {
  const said = { id: 'd', by: 'Finn', struck: null }
  const none = {
    shape: null,
    level: null,
    temperature: null,
    density: null,
    tankMass: null,
    length: null,
    height: null,
    clearance: null,
  }
  const drained = [{ ...said, at: 10, volume: 0.01, method: 'drain' as const, gaugeShown: null }]
  const dry = (weighings: JobView['weighings']) => situationOf(jobView({ drained, weighings }), 100).dryTank
  expect(dry([])).toBe(true)
  expect(dry([{ ...said, ...none, at: 20, tankMass: 6 }])).toBe(true)
  expect(dry([{ ...said, ...none, at: 20, level: 0 }])).toBe(true)
  expect(dry([{ ...said, ...none, at: 20, level: 0.004 }])).toBe(false)
  expect(dry([{ ...said, ...none, at: 5, level: 0.004 }])).toBe(true)
  expect(dry([{ ...said, ...none, at: 20, level: 0.004, struck: 'of another tank' }])).toBe(true)
  expect(situationOf(jobView({}), 100).dryTank).toBe(false)
})
