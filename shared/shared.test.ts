import { USUAL_LIMIT_SOURCE } from '../core/circuit/tankKinds'
import { holdTimeAt, withSpeed } from './leaktest/hold/holdClock'
import { descentOf, isSimulated, jobEntries, jobStanding, latestFind, runningTest } from './jobEntries'
import { isTestBell } from './bells'
import { isJobAspect, touchesJob, type Topic } from './changes'
import { muchWarmer } from './muchWarmer'
import { strikableEntries } from './strikable'
import { factsOf } from './jobFacts'
import { inKilopascals, isOver, lastRelief, limitIsUsual, overLimit, reliefProblem } from './limits'
import { jobView, partView, repairView } from './jobView.fixture'
import type { FindView } from './record/kinds/find'
import type { JobView } from './views'
import type { TouchView } from './record/kinds/touch'
import type { HoldVerdict } from '../core/hold/belief/verdict'
import { holdEstimate, holdView } from './leaktest/hold/holdView.fixture'
import type { HoldView } from './leaktest/hold/holdView'
import { soapView, watched } from './leaktest/soap/soapView.fixture'

/** A hold that stopped at a moment with a verdict; one that still reads when there is none. */
const hold = (number: number, at: number | null, verdict: HoldVerdict, change: Partial<HoldView> = {}): HoldView =>
  holdView({
    number,
    startedAt: at ?? 0,
    stoppedAt: at,
    state: at === null ? 'reading' : 'stopped',
    estimate: at === null ? null : holdEstimate(verdict),
    ...change,
  })
const soap = soapView
const find = (id: string, at: number, change: Partial<FindView> = {}): FindView => ({
  id,
  leakId: 'L',
  testId: 's1',
  seen: 'foams',
  x1: 0,
  y1: 0,
  x2: 10,
  y2: 0,
  length: 0.01,
  photoId: null,
  note: '',
  by: 'Finn',
  at,
  struck: null,
  ...change,
})
const job = jobView

describe('a hold’s own time', () => {
  const clock = { anchoredAt: 1000, anchor: 0, speed: 1 }
  test('runs with the world, or faster from a moment on', () => {
    expect(holdTimeAt(clock, 61_000)).toBe(60)
    const fast = withSpeed(clock, 60, 61_000)
    expect(holdTimeAt(fast, 61_000)).toBe(60)
    expect(holdTimeAt(fast, 62_000)).toBe(120)
    expect(holdTimeAt(withSpeed(fast, 0, 62_000), 99_000)).toBe(120)
  })
  test('never runs back when a clock does', () => expect(holdTimeAt(clock, 500)).toBe(0))
})

describe('a job as the ledger reads it', () => {
  test('leaves out what runs, what has no verdict and what is struck', () => {
    const entries = jobEntries(
      job({
        tests: [
          hold(1, 10, 'leaking', { struck: 'wrong tank (Finn)' }),
          hold(2, null, 'sealed'),
          hold(3, 30, 'sealed', { estimate: null, noEstimate: 'too few' }),
          hold(4, 40, 'sealed'),
          soap(1, 20, watched(20, { a: 'dry' })),
        ],
      }),
    )
    expect(entries.tests.map(test => test.id)).toEqual(['s1', 'h4'])
  })
  test('a leak whose every find is struck, or found in a struck walk, is none', () => {
    const leaks = [{ id: 'L', number: 1, partId: 'a' }]
    expect(jobEntries(job({ leaks, finds: [find('f', 5)] })).leaks).toHaveLength(1)
    expect(jobEntries(job({ leaks, finds: [find('f', 5, { struck: 'rig' })] })).leaks).toHaveLength(0)
    expect(
      jobEntries(job({ leaks, finds: [find('f', 5)], tests: [soap(1, 5, [], { struck: 'no pressure' })] })).leaks,
    ).toHaveLength(0)
  })
  test('dry where no pressure was says nothing, a find there does', () => {
    const marks = watched(6, { a: 'dry', b: 'foams' })
    const { ledger } = jobStanding(job({ tests: [soap(1, 5, marks, { closures: {} })] }), 99)
    expect(ledger.parts.map(part => part.evidence)).toEqual([['not reached'], ['find']])
    const reached = jobStanding(job({ tests: [soap(1, 5, marks)] }), 99).ledger
    expect(reached.parts.map(part => part.evidence)).toEqual([['stands'], ['find']])
  })
  test('carries finds, what was struck of them, repairs and what cannot be held', () => {
    const leaks = [
      { id: 'L', number: 1, partId: 'a' },
      { id: 'M', number: 2, partId: 'b' },
    ]
    const repair = (id: string, change: object) =>
      repairView({ id, leakIds: ['M'], partIds: ['b'], at: 7, curedAt: 9, ...change })
    const entries = jobEntries(
      job({
        leaks,
        finds: [find('f', 5), find('g', 6, { leakId: 'M', testId: 's2', struck: 'rig' })],
        repairs: [repair('r', {}), repair('q', { curedAt: null, struck: 'not done' })],
        unholdable: [
          { id: 'u', at: 3, reason: 'open', by: 'Finn', struck: 'wrong tank' },
          { id: 'v', at: 8, reason: 'gone', by: 'Finn', struck: null },
        ],
      }),
    )
    expect(entries.leaks).toEqual([leaks[0]])
    expect(entries.finds).toEqual([{ leakId: 'L', testId: 's1', at: 5 }])
    expect(entries.struckFinds).toEqual([{ testId: 's2', partId: 'b' }])
    expect(entries.repairs).toEqual([
      { id: 'r', leakIds: ['M'], partIds: ['b'], at: 7, curedAt: 9, trial: [], until: null, replaces: true, struck: false },
      {
        id: 'q',
        leakIds: ['M'],
        partIds: ['b'],
        at: 7,
        curedAt: Infinity,
        trial: [],
        until: null,
        replaces: true,
        struck: true,
      },
    ])
    expect(entries.cannotBeHeld).toBe(8)
    expect(entries.ways!()).not.toHaveLength(0)
    expect(jobEntries(job()).cannotBeHeld).toBeNull()
  })
  test('what was complained of is looked at first, until one check was answered', () => {
    const answer = { id: 'n', check: 'cap', outcome: 'torn', note: '', by: 'Finn', at: 3, struck: null }
    const next = (change: Partial<JobView>) => jobStanding(job(change), 99).next.action
    const complaint = { signs: ['drip'], codes: [], words: '' } as JobView['complaint']
    expect(next({ complaint })).toBe('check')
    expect(next({ complaint: { ...complaint, signs: [], codes: ['P0442'] } })).toBe('check')
    expect(next({ complaint, answers: [answer] })).toBe('test')
    expect(next({ complaint, answers: [{ ...answer, struck: 'wrong tank' }] })).toBe('check')
    expect(next({ complaint, answers: [{ ...answer, struck: 'wrong tank' }, answer] })).toBe('test')
    expect(next({})).toBe('test')
    expect(next({ answers: [{ ...answer, struck: 'wrong tank' }] })).toBe('test')
  })
  test('parts that were taken off want no evidence', () => {
    expect(
      jobStanding(
        job({
          parts: [partView('a', { opening: true }), partView('b', { removedAt: 3 })],
          tests: [hold(1, 10, 'sealed')],
        }),
        99,
      ).ledger.state,
    ).toBe('sealed')
  })
  test('knows what runs', () => {
    expect(runningTest(job({ tests: [hold(1, null, 'sealed')] }))).toEqual({ id: 'h1', kind: 'hold' })
    expect(runningTest(job({ tests: [soap(1, 1, [], { stoppedAt: null })] }))).toEqual({ id: 's1', kind: 'soap' })
    expect(runningTest(job({ tests: [hold(1, null, 'sealed', { state: 'set up' })] }))).toBeNull()
    // Of two the one that is watched by its clock.
    const both = [soap(1, 1, [], { stoppedAt: null }), hold(1, null, 'sealed')]
    expect([runningTest(job({ tests: both }))!.kind, runningTest(job({ tests: both.reverse() }))!.kind]).toEqual([
      'hold',
      'hold',
    ])
  })
  test('only a real tank is evidence of one', () => {
    expect((['real', 'simulated', 'practice'] as const).map(reality => isSimulated(job({ reality })))).toEqual([
      false,
      true,
      true,
    ])
  })
  test('the descent is the measured holds in the order in which they ended', () => {
    expect(
      descentOf(
        job({
          tests: [
            hold(2, 50, 'sealed'),
            hold(1, 10, 'leaking'),
            hold(3, null, 'sealed'),
            hold(4, null, 'sealed', { estimate: holdEstimate('sealed') }),
            hold(5, 60, 'sealed', { estimate: null }),
            hold(6, 70, 'sealed', { struck: 'wrong tank' }),
            soap(1, 80),
          ],
        }),
      ).map(point => point.label),
    ).toEqual(['H1', 'H2'])
  })
  test('a leak stands on the map where it was found last', () => {
    expect(
      latestFind([find('f', 5), find('g', 9), find('h', 20, { struck: 'x' }), find('i', 30, { leakId: 'M' })], 'L')!.id,
    ).toBe('g')
    expect(latestFind([], 'L')).toBeUndefined()
  })
})

test('a target over the limit is refused with the limit and its source, either side of zero', () => {
  expect(overLimit(job(), 7000, inKilopascals)).toBeNull()
  expect(overLimit(job(), 7001, inKilopascals)).toContain('7 kPa (plate)')
  expect(overLimit(job(), -8000, inKilopascals)).toContain('−8 kPa')
  expect([7050, 7051, -7050, -7051].map(pressure => isOver(job(), pressure))).toEqual([false, true, false, true])
  expect(overLimit(job(), NaN, inKilopascals)).toBeNull()
  expect([inKilopascals(1234.5), inKilopascals(7000)]).toEqual(['1.23 kPa', '7 kPa'])
  expect([limitIsUsual(job()), limitIsUsual(job({ limitSource: USUAL_LIMIT_SOURCE }))]).toEqual([false, true])
})

test('a relief opens between the target and the limit, and there must be one', () => {
  const opensAt = (pascals: number) => reliefProblem(job(), { kind: 'relief valve', opensAt: pascals }, 5000, inKilopascals)
  expect(reliefProblem(job(), null, 5000, inKilopascals)).toContain('a water column, a relief valve or a regulator')
  expect(opensAt(7100)).toContain('above this tank’s limit of 7 kPa (plate)')
  expect(opensAt(4900)).toContain('nothing would hold')
  expect(opensAt(5000)).toBeNull()
  expect(opensAt(7000)).toBeNull()
})

test('what last kept the tank below its limit comes along, of whichever test that was', () => {
  const column = { kind: 'water column' as const, opensAt: 6000 },
    valve = { kind: 'relief valve' as const, opensAt: 6500 }
  const walk = soap(1, 30, [], { relief: valve, startedAt: 20 })
  expect(lastRelief(job())).toBeNull()
  expect(lastRelief(job({ tests: [hold(1, 10, 'sealed', { relief: column, startedAt: 5 }), walk] }))).toEqual(valve)
  expect(
    lastRelief(
      job({
        tests: [hold(1, 10, 'sealed', { relief: column, startedAt: 25 }), hold(2, 50, 'sealed', { startedAt: 40 }), walk],
      }),
    ),
  ).toEqual(column)
})

test('facts are the fields of the edit, and no more', () => {
  expect(Object.keys(factsOf(job())).sort()).toEqual([
    'acceptance',
    'capacity',
    'complaint',
    'craftBuilt',
    'craftKind',
    'craftName',
    'craftRegistration',
    'fuel',
    'fuelAcceptance',
    'limitSource',
    'limitsReason',
    'material',
    'pressureLimit',
    'tankName',
    'work',
  ])
})

test('much warmer than within the day before is looked at again', () => {
  const hour = 3_600_000
  const read = (at: number, temperature: number | null, lowest: number | null = null) => ({ at, temperature, lowest })
  expect(muchWarmer(303, read(0, 290), hour)).toBe(13)
  expect(muchWarmer(302, read(0, 290), hour)).toBeNull()
  expect(muchWarmer(303, read(0, null, 280), hour)).toBe(23)
  expect(muchWarmer(303, read(0, 295, 280), hour)).toBeNull()
  expect(muchWarmer(303, read(0, 280), 24 * hour)).toBeNull()
  expect(muchWarmer(303, read(0, 280), 24 * hour - 1)).toBe(23)
  expect([muchWarmer(null, read(0, 280), hour), muchWarmer(303, null, hour), muchWarmer(270, read(0, 290), hour)]).toEqual([
    null,
    null,
    null,
  ])
})

test('a job’s aspects are told from what else changes', () => {
  expect([isJobAspect('leaks'), isJobAspect('bells')]).toEqual([true, false])
  const notice = (...topics: Topic[]) => touchesJob({ topics, jobId: 'j', subjectId: null })
  expect([notice('bells', 'readings'), notice('bells', 'tests'), notice('leaks')]).toEqual([false, true, true])
  expect([isTestBell('hold'), isTestBell('cure')]).toEqual([true, false])
})

test('all that somebody recorded can be struck out', () => {
  const job = jobView({
    finds: [find('f', 5)],
    touches: [{ id: 't', struck: 'x' } as TouchView],
    tests: [hold(1, 10, 'sealed')],
  })
  expect(strikableEntries(job).map(({ id, struck }) => [id, struck])).toEqual([
    ['h1', null],
    ['f', null],
    ['t', 'x'],
  ])
})
