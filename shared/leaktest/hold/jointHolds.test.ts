import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { normalBounds } from '../../../core/hold/belief/verdict'
import { jobStanding } from '../../jobEntries'
import { jobView, partView, repairView } from '../../jobView.fixture'
import type { JobView } from '../../views'
import type { RunView } from '../../record/kinds/run'
import { holdEstimate, holdView } from './holdView.fixture'
import { jointHolds } from './jointHolds'
import type { HoldView } from './holdView'

const limit = throughputFromStandard(1)
const HOUR = 3_600_000
/** A hold that says a rate, in limits. */
const said = (number: number, rate: number, deviation: number, change: Partial<HoldView> = {}): HoldView =>
  holdView({
    number,
    startedAt: number * HOUR,
    stoppedAt: (number + 0.5) * HOUR,
    estimate: {
      ...holdEstimate('cannot-tell'),
      ...normalBounds(rate * limit, deviation * limit),
      likelihood: [{ rate: rate * limit, deviation: deviation * limit, weight: 1 }],
    },
    ...change,
  })
const job = (tests: HoldView[], change: Partial<JobView> = {}) => jobView({ tests, ...change })
const idsOf = (of: JobView) => jointHolds(of).groups.map(group => group.holds.map(hold => hold.number))

describe('holds of one boundary', () => {
  test('are one body of evidence, and the ledger takes what they say together', () => {
    const two = job([said(1, 0.3, 0.5), said(2, 0.1, 0.5)])
    expect(idsOf(two)).toEqual([[1, 2]])
    expect(jobStanding(job([said(1, 0.3, 0.5)]), 9 * HOUR).ledger.state).toBe('cannot-tell')
    expect(jobStanding(two, 9 * HOUR).ledger.missing).not.toContain('a')
  })
  test('that contradict each other seal nothing', () => {
    const tight = job([said(1, 0.1, 0.2), said(2, 0.1, 0.2)])
    expect(jobStanding(tight, 9 * HOUR).ledger.missing).toEqual([])
    const apart = job([said(1, 6, 0.2), said(2, 0.1, 0.2)])
    const { ledger } = jobStanding(apart, 9 * HOUR)
    expect(ledger.state).toBe('cannot-tell')
    expect(ledger.measured[0]!.disagrees).toEqual(['h2'])
    expect(ledger.missing).toContain('a')
    expect(jointHolds(apart).groups[0]!.joint.contradicts!.id).toBe('h2')
  })
  test('go together whatever stands between that is of another boundary', () => {
    const other = { closures: { a: 'plug' as const } }
    expect(idsOf(job([said(1, 0.3, 0.5), said(2, 0.3, 0.5, other), said(3, 0.3, 0.5)]))).toEqual([[1, 3]])
  })
})

test('a leak of the rig that was mended between two holds makes them two, and the second closes what the first measured', () => {
  const rigFind = { id: 'r', by: 'Ada', struck: null, at: 1.5 * HOUR, testId: 'h1', piece: 'plug' as const, note: '' }
  const tests = [said(1, 6, 0.2), said(2, 0.1, 0.2)]
  const mended = job(tests, { rigFinds: [rigFind] as unknown as JobView['rigFinds'] })
  expect(jointHolds(mended).apart.map(each => each.why)).toEqual(['rig mended between'])
  expect(jobStanding(mended, 9 * HOUR).ledger).toMatchObject({ measured: [], missing: [] })
  const struck = job(tests, { rigFinds: [{ ...rigFind, struck: 'it was not' }] as unknown as JobView['rigFinds'] })
  expect(jobStanding(struck, 9 * HOUR).ledger.state).toBe('cannot-tell')
})

describe('a hold is not counted together with the one before it', () => {
  const whyApart = (change: Partial<HoldView>, of: Partial<JobView> = {}) =>
    jointHolds(job([said(1, 0.3, 0.5), said(2, 0.3, 0.5, change)], of)).apart.map(each => each.why)
  test('when it was set up otherwise', () => {
    const { setup } = holdView()
    expect(whyApart({})).toEqual([])
    expect(whyApart({ source: 'stand-in' })).toEqual(['simulated'])
    expect(whyApart({ pressure: -5000 })).toEqual(['other way'])
    expect(whyApart({ closures: { a: 'own' } })).toEqual(['other openings'])
    expect(whyApart({ links: { x: 'shut' } })).toEqual(['other valves'])
    expect(whyApart({ wettedShare: 0.5 })).toEqual(['other fuel level'])
    expect(whyApart({ startedAt: 1.2 * HOUR })).toEqual(['same time'])
    expect(whyApart({ pressure: 5800 })).toEqual(['other pressure'])
    expect(whyApart({ pressure: 5300 })).toEqual([])
    expect(whyApart({ setup: { ...setup, space: { volume: 0.03, wallGive: 0 } } })).toEqual(['other volume'])
  })
  test('when something that it reached was worked on or cured between, struck out or not', () => {
    const touch = { id: 't', at: 1.8 * HOUR, partIds: ['a'], kind: 'adjusted' as const, note: '', by: 'Finn', struck: null }
    expect(whyApart({}, { touches: [touch] })).toEqual(['touched between'])
    expect(whyApart({}, { touches: [{ ...touch, struck: 'not so' }] })).toEqual(['touched between'])
    expect(whyApart({}, { touches: [{ ...touch, at: 0 }] })).toEqual([])
    expect(whyApart({}, { touches: [{ ...touch, at: 3 * HOUR }] })).toEqual([])
    const elsewhere = { parts: [partView('a', { opening: true }), partView('b', { space: 'far' })] }
    expect(whyApart({}, { ...elsewhere, touches: [{ ...touch, partIds: ['b'] }] })).toEqual([])
    const leak = { leaks: [{ id: 'l', number: 1, partId: 'a' }] } as Partial<JobView>
    const repair = (at: number, curedAt: number) => ({
      ...leak,
      repairs: [repairView({ leakIds: ['l'], at: at * HOUR, curedAt: curedAt * HOUR })],
    })
    expect(whyApart({}, repair(1.7, 1.7))).toEqual(['touched between'])
    expect(whyApart({}, repair(0, 1.8))).toEqual(['cured between'])
    expect(whyApart({}, repair(0, 0.5))).toEqual([])
  })
  test('when a repair was gone through in stages between, to its end, given up or open still', () => {
    const run = (method: RunView['method'], entries: Pick<RunView['entries'][number], 'kind' | 'facts' | 'at'>[]): RunView => ({
      id: 'run',
      leakIds: [],
      partIds: ['b'],
      method,
      material: 'epoxy-liner',
      sheet: null,
      until: null,
      untilReason: '',
      notUsedUntil: '',
      simulated: false,
      entries: entries.map((each, k) => ({ id: String(k), by: 'Finn', ...each })),
      by: 'Finn',
      at: 1.6 * HOUR,
    })
    const parts = { parts: [partView('a', { opening: true }), partView('b')] }
    const between = (of: RunView) => whyApart({}, { ...parts, runs: [of] })
    expect(between(run('fillet', []))).toEqual(['touched between'])
    expect(between({ ...run('fillet', []), at: 0.5 * HOUR })).toEqual([])
    const stage = { kind: 'done' as const, facts: { stage: 'strip' } as RunView['entries'][number]['facts'], at: 1.8 * HOUR }
    expect(between({ ...run('fillet', [stage]), at: 0.5 * HOUR })).toEqual(['touched between'])
    // A liner plugs every opening, and what sat there goes on again whatever becomes of it.
    const given = { kind: 'abandon' as const, facts: { reason: 'no liner' } as never, at: 1.9 * HOUR }
    expect(between({ ...run('liner', [given]), partIds: [] })).toEqual(['touched between'])
  })
  test('one that was struck out or gave nothing is no part of it', () => {
    expect(idsOf(job([said(1, 0.3, 0.5), said(2, 0.3, 0.5, { struck: 'rig' })]))).toEqual([])
    expect(idsOf(job([said(1, 0.3, 0.5), said(2, 0.3, 0.5, { estimate: null })]))).toEqual([])
  })
})
