import { stagesOfMethods } from '../repair/stage/stages'
import { RecordReading, readingOf } from './reading'
import type { JobRecord, RecordedFind, RecordedRepair, RecordedRun } from './record'

const MINUTE = 60_000
const record = (change: Partial<JobRecord> = {}): JobRecord => ({
  parts: [
    { id: 'seam', family: 'seam', opening: false, removedAt: null },
    { id: 'cap', family: 'cap', opening: true, removedAt: null },
    { id: 'old plug', family: 'drain', opening: true, removedAt: 5 },
  ],
  touches: [],
  runs: [],
  repairs: [],
  finds: [],
  tests: [],
  drained: [],
  answers: [],
  gasReadings: [],
  ...change,
})
const repair = (at: number, change: Partial<RecordedRepair> = {}): RecordedRepair => ({
  id: `r${at}`,
  at,
  method: 'fillet',
  leakIds: ['L'],
  partIds: ['seam'],
  curedAt: at,
  struck: null,
  ...change,
})
const find = (at: number, change: Partial<RecordedFind> = {}): RecordedFind => ({
  leakId: 'L',
  testId: null,
  at,
  struck: null,
  ...change,
})
const run = (method: string, entries: RecordedRun['entries'] = []): RecordedRun => ({
  at: 0,
  method,
  partIds: ['seam'],
  entries,
})
const act = (at: number, kind: RecordedRun['entries'][number]['kind'], facts: object = {}) => ({ at, kind, facts })
const seam = new Set(['seam'])

describe('between two tests', () => {
  const change = (of: Partial<JobRecord>) => new RecordReading(record(of)).changeBetween(seam, 10, 20)
  test('nothing was done, or something to what they reached; in their own moments it lies outside', () => {
    expect(change({})).toBeNull()
    for (const [at, is] of [
      [9, null],
      [10, null],
      [11, 'touched'],
      [19, 'touched'],
      [20, null],
    ] as const)
      expect([at, change({ touches: [{ at, partIds: ['seam'], kind: 'knocked' }] })]).toEqual([at, is])
    expect(change({ touches: [{ at: 15, partIds: ['cap'], kind: 'knocked' }] })).toBeNull()
  })
  test('a repair touches, struck out or not, and what cured between them is another tank', () => {
    expect(change({ repairs: [repair(15)] })).toBe('touched')
    expect(change({ repairs: [repair(15, { struck: 'wrong leak' })] })).toBe('touched')
    expect(change({ repairs: [repair(5, { curedAt: 15 })] })).toBe('cured')
    expect(change({ repairs: [repair(5, { curedAt: 15, partIds: ['cap'] })] })).toBeNull()
    expect(change({ repairs: [repair(5, { curedAt: null })] })).toBeNull()
  })
})

describe('a run', () => {
  const kinds = (entries: RecordedRun['entries'], method = 'fillet') =>
    new RecordReading(record({ runs: [run(method, entries)] })).touches.map(touch => [touch.at, touch.kind, ...touch.partIds])
  test('touches its parts as it begins, and with each stage until it is put on, that one too', () => {
    expect(kinds([])).toEqual([[0, 'adjusted', 'seam']])
    const stages = stagesOfMethods.fillet
    const applies = stages.findIndex(stage => stage.applies)
    const touched = kinds(stages.map((stage, k) => act((k + 1) * MINUTE, 'done', { stage: stage.key })))
    expect(touched.map(([at]) => at)).toEqual([0, ...stages.slice(0, applies + 1).map((_, k) => (k + 1) * MINUTE)])
    const skipped = kinds([
      act(MINUTE, 'skip', { stage: stages[0]!.key }),
      act(2 * MINUTE, 'done', { stage: 'nothing of the kind' }),
    ])
    expect(skipped).toEqual([
      [0, 'adjusted', 'seam'],
      [MINUTE, 'adjusted', 'seam'],
    ])
  })
  test('strips where its stage or its mishap does', () => {
    const methods = Object.entries(stagesOfMethods)
    const [method, stages] = methods.find(([, its]) => its.some(stage => stage.strips))!
    const strips = stages.find(stage => stage.strips)!
    expect(kinds([act(MINUTE, 'done', { stage: strips.key })], method)).toContainEqual([MINUTE, 'stripped', 'seam'])
    expect(kinds([act(MINUTE, 'skip', { stage: strips.key })], method)).not.toContainEqual([MINUTE, 'stripped', 'seam'])
    const [ruined, its] = methods.find(([, all]) => all.some(stage => stage.mishaps.some(each => each.strips)))!
    const stage = its.find(each => each.mishaps.some(mishap => mishap.strips))!
    const mishap = stage.mishaps.find(each => each.strips)!
    const went = (kind: 'mishap' | 'tick') => kinds([act(MINUTE, kind, { stage: stage.key, mishap: mishap.key })], ruined)
    expect(went('mishap')).toContainEqual([MINUTE, 'stripped', 'seam'])
    expect(went('tick')).not.toContainEqual([MINUTE, 'stripped', 'seam'])
  })
  test('that plugs every opening takes off what is there now, at its beginning and with each stage', () => {
    const removed = kinds([act(MINUTE, 'done', { stage: 'degrease' }), act(2 * MINUTE, 'tick')], 'liner').filter(
      ([, kind]) => kind === 'removed',
    )
    expect(removed).toEqual([
      [0, 'removed', 'cap'],
      [MINUTE, 'removed', 'cap'],
    ])
  })
})

describe('a leak', () => {
  const isRepaired = (of: Partial<JobRecord>) => new RecordReading(record(of)).isRepaired('L')
  test('is repaired until it is found again; in one moment the repair came after the find', () => {
    expect(isRepaired({})).toBe(false)
    expect(isRepaired({ finds: [find(5)], repairs: [repair(10)] })).toBe(true)
    expect(isRepaired({ finds: [find(10)], repairs: [repair(10)] })).toBe(true)
    expect(isRepaired({ finds: [find(11)], repairs: [repair(10)] })).toBe(false)
    expect(isRepaired({ finds: [find(11), find(12)], repairs: [repair(10), repair(15)] })).toBe(true)
    expect(isRepaired({ repairs: [repair(10, { leakIds: ['M'] })] })).toBe(false)
  })
  test('is what still counts: neither what was struck out, nor what a test that was struck out saw', () => {
    expect(isRepaired({ repairs: [repair(10, { struck: 'x' })] })).toBe(false)
    expect(isRepaired({ repairs: [repair(10)], finds: [find(11, { struck: 'rain' })] })).toBe(true)
    const tests = [{ id: 'soap', struck: 'wrong tank' as string | null }]
    expect(isRepaired({ tests, repairs: [repair(10)], finds: [find(11, { testId: 'soap' })] })).toBe(true)
    expect(
      isRepaired({ tests: [{ id: 'soap', struck: null }], repairs: [repair(10)], finds: [find(11, { testId: 'soap' })] }),
    ).toBe(false)
  })
})

test('what is on a part cures until it was stripped off, whatever is done later', () => {
  const repairs = [repair(10, { curedAt: 100 }), repair(20, { curedAt: 30, struck: 'typed twice' })]
  const { touches } = record({ touches: [{ at: 50, partIds: ['seam'], kind: 'stripped' }] })
  expect(new RecordReading(record({ repairs })).curingParts(60)).toEqual(['seam'])
  expect(new RecordReading(record({ repairs })).curingParts(100)).toEqual([])
  expect(new RecordReading(record({ repairs })).curingParts(5)).toEqual([])
  expect(new RecordReading(record({ repairs, touches })).curingParts(60)).toEqual([])
  expect(new RecordReading(record({ repairs, touches })).curingParts(49)).toEqual(['seam'])
  const [first] = repairs
  expect(new RecordReading(record({ repairs, touches })).strippedSince(first!)).toBe(true)
  expect(new RecordReading(record({ repairs, touches })).strippedSince(first!, 49)).toBe(false)
  // What was stripped before it was put on says nothing of it.
  const before = [{ at: 9, partIds: ['seam'], kind: 'stripped' as const }]
  expect(new RecordReading(record({ repairs, touches: before })).curingParts(60)).toEqual(['seam'])
  expect(new RecordReading(record({ repairs: [repair(10, { curedAt: null })] })).curingParts(1e15)).toEqual(['seam'])
})

test('a record is read once, and anew when one of its lists is another', () => {
  const its = record()
  const once = readingOf(its)
  expect(readingOf(its)).toBe(once)
  expect(once.lastRepairedAt).toBe(-Infinity)
  Object.assign(its, { repairs: [repair(10)] })
  expect(readingOf(its).lastRepairedAt).toBe(10)
})

test('what was opened to let fuel out was touched, on the tank as it is', () => {
  const drained = [
    { at: 3, method: 'filler', struck: null },
    { at: 4, method: 'drain', struck: 'another tank' },
    { at: 5, method: 'tap', struck: null },
  ]
  expect(readingOf(record({ drained })).touches).toEqual([{ at: 3, partIds: ['cap'], kind: 'removed', struck: null }])
  const plug = { id: 'plug', family: 'drain' as const, opening: true, removedAt: null }
  expect(readingOf(record({ drained, parts: [plug] })).touches).toEqual([
    { at: 4, partIds: ['plug'], kind: 'removed', struck: 'another tank' },
  ])
})

test('what is done to several parts at once counts for each of them', () => {
  const both = { at: 15, partIds: ['cap', 'seam'], kind: 'knocked' as const }
  expect(new RecordReading(record({ touches: [both] })).changeBetween(seam, 10, 20)).toBe('touched')
  const wide = repair(10, { curedAt: 100, partIds: ['seam', 'cap'] })
  const stripped = { at: 50, partIds: ['seam'], kind: 'stripped' as const }
  const half = new RecordReading(record({ repairs: [wide], touches: [stripped] }))
  expect(half.strippedSince(wide)).toBe(false)
  expect(half.curingParts(60)).toEqual(['cap'])
})

test('of two things on a part it is the one that cures longest that counts, whichever came first', () => {
  const short = repair(10, { curedAt: 20 })
  const long = repair(15, { curedAt: 100 })
  for (const repairs of [
    [short, long],
    [long, short],
  ])
    expect(new RecordReading(record({ repairs })).longestCure('seam')).toBe(long)
})

test('the last find of a leak is the latest, in whatever order they stand', () => {
  const finds = [find(12, { testId: 'b' }), find(5, { testId: 'a' })]
  expect(new RecordReading(record({ finds })).lastFind('L')!.at).toBe(12)
})

test('only the end of a stage touches: a tick or a mix in it does not', () => {
  const stages = stagesOfMethods.fillet
  const touched = new RecordReading(
    record({
      runs: [run('fillet', [act(MINUTE, 'tick', { stage: stages[0]!.key }), act(2 * MINUTE, 'mix', { stage: 'mix' })])],
    }),
  ).touches
  expect(touched.map(touch => touch.at)).toEqual([0])
})
