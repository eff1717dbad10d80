import { throughputFromStandard } from '../quantity/standardLeakRate'
import type { SoapMark } from '../leaktest/soap/soap'
import type { HoldVerdict } from '../hold/hold'
import { deriveLedger } from './deriveLedger'
import { lastRepair } from './evidence'
import type { LedgerEntries, LedgerLook, LedgerMeasurement } from './ledger'

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

describe('at the very moment', () => {
  const found = { ...leakOnDrain, tests: [soap(2, { cap: 'dry', seam: 'dry', drain: 'bubbles' })] }
  test('a cure is over when its time is there, and evidence of that moment counts', () => {
    const cured = { ...found, repairs: repaired(10, 50) }
    expect(leakOf(at(cured, 49))).toBe('repaired, curing')
    expect(leakOf(at(cured, 50))).toBe('ready to retest')
    expect(leakOf(at({ ...cured, tests: [...found.tests, hold(50, 'sealed')] }, 60))).toBe('sealed')
    expect(
      at({ ...cured, tests: [...found.tests, hold(50, 'sealed')] }, 60)
        .parts.find(part => part.partId === 'drain')!
        .evidence.at(-1),
    ).toBe('stands')
    expect(leakOf(at({ ...cured, tests: [...found.tests, hold(49, 'sealed')] }, 60))).toBe('ready to retest')
  })
  test('a test that only sees the limit itself counts; evidence of the moment of a touch does not', () => {
    expect(at({ tests: [hold(1, 'sealed', { smallestSeen: empty.limit })] }).state).toBe('sealed')
    const touched = at({ tests: [hold(5, 'sealed')], touches: [{ at: 5, partIds: ['cap'], kind: 'knocked' }] })
    expect(standing(touched, 'cap')).toBe('touched')
  })
  test('a find of the moment of the repair is the one that was repaired', () => {
    expect(leakOf(at({ ...leakOnDrain, tests: found.tests, repairs: repaired(2, 2) }))).toBe('ready to retest')
  })
})

describe('what belongs to one leak or part is not another’s', () => {
  const leaks = [...leakOnDrain.leaks, { id: 'M', number: 2, partId: 'cap' }]
  const finds = [...leakOnDrain.finds, { leakId: 'M', testId: 's2', at: 2 }]
  const walk = soap(2, { cap: 'foams', seam: 'dry', drain: 'bubbles' })
  test('a repair, its cure and a later find', () => {
    const ledger = at({
      leaks,
      finds: [...finds, { leakId: 'M', testId: 's30', at: 30 }],
      repairs: [...repaired(10, 10), { id: 'm', leakId: 'M', at: 10, curedAt: 20 }],
      tests: [walk, hold(40, 'sealed')],
    })
    expect(ledger.leaks.map(leak => leak.state)).toEqual(['sealed', 'back'])
    expect(standing(ledger, 'drain')).toBe('stands')
    expect(standing(ledger, 'cap')).toBe('open')
  })
  test('a find on one part leaves the others of that walk their evidence', () => {
    const ledger = at({ leaks, finds, tests: [walk] })
    expect(ledger.parts.map(part => part.evidence[0])).toEqual(['find', 'stands', 'find'])
  })
  test('a repair ends the evidence of its own part alone', () => {
    const ledger = at({ ...leakOnDrain, tests: [hold(1, 'sealed'), soap(2, { drain: 'bubbles' })], repairs: repaired(10, 10) })
    expect(ledger.parts.map(part => part.evidence[0])).toEqual(['stands', 'stands', 'fell'])
  })
  test('of two repairs the last one counts, whichever was written down first', () => {
    const order = [...repaired(40, 90), ...repaired(10, 10)]
    expect(leakOf(at({ ...leakOnDrain, tests: [soap(2, { drain: 'bubbles' })], repairs: order }, 60))).toBe('repaired, curing')
    expect(lastRepair('L', { ...empty, repairs: order })!.id).toBe('r40')
    expect(lastRepair('nobody', { ...empty, repairs: order })).toBeNull()
  })
  test('foam without a find on record is no dry part', () => {
    const ledger = at({ tests: [soap(2, { cap: 'foams' })] })
    expect(standing(ledger, 'cap')).toBe('no evidence')
    expect(ledger.parts[0]!.evidence).toEqual(['find'])
  })
})

describe('a part without evidence that stands', () => {
  test('was touched since only when it had some before', () => {
    const touch = [{ at: 5, partIds: ['cap'], kind: 'removed' as const }]
    expect(standing(at({ touches: touch }), 'cap')).toBe('no evidence')
    expect(standing(at({ touches: touch, tests: [hold(1, 'cannot-tell')] }), 'cap')).toBe('no evidence')
    expect(standing(at({ touches: touch, tests: [hold(1, 'sealed')] }), 'cap')).toBe('touched')
  })
})

describe('a measured leak that nobody has found', () => {
  const leaking = hold(20, 'leaking')
  const unlocated = (entries: Partial<LedgerEntries>) => at({ tests: [leaking], ...entries }).unlocated
  test('is explained by a leak that was open then', () => {
    expect(unlocated(leakOnDrain)).toBeNull()
    expect(unlocated({ ...leakOnDrain, repairs: repaired(10, 10) })).toEqual({ holdId: 'h20' })
    expect(unlocated({ ...leakOnDrain, repairs: repaired(30, 30) })).toBeNull()
    expect(unlocated({ ...leakOnDrain, repairs: repaired(20, 20) })).toEqual({ holdId: 'h20' })
    expect(
      unlocated({
        ...leakOnDrain,
        repairs: repaired(10, 10),
        finds: [...leakOnDrain.finds, { leakId: 'L', testId: 's2', at: 15 }],
      }),
    ).toBeNull()
  })
  test('or by a find after it, not by one before that was repaired', () => {
    const before = { leaks: [{ id: 'M', number: 1, partId: 'cap' }], finds: [{ leakId: 'M', testId: 's', at: 20 }] }
    expect(unlocated(before)).toBeNull()
    expect(unlocated({ ...before, finds: [{ leakId: 'M', testId: 's', at: 21 }] })).toBeNull()
    expect(
      unlocated({
        ...before,
        finds: [{ leakId: 'M', testId: 's', at: 1 }],
        repairs: [{ id: 'm', leakId: 'M', at: 2, curedAt: 2 }],
      }),
    ).toEqual({ holdId: 'h20' })
  })
  test('is closed by a later sealed hold over all that it reached, and by nothing less', () => {
    expect(unlocated({ tests: [hold(10, 'sealed'), leaking] })).toEqual({ holdId: 'h20' })
    expect(unlocated({ tests: [leaking, hold(30, 'cannot-tell')] })).toEqual({ holdId: 'h20' })
    expect(unlocated({ tests: [leaking, hold(30, 'sealed', { reached: ['cap', 'seam'] })] })).toEqual({ holdId: 'h20' })
    expect(unlocated({ tests: [hold(30, 'sealed'), leaking] })).toBeNull()
    expect(unlocated({ tests: [hold(40, 'leaking', { id: 'late' }), hold(30, 'sealed'), leaking] })).toEqual({ holdId: 'late' })
  })
})
