import { throughputFromStandard } from '../quantity/standardLeakRate'
import type { SoapMark } from '../leaktest/soap/soap'
import type { HoldVerdict } from '../hold/hold'
import { deriveLedger } from './deriveLedger'
import type { LedgerEntries, LedgerLook, LedgerMeasurement } from './ledger'
import { nextStep } from './nextStep'

const parts = ['cap', 'seam', 'drain'].map(id => ({
  id,
  name: id === 'seam' ? 'Top seam' : id.charAt(0).toUpperCase() + id.slice(1),
}))
const all = parts.map(part => part.id)
const empty: LedgerEntries = {
  parts,
  tests: [],
  leaks: [],
  finds: [],
  repairs: [],
  touches: [],
  limit: throughputFromStandard(1),
}
const hold = (at: number, verdict: HoldVerdict, change: Partial<LedgerMeasurement> = {}): LedgerMeasurement => ({
  says: 'rate',
  kind: 'hold',
  id: `h${at}`,
  name: `Hold ${at}`,
  at,
  reached: all,
  verdict,
  smallestSeen: throughputFromStandard(0.3),
  ...change,
})
const soap = (at: number, marks: Record<string, SoapMark>): LedgerLook => ({
  says: 'looks',
  kind: 'soap',
  id: `s${at}`,
  name: `Soap ${at}`,
  at,
  marks: Object.entries(marks).map(([partId, mark]) => ({ partId, mark, at })),
  smallestSeen: throughputFromStandard(0.1),
})
const leakOnDrain = { leaks: [{ id: 'L', number: 1, partId: 'drain' }], finds: [{ leakId: 'L', testId: 's2', at: 2 }] }
const repaired = (at: number, curedAt: number) => [{ id: `r${at}`, leakId: 'L', at, curedAt }]
const at = (entries: Partial<LedgerEntries>, now = 100) => deriveLedger({ ...empty, ...entries }, now)
const standing = (ledger: ReturnType<typeof at>, partId: string) => ledger.parts.find(part => part.partId === partId)!.standing
const leakOf = (ledger: ReturnType<typeof at>) => ledger.leaks[0]!.state

test('nothing tested is not sealed: every part is named, with the test that would settle it', () => {
  const ledger = at({})
  expect(ledger.state).toBe('cannot-tell')
  expect(ledger.missing).toEqual(all)
  expect(ledger.settle).toMatchObject({ tests: [{ partIds: all }], beyond: [] })
  expect(deriveLedger({ ...empty, parts: [] }, 1).state).toBe('cannot-tell')
})

describe('rule 1: what is evidence', () => {
  test('a sealed hold gives it to every part it reached', () => expect(at({ tests: [hold(1, 'sealed')] }).state).toBe('sealed'))
  test('not to a part it did not reach', () => {
    const ledger = at({ tests: [hold(1, 'sealed', { reached: ['cap', 'seam'] })] })
    expect(ledger.state).toBe('cannot-tell')
    expect(ledger.missing).toEqual(['drain'])
    expect(ledger.settle).toMatchObject({ tests: [{ kind: 'soap', partIds: ['drain'] }] })
  })
  test('not when it could only see more than the limit', () =>
    expect(at({ tests: [hold(1, 'sealed', { smallestSeen: throughputFromStandard(2) })] }).state).toBe('cannot-tell'))
  test('an undecided hold gives none', () => expect(at({ tests: [hold(1, 'cannot-tell')] }).missing).toEqual(all))
  test('a soap walk gives it to the parts marked dry alone', () => {
    const ledger = at({ tests: [soap(1, { cap: 'dry', seam: 'not reached' })] })
    expect(standing(ledger, 'cap')).toBe('stands')
    expect(standing(ledger, 'seam')).toBe('no evidence')
    expect(standing(ledger, 'drain')).toBe('no evidence')
  })
  test('soap that cannot see the limit gives none, and a hold is asked for', () => {
    const ledger = at({ tests: [soap(1, { cap: 'dry', seam: 'dry', drain: 'dry' })], limit: throughputFromStandard(0.05) })
    expect(ledger.state).toBe('cannot-tell')
    expect(ledger.settle!.tests.map(test => test.kind)).toEqual(['hold'])
  })
})

test('rule 2: touching one part ends the evidence of that part alone', () => {
  const ledger = at({ tests: [hold(1, 'sealed')], touches: [{ at: 5, partIds: ['cap'], kind: 'removed' }] })
  expect(standing(ledger, 'cap')).toBe('touched')
  expect(standing(ledger, 'seam')).toBe('stands')
  expect(ledger.missing).toEqual(['cap'])
  expect(
    at({ tests: [hold(1, 'sealed'), soap(6, { cap: 'dry' })], touches: [{ at: 5, partIds: ['cap'], kind: 'removed' }] }).state,
  ).toBe('sealed')
  expect(at({ tests: [hold(5, 'sealed')], touches: [{ at: 5, partIds: ['cap'], kind: 'knocked' }] }).missing).toEqual(['cap'])
})

describe('rule 3: leaks', () => {
  const found = { ...leakOnDrain, tests: [hold(1, 'leaking'), soap(2, { cap: 'dry', seam: 'dry', drain: 'bubbles' })] }
  test('a find is open and so is the job', () => {
    const ledger = at(found)
    expect(leakOf(ledger)).toBe('found')
    expect(ledger.state).toBe('leaking')
    expect(ledger.unlocated).toBeNull()
    expect(standing(ledger, 'drain')).toBe('open')
  })
  test('a measured leak with no find is open too, until a sealed hold reaches as much', () => {
    expect(at({ tests: [hold(1, 'leaking')] })).toMatchObject({ state: 'leaking', unlocated: { holdId: 'h1' } })
    expect(at({ tests: [hold(1, 'leaking'), soap(2, { cap: 'dry', seam: 'dry', drain: 'dry' })] }).state).toBe('leaking')
    expect(at({ tests: [hold(1, 'leaking'), hold(3, 'sealed', { reached: ['cap'] })] }).unlocated).not.toBeNull()
    expect(at({ tests: [hold(1, 'leaking'), hold(3, 'sealed')] })).toMatchObject({ state: 'sealed', unlocated: null })
  })
  test('repaired it cures, then is ready to retest, then evidence after it seals it', () => {
    const entries = { ...found, repairs: repaired(10, 50) }
    expect(leakOf(at(entries, 20))).toBe('repaired, curing')
    expect(leakOf(at(entries, 60))).toBe('ready to retest')
    expect(at(entries, 60).state).toBe('repairing')
    const sealed = at({ ...entries, tests: [...found.tests, hold(70, 'sealed')] }, 80)
    expect(leakOf(sealed)).toBe('sealed')
    expect(sealed.state).toBe('sealed')
  })
  test('a soap walk that finds its part dry seals it as well', () =>
    expect(leakOf(at({ ...found, repairs: repaired(10, 10), tests: [...found.tests, soap(12, { drain: 'dry' })] }))).toBe(
      'sealed',
    ))
  test('evidence from before the cure is kept but does not seal', () => {
    const ledger = at({ ...found, repairs: repaired(10, 50), tests: [...found.tests, hold(30, 'sealed')] }, 60)
    expect(leakOf(ledger)).toBe('ready to retest')
    expect(ledger.parts.find(part => part.partId === 'drain')!.evidence.at(-1)).toBe('early')
  })
  test('evidence from before the repair is no evidence for it', () =>
    expect(leakOf(at({ ...found, tests: [hold(1, 'sealed'), ...found.tests], repairs: repaired(10, 10) }))).toBe(
      'ready to retest',
    ))
  test('a later find makes it back, the same leak', () => {
    const ledger = at({
      ...found,
      repairs: repaired(10, 10),
      tests: [...found.tests, hold(20, 'sealed'), soap(30, { drain: 'foams' })],
      finds: [...leakOnDrain.finds, { leakId: 'L', testId: 's30', at: 30 }],
    })
    expect(leakOf(ledger)).toBe('back')
    expect(ledger.leaks).toHaveLength(1)
    expect(ledger.state).toBe('leaking')
  })
  test('a second repair starts again', () =>
    expect(
      leakOf(
        at(
          {
            ...found,
            repairs: [...repaired(10, 10), ...repaired(40, 90)],
            finds: [...leakOnDrain.finds, { leakId: 'L', testId: 's2', at: 30 }],
          },
          60,
        ),
      ),
    ).toBe('repaired, curing'))
  test('a hold that leaks after the repair, with nothing found, is a leak nobody has found', () => {
    expect(at({ ...found, repairs: repaired(10, 10), tests: [...found.tests, hold(20, 'leaking')] })).toMatchObject({
      state: 'leaking',
      unlocated: { holdId: 'h20' },
    })
  })
  test('several leaks may share a part, and each is sealed by itself', () => {
    const two = {
      ...found,
      leaks: [...leakOnDrain.leaks, { id: 'M', number: 2, partId: 'drain' }],
      finds: [...leakOnDrain.finds, { leakId: 'M', testId: 's2', at: 2 }],
    }
    expect(
      at({ ...two, repairs: repaired(10, 10), tests: [...found.tests, soap(20, { drain: 'dry' })] }).leaks.map(
        leak => leak.state,
      ),
    ).toEqual(['sealed', 'found'])
  })
  test('an open leak keeps the job open though another test was quiet', () =>
    expect(at({ ...found, tests: [...found.tests, hold(9, 'sealed')] }).state).toBe('leaking'))
})

describe('the one next step', () => {
  const step = (entries: Partial<LedgerEntries>, now = 100, running: { id: string; kind: 'hold' | 'soap' } | null = null) => {
    const whole = { ...empty, ...entries }
    return nextStep(deriveLedger(whole, now), whole, running)
  }
  const found = { ...leakOnDrain, tests: [soap(2, { drain: 'bubbles' })] }
  test.each([
    ['test', step({})],
    ['watch', step({}, 100, { id: 'h', kind: 'hold' })],
    ['find', step({ tests: [hold(1, 'leaking')] })],
    ['repair', step(found)],
    ['wait', step({ ...found, repairs: repaired(10, 500) })],
    ['retest', step({ ...found, repairs: repaired(10, 20) })],
    ['settle', step({ tests: [hold(1, 'cannot-tell')] })],
    ['settle', step({ tests: [hold(1, 'sealed', { reached: ['cap'] })] })],
    ['record', step({ tests: [hold(1, 'sealed')] })],
  ] as const)('%s', (action, next) => {
    expect(next.action).toBe(action)
    expect(next.sentence).toMatch(/\.$/)
  })
  test('waiting says until when, settling which parts', () => {
    expect(step({ ...found, repairs: repaired(10, 500) }).at).toBe(500)
    expect(step({ tests: [hold(1, 'sealed', { reached: ['cap'] })] }).sentence).toContain('Top seam and Drain')
  })
})
