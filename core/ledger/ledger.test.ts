import { throughputFromStandard } from '../quantity/standardLeakRate'
import { deriveLedger } from './deriveLedger'
import { lastCured, lastRepair } from './evidence'
import type { LedgerEntries, LedgerMeasurement, LedgerPart } from './ledger'
import {
  boundsFor,
  feltAt,
  ledgerHold,
  ledgerPart,
  ledgerRepair,
  ledgerSoap,
  LIMIT,
  untouched,
  WORKING,
} from './ledger.fixture'

const all = ['cap', 'seam', 'drain']
const parts = all.map(id => ledgerPart(id))
const hold = (
  at: number,
  verdict: 'sealed' | 'leaking' | 'cannot-tell',
  change: Partial<LedgerMeasurement> & { reached?: string[] } = {},
) => {
  const { reached = all, ...more } = change
  return ledgerHold(at, verdict, reached, more)
}
const soap = ledgerSoap
const allDry = (at: number) => soap(at, { cap: 'dry', seam: 'dry', drain: 'dry' })
const leakOnDrain = { leaks: [{ id: 'L', number: 1, partId: 'drain' }], finds: [{ leakId: 'L', testId: 's2', at: 2 }] }
const repaired = (at: number, curedAt: number) => [ledgerRepair('L', 'drain', at, curedAt)]
const at = (entries: Partial<LedgerEntries>, now = 100) => deriveLedger({ ...untouched(parts), ...entries }, now)
const row = (ledger: ReturnType<typeof at>, partId: string) => ledger.parts.find(part => part.partId === partId)!
const standing = (ledger: ReturnType<typeof at>, partId: string) => row(ledger, partId).standing
const leakOf = (ledger: ReturnType<typeof at>) => ledger.leaks[0]!.state
const withDrain = (change: Partial<LedgerPart>) => [...parts.slice(0, 2), ledgerPart('drain', change)]

test('nothing tested is not sealed: every part is named, with the test that would settle it', () => {
  const ledger = at({})
  expect(ledger.state).toBe('cannot-tell')
  expect(ledger.missing).toEqual(all)
  expect(ledger.settle).toMatchObject({ tests: [{ partIds: all }], beyond: [] })
  expect(deriveLedger(untouched([]), 1).state).toBe('cannot-tell')
})

describe('what is evidence', () => {
  test('a sealed hold gives it to every part it reached', () => expect(at({ tests: [hold(1, 'sealed')] }).state).toBe('sealed'))
  test('not to a part it did not reach', () => {
    const ledger = at({ tests: [hold(1, 'sealed', { reached: ['cap', 'seam'] })] })
    expect(ledger.state).toBe('cannot-tell')
    expect(ledger.missing).toEqual(['drain'])
    expect(row(ledger, 'drain').evidence).toEqual(['not reached'])
    expect(ledger.settle).toMatchObject({ tests: [{ kind: 'soap', partIds: ['drain'] }] })
  })
  test('not when it could only see more than the limit', () =>
    expect(at({ tests: [hold(1, 'sealed', { smallestSeen: throughputFromStandard(2) })] }).state).toBe('cannot-tell'))
  test('an undecided hold gives none', () => expect(at({ tests: [hold(1, 'cannot-tell')] }).missing).toEqual(all))
  test('an estimate that came out below zero by more than its doubt gives none', () => {
    const rising = { bounds: { ...boundsFor.sealed, belowZero: true } }
    expect(row(at({ tests: [hold(1, 'sealed', rising)] }), 'cap').evidence).toEqual(['undecided'])
  })
  test('a soap walk gives it to the parts marked dry alone', () => {
    const ledger = at({ tests: [soap(1, { cap: 'dry', seam: 'not reached' })] })
    expect(standing(ledger, 'cap')).toBe('stands')
    expect(standing(ledger, 'seam')).toBe('no evidence')
    expect(standing(ledger, 'drain')).toBe('no evidence')
  })
  test('a mark before the end of the watch says nothing', () => {
    const ledger = at({ tests: [soap(1, { cap: 'not watched', seam: 'dry', drain: 'dry' })] })
    expect(row(ledger, 'cap')).toMatchObject({ standing: 'no evidence', evidence: ['not watched'] })
    expect(ledger.state).toBe('cannot-tell')
  })
  test('nor one where no pressure was', () =>
    expect(row(at({ tests: [soap(1, { cap: 'dry' }, { felt: feltAt(['seam']) })] }), 'cap').evidence).toEqual(['not reached']))
  test('soap that cannot see the limit gives none, and a hold is asked for', () => {
    const strict = { parts: all.map(id => ledgerPart(id, { limit: throughputFromStandard(0.05) })) }
    const ledger = at({ tests: [allDry(1)], limit: throughputFromStandard(0.05), ...strict })
    expect(ledger.state).toBe('cannot-tell')
    expect(ledger.settle!.tests.map(test => test.kind)).toEqual(['hold'])
  })
  test('the part’s own limit counts: where fuel stands it is stricter', () => {
    const strict = withDrain({ limit: throughputFromStandard(0.2) })
    const ledger = at({ parts: strict, tests: [hold(1, 'sealed')] })
    expect(ledger.parts.map(part => part.standing)).toEqual(['stands', 'stands', 'no evidence'])
    expect(ledger.settle!.tests).toMatchObject([{ kind: 'soap', partIds: ['drain'] }])
    expect(at({ parts: strict, tests: [hold(1, 'sealed'), soap(2, { drain: 'dry' })] }).state).toBe('sealed')
  })
  test('a limit that is tightened later takes it away again, one that is widened brings it', () => {
    const tests = [hold(1, 'sealed', { bounds: { above95: 0, below95: throughputFromStandard(3.2), belowZero: false } })]
    const limited = (mLmin: number) => {
      const limit = throughputFromStandard(mLmin)
      return at({ tests, limit, parts: all.map(id => ledgerPart(id, { limit })) }).state
    }
    expect([limited(5), limited(0.5)]).toEqual(['sealed', 'cannot-tell'])
  })
})

describe('pressure that proves nothing', () => {
  const felt = (pressure: number) => ({ pressure, felt: feltAt(all, { pressure }) })
  test('below half of the working pressure it says nothing for parts that pressure can open', () => {
    const fine = { smallestSeen: 1e-9, bounds: { above95: 0, below95: 1e-9, belowZero: false } }
    expect(row(at({ tests: [hold(1, 'sealed', { ...felt(2499), ...fine })] }), 'cap').evidence).toEqual(['too little pressure'])
    expect(at({ tests: [hold(1, 'sealed', { ...felt(2500), ...fine })] }).state).toBe('sealed')
    expect(row(at({ tests: [soap(1, { cap: 'dry' }, felt(1))] }), 'cap').evidence).toEqual(['too little pressure'])
  })
  test('a hole in a wall is seen at less, as the leak that it would be at the limit’s pressure', () => {
    const wall = { parts: all.map(id => ledgerPart(id, { opens: false })) }
    const seen = (mLmin: number) => ({
      smallestSeen: throughputFromStandard(mLmin),
      bounds: { above95: 0, below95: throughputFromStandard(mLmin), belowZero: false },
    })
    const state = (mLmin: number) => at({ ...wall, tests: [hold(1, 'sealed', { ...felt(1000), ...seen(mLmin) })] }).state
    // At a fifth of the pressure a fine crack leaks about a fifth.
    expect([state(0.19), state(0.21)]).toEqual(['sealed', 'cannot-tell'])
  })
  test('at more pressure than the limit’s a hole grows by the root alone', () => {
    const seen = { smallestSeen: throughputFromStandard(0.1) }
    const state = (mLmin: number) =>
      at({
        tests: [
          hold(1, 'sealed', {
            ...felt(20_000),
            ...seen,
            bounds: { above95: 0, below95: throughputFromStandard(mLmin), belowZero: false },
          }),
        ],
      }).state
    expect([state(1.9), state(2.2)]).toEqual(['sealed', 'cannot-tell'])
  })
  test('a vacuum is evidence only where the service is vacuum', () => {
    const ledger = at({ tests: [hold(1, 'sealed', felt(-WORKING))] })
    expect(ledger.parts.map(part => part.evidence[0])).toEqual(['other way', 'other way', 'other way'])
  })
  test('a vapour system wants both directions', () => {
    const both = { parts: all.map(id => ledgerPart(id, { service: ['pressure', 'vacuum'] })) }
    const pushed = hold(1, 'sealed'),
      drawn = hold(2, 'sealed', felt(-WORKING))
    expect(at({ ...both, tests: [pushed] })).toMatchObject({ state: 'cannot-tell', missing: all })
    expect(row(at({ ...both, tests: [pushed] }), 'cap').lacks).toEqual(['vacuum'])
    expect(row(at({ ...both, tests: [drawn] }), 'cap').lacks).toEqual(['pressure'])
    expect(at({ ...both, tests: [pushed, drawn] }).state).toBe('sealed')
  })
  test('gas says nothing of parts under liquid', () => {
    const wet = new Map([...feltAt(all), ['drain', { pressure: WORKING, underLiquid: true }]])
    const ledger = at({ tests: [hold(1, 'sealed', { felt: wet })] })
    expect(ledger.missing).toEqual(['drain'])
    expect(row(ledger, 'drain').evidence).toEqual(['under liquid'])
  })
})

describe('touches', () => {
  test('one ends the evidence of its part alone', () => {
    const touches = [{ at: 5, partIds: ['cap'], kind: 'removed' as const }]
    const ledger = at({ tests: [hold(1, 'sealed')], touches })
    expect(ledger.parts.map(part => part.standing)).toEqual(['touched', 'stands', 'stands'])
    expect(ledger.missing).toEqual(['cap'])
    expect(at({ tests: [hold(1, 'sealed'), soap(6, { cap: 'dry' })], touches }).state).toBe('sealed')
    expect(at({ tests: [hold(5, 'sealed')], touches: [{ at: 5, partIds: ['cap'], kind: 'knocked' }] }).missing).toEqual(['cap'])
  })
  test('a test that spans one says nothing: the whole of it must lie after', () => {
    const spanning = hold(1, 'sealed', { begin: 1, end: 9 })
    expect(row(at({ tests: [spanning], touches: [{ at: 5, partIds: ['cap'], kind: 'removed' }] }), 'cap').evidence).toEqual([
      'fell',
    ])
  })
  test('a part has been touched only when it had evidence before', () => {
    const touches = [{ at: 5, partIds: ['cap'], kind: 'removed' as const }]
    expect(standing(at({ touches }), 'cap')).toBe('no evidence')
    expect(standing(at({ touches, tests: [hold(1, 'cannot-tell')] }), 'cap')).toBe('no evidence')
    expect(standing(at({ touches, tests: [hold(1, 'sealed')] }), 'cap')).toBe('touched')
  })
  test('a new part has no evidence of tests from before it', () => {
    const ledger = at({ parts: withDrain({ since: 5 }), tests: [hold(1, 'sealed'), hold(5, 'sealed')] })
    expect(row(ledger, 'drain').evidence).toEqual(['fell', 'fell'])
    expect(at({ parts: withDrain({ since: 5 }), tests: [hold(6, 'sealed')] }).state).toBe('sealed')
  })
})

describe('leaks', () => {
  const found = { ...leakOnDrain, tests: [soap(2, { cap: 'dry', seam: 'dry', drain: 'bubbles' })] }
  test('a find is open and so is the job, though another test was quiet', () => {
    const ledger = at(found)
    expect(leakOf(ledger)).toBe('found')
    expect(ledger.state).toBe('leaking')
    expect(ledger.unrecorded).toEqual([])
    expect(ledger.parts.map(part => part.evidence[0])).toEqual(['stands', 'stands', 'find'])
    expect(standing(ledger, 'drain')).toBe('open')
    expect(at({ ...found, tests: [...found.tests, hold(9, 'sealed')] }).state).toBe('leaking')
  })
  test('repaired it cures, then is ready to retest, then evidence after it seals it', () => {
    const entries = { ...found, repairs: repaired(10, 50) }
    expect(leakOf(at(entries, 20))).toBe('repaired, curing')
    expect(leakOf(at(entries, 49))).toBe('repaired, curing')
    expect(leakOf(at(entries, 50))).toBe('ready to retest')
    expect(at(entries, 60).state).toBe('repairing')
    const sealed = at({ ...entries, tests: [...found.tests, hold(50, 'sealed')] }, 80)
    expect(leakOf(sealed)).toBe('sealed')
    expect(sealed.state).toBe('sealed')
    expect(leakOf(at({ ...entries, tests: [...found.tests, soap(50, { drain: 'dry' })] }))).toBe('sealed')
  })
  test('evidence from before the cure is kept but does not seal, nor does a test that began before it', () => {
    for (const early of [hold(49, 'sealed'), hold(49, 'sealed', { begin: 49, end: 99 })]) {
      const ledger = at({ ...found, repairs: repaired(10, 50), tests: [...found.tests, early] })
      expect(leakOf(ledger)).toBe('ready to retest')
      expect(row(ledger, 'drain').evidence.at(-1)).toBe('early')
    }
  })
  test('evidence from before the repair is no evidence for it, and the others keep theirs', () => {
    const ledger = at({ ...found, tests: [hold(1, 'sealed'), ...found.tests], repairs: repaired(10, 10) })
    expect(leakOf(ledger)).toBe('ready to retest')
    expect(ledger.parts.map(part => part.evidence[0])).toEqual(['stands', 'stands', 'fell'])
  })
  test('a later find makes it back, the same leak; one of the moment of the repair is the one repaired', () => {
    const ledger = at({
      ...found,
      repairs: repaired(10, 10),
      tests: [...found.tests, hold(20, 'sealed'), soap(30, { drain: 'foams' })],
      finds: [...leakOnDrain.finds, { leakId: 'L', testId: 's30', at: 30 }],
    })
    expect(leakOf(ledger)).toBe('back')
    expect(ledger.leaks).toHaveLength(1)
    expect(ledger.state).toBe('leaking')
    expect(leakOf(at({ ...found, repairs: repaired(2, 2) }))).toBe('ready to retest')
  })
  test('a second repair starts again, and does not shorten the first one’s cure', () => {
    const again = [...repaired(10, 10), ...repaired(40, 90)]
    expect(leakOf(at({ ...found, repairs: again }, 60))).toBe('repaired, curing')
    const liner = [...repaired(10, 500), ledgerRepair('L', 'drain', 20, 20)]
    expect(leakOf(at({ ...found, repairs: liner }, 60))).toBe('repaired, curing')
    expect(row(at({ ...found, repairs: liner, tests: [hold(60, 'sealed')] }), 'drain').evidence).toEqual(['early'])
  })
  test('what was stripped off cures no more', () => {
    const stripped = { touches: [{ at: 30, partIds: ['drain'], kind: 'stripped' as const }] }
    const entries = { ...untouched(parts), ...found, repairs: repaired(10, 500), ...stripped }
    expect(lastCured('drain', entries)).toBe(30)
    expect(leakOf(deriveLedger(entries, 60))).toBe('ready to retest')
    const before = { touches: [{ at: 5, partIds: ['drain'], kind: 'stripped' as const }] }
    expect(lastCured('drain', { ...entries, ...before })).toBe(500)
    expect(lastCured('drain', { ...entries, touches: [{ at: 30, partIds: ['cap'], kind: 'stripped' }] })).toBe(500)
  })
  test('striking a repair out does not undo what was done to the metal', () => {
    const struck = [ledgerRepair('L', 'drain', 10, 500, { struck: true })]
    expect(leakOf(at({ ...found, repairs: struck }))).toBe('found')
    const forgotten = { leaks: [], finds: [], repairs: struck, tests: [hold(1, 'sealed'), hold(20, 'sealed')] }
    expect(row(at(forgotten), 'drain').evidence).toEqual(['fell', 'early'])
    expect(at(forgotten).state).toBe('cannot-tell')
  })
  test('of two repairs the last one counts, whichever was written down first', () => {
    const order = [...repaired(40, 90), ...repaired(10, 10)]
    const entries = { ...untouched(parts), repairs: order }
    expect(lastRepair('L', entries)!.id).toBe('L 40')
    expect(lastRepair('nobody', entries)).toBeNull()
    expect(
      lastRepair('L', { ...entries, repairs: [ledgerRepair('L', 'drain', 40, 40, { struck: true }), ...repaired(10, 10)] })!.at,
    ).toBe(10)
  })
  test('several leaks may share a part, and each is sealed by itself', () => {
    const two = {
      ...found,
      leaks: [...leakOnDrain.leaks, { id: 'M', number: 2, partId: 'drain' }],
      finds: [...leakOnDrain.finds, { leakId: 'M', testId: 's2', at: 2 }],
    }
    const ledger = at({ ...two, repairs: repaired(10, 10), tests: [...found.tests, soap(20, { drain: 'dry' })] })
    expect(ledger.leaks.map(leak => leak.state)).toEqual(['sealed', 'found'])
  })
  test('a repair, its cure and a later find belong to one leak alone', () => {
    const ledger = at({
      leaks: [...leakOnDrain.leaks, { id: 'M', number: 2, partId: 'cap' }],
      finds: [...leakOnDrain.finds, { leakId: 'M', testId: 's2', at: 2 }, { leakId: 'M', testId: 's30', at: 30 }],
      repairs: [...repaired(10, 10), ledgerRepair('M', 'cap', 10, 20)],
      tests: [soap(2, { cap: 'foams', seam: 'dry', drain: 'bubbles' }), hold(40, 'sealed')],
    })
    expect(ledger.leaks.map(leak => leak.state)).toEqual(['sealed', 'back'])
    expect(ledger.parts.map(part => part.standing)).toEqual(['open', 'stands', 'stands'])
  })
  test('one on a part that was taken off is closed by its repair, not by the part being gone', () => {
    const gone = { ...found, parts: parts.slice(0, 2), tests: [hold(20, 'sealed')] }
    expect(at(gone).state).toBe('leaking')
    expect(at({ ...gone, repairs: repaired(10, 10) }).state).toBe('sealed')
  })
})

describe('foam that nobody recorded as a leak', () => {
  const foamed = { tests: [soap(2, { cap: 'foams' }), hold(9, 'sealed')] }
  test('keeps the part and the job open, whatever a later test says', () => {
    const ledger = at(foamed)
    expect(ledger).toMatchObject({ state: 'leaking', unrecorded: [{ testId: 's2', partId: 'cap' }] })
    expect(standing(ledger, 'cap')).toBe('open')
  })
  test('until the part was worked on and has evidence since', () => {
    const touches = [{ at: 5, partIds: ['cap'], kind: 'adjusted' as const }]
    expect(at({ ...foamed, touches })).toMatchObject({ state: 'sealed', unrecorded: [] })
    expect(at({ tests: foamed.tests.slice(0, 1), touches }).unrecorded).toHaveLength(1)
    expect(at({ ...foamed, touches: [{ at: 1, partIds: ['cap'], kind: 'adjusted' }] }).unrecorded).toHaveLength(1)
  })
  test('or the leak is recorded, in that test or later', () => {
    const leaks = [{ id: 'L', number: 1, partId: 'cap' }]
    const recorded = (testId: string, when: number) =>
      at({ ...foamed, leaks, finds: [{ leakId: 'L', testId, at: when }] }).unrecorded
    expect(recorded('s2', 2)).toEqual([])
    expect(recorded('other', 3)).toEqual([])
    expect(recorded('other', 1)).toHaveLength(1)
  })
  test('a find that was struck out with its reason is answered, and its walk still says nothing of the part', () => {
    const ledger = at({ ...foamed, struckFinds: [{ testId: 's2', partId: 'cap' }] })
    expect(ledger).toMatchObject({ state: 'sealed', unrecorded: [] })
    expect(row(ledger, 'cap').evidence).toEqual(['find', 'stands'])
    expect(at({ ...foamed, struckFinds: [{ testId: 's2', partId: 'seam' }] }).unrecorded).toHaveLength(1)
  })
  test('and is of nothing once the part is off the tank', () =>
    expect(at({ ...foamed, parts: parts.slice(1) })).toMatchObject({ state: 'sealed', unrecorded: [] }))
})

describe('a leak that was measured', () => {
  const leaking = hold(20, 'leaking')
  const measured = (entries: Partial<LedgerEntries>) => at({ tests: [leaking], ...entries }).measured
  /** Something is done about it. */
  const touches = [{ at: 25, partIds: ['cap'], kind: 'adjusted' as const }]
  test('is open until it is measured away, explained or not', () => {
    expect(at({ tests: [leaking] })).toMatchObject({
      state: 'leaking',
      measured: [{ testId: 'h20', explained: null, awaiting: all }],
    })
    expect(at({ tests: [leaking, allDry(30)] }).state).toBe('leaking')
    expect(at({ tests: [leaking, hold(30, 'cannot-tell')] }).state).toBe('leaking')
    expect(at({ tests: [leaking, hold(30, 'sealed')], touches })).toMatchObject({ state: 'sealed', measured: [] })
    expect(at({ tests: [hold(10, 'sealed'), leaking] }).state).toBe('leaking')
  })
  test('not by a test that began before its end', () =>
    expect(at({ tests: [hold(20, 'leaking', { begin: 10, end: 30 }), hold(25, 'sealed')] }).state).toBe('leaking'))
  test('by tests that together seal all it reached, and by nothing less', () => {
    const cap = hold(30, 'sealed', { reached: ['cap'] }),
      rest = hold(40, 'sealed', { reached: ['seam', 'drain'] })
    expect(measured({ tests: [leaking, cap], touches })).toMatchObject([{ awaiting: ['seam', 'drain'] }])
    expect(at({ tests: [leaking, cap, rest], touches }).state).toBe('sealed')
    const knocked = { at: 35, partIds: ['cap'], kind: 'knocked' as const }
    expect(measured({ tests: [leaking, cap, rest], touches: [...touches, knocked] })).toMatchObject([{ awaiting: ['cap'] }])
  })
  test('a part that is not there any more does not keep it open', () =>
    expect(
      at({
        parts: parts.slice(0, 2),
        tests: [leaking, hold(30, 'sealed', { reached: ['cap', 'seam'] })],
        touches: [{ at: 25, partIds: ['drain'], kind: 'removed' }],
      }).state,
    ).toBe('sealed'))
  test('of two, both count', () => {
    const first = hold(10, 'leaking', { reached: ['cap'] }),
      second = hold(20, 'leaking', { reached: ['seam'] })
    expect(measured({ tests: [first, second] }).map(leak => leak.testId)).toEqual(['h10', 'h20'])
    const seam = [{ at: 25, partIds: ['seam'], kind: 'adjusted' as const }]
    const tests = [first, second, hold(30, 'sealed', { reached: ['seam'] })]
    expect(measured({ tests, touches: seam }).map(leak => leak.testId)).toEqual(['h10'])
  })
  test('is talked away by no test while nothing was done: the two do not agree', () => {
    const apart = at({ tests: [leaking, hold(30, 'sealed')] })
    expect(apart).toMatchObject({ state: 'cannot-tell', measured: [{ awaiting: all, disagrees: ['h30'], explained: null }] })
    // What was done to something else, or before it, is no answer.
    const elsewhere = { at: 25, partIds: ['cap'], kind: 'adjusted' as const }
    const narrow = [hold(20, 'leaking', { reached: ['seam'] }), hold(30, 'sealed')]
    expect(at({ tests: narrow, touches: [elsewhere] }).state).toBe('cannot-tell')
    expect(at({ tests: [leaking, hold(30, 'sealed')], touches: [{ ...elsewhere, at: 15 }] }).state).toBe('cannot-tell')
    // A tight half says nothing against a leak in the other.
    const half = hold(30, 'sealed', { reached: ['cap'] })
    expect(at({ tests: [leaking, half] })).toMatchObject({ state: 'leaking', measured: [{ disagrees: [] }] })
    // Both halves tight do.
    const other = hold(40, 'sealed', { reached: ['seam', 'drain'] })
    expect(measured({ tests: [leaking, half, other] })).toMatchObject([{ disagrees: ['h30', 'h40'] }])
  })
  test('nor by a repair that was struck out', () => {
    const repair = ledgerRepair('L', 'cap', 25, 25)
    const tests = [leaking, hold(30, 'sealed')]
    expect(at({ tests, repairs: [repair] }).state).toBe('sealed')
    expect(at({ tests, repairs: [{ ...repair, struck: true }] }).state).toBe('cannot-tell')
  })
  test('not by an easier test, whatever was done', () => {
    const at4 = (pressure: number) => hold(30, 'sealed', { pressure, felt: feltAt(all, { pressure }) })
    expect(at({ tests: [leaking, at4(0.88 * WORKING)], touches }).state).not.toBe('sealed')
    expect(at({ tests: [leaking, at4(0.92 * WORKING)], touches }).state).toBe('sealed')
    // What leaked above the working pressure is held again at that.
    const high = hold(20, 'leaking', { pressure: 1.4 * WORKING, felt: feltAt(all, { pressure: 1.4 * WORKING }) })
    expect(at({ tests: [high, at4(WORKING)], touches }).state).toBe('sealed')
  })
  test('a half that was tight before the leak was found in the other need not be held again', () => {
    const half = hold(25, 'sealed', { reached: ['cap'] })
    const seam = { at: 30, partIds: ['seam'], kind: 'adjusted' as const }
    const rest = hold(40, 'sealed', { reached: ['seam', 'drain'] })
    expect(at({ tests: [leaking, half, rest], touches: [seam] }).state).toBe('sealed')
    expect(measured({ tests: [leaking, hold(25, 'sealed'), rest], touches: [seam] })).toMatchObject([{ awaiting: ['cap'] }])
  })
  test('of the rig is answered by a hold of the same set-up once the rig was mended', () => {
    const rigFinds = [{ testId: 'h20', at: 25 }]
    expect(at({ tests: [leaking, hold(30, 'sealed')], rigFinds })).toMatchObject({ state: 'sealed', measured: [] })
    // Said only after that hold, it takes one more.
    const late = { rigFinds: [{ testId: null, at: 35 }] }
    expect(at({ tests: [leaking, hold(30, 'sealed')], ...late }).state).toBe('cannot-tell')
    expect(at({ tests: [leaking, hold(30, 'sealed'), hold(40, 'sealed')], ...late }).state).toBe('sealed')
  })
  test('where nobody said what it reached it can be anywhere', () =>
    expect(measured({ tests: [hold(20, 'leaking', { reached: [] })] })).toMatchObject([{ awaiting: all }]))
  test('that is repaired and soaped dry is still to be held again', () => {
    const entries = {
      ...leakOnDrain,
      finds: [{ leakId: 'L', testId: 's30', at: 30 }],
      tests: [leaking, soap(30, { cap: 'dry', seam: 'dry', drain: 'foams' }), soap(60, { drain: 'dry' })],
      repairs: repaired(50, 50),
    }
    expect(at(entries)).toMatchObject({
      state: 'repairing',
      measured: [{ explained: 'leak', awaiting: all }],
      leaks: [{ state: 'sealed' }],
    })
    expect(at(entries).settle!.tests.map(test => test.kind)).toEqual(['hold'])
    expect(at({ ...entries, tests: [...entries.tests, hold(70, 'sealed')] }).state).toBe('sealed')
  })
  test('is explained by a leak on a part that it reached, open then or found since', () => {
    const explained = (entries: Partial<LedgerEntries>) => measured(entries)[0]!.explained
    const finds = (when: number) => [{ leakId: 'L', testId: 's', at: when }]
    expect(explained(leakOnDrain)).toBe('leak')
    expect(explained({ ...leakOnDrain, repairs: repaired(10, 10) })).toBeNull()
    expect(explained({ ...leakOnDrain, repairs: repaired(30, 30) })).toBe('leak')
    expect(explained({ ...leakOnDrain, finds: finds(21), repairs: repaired(30, 30) })).toBe('leak')
    expect(explained({ ...leakOnDrain, finds: [...finds(2), ...finds(15)], repairs: repaired(10, 10) })).toBe('leak')
    expect(explained({ leaks: leakOnDrain.leaks, finds: [] })).toBeNull()
  })
  test('went out through the rig where that was found leaking, in it or after it and before another was measured', () => {
    const explained = (testId: string | null, when: number) =>
      measured({ rigFinds: [{ testId, at: when }] }).map(leak => leak.explained)[0]
    expect(explained('h20', 20)).toBe('rig')
    expect(explained(null, 25)).toBe('rig')
    expect(explained('h2', 10)).toBeNull()
    expect(measured({ ...leakOnDrain, rigFinds: [{ testId: 'h20', at: 20 }] })[0]!.explained).toBe('leak')
    // It says nothing of the tank, either way, until something is measured again.
    const rig = at({ tests: [hold(20, 'leaking')], rigFinds: [{ testId: 'h20', at: 20 }] })
    expect(rig).toMatchObject({ state: 'cannot-tell', measured: [{ explained: 'rig', awaiting: all }] })
    const before = { tests: [hold(20, 'leaking'), hold(30, 'leaking')], rigFinds: [{ testId: null, at: 40 }] }
    expect(at(before).measured.map(leak => leak.explained)).toEqual([null, 'rig'])
    expect(at(before).state).toBe('leaking')
  })
  test('not by one on a part that it never reached', () => {
    const narrow = { ...leakOnDrain, tests: [hold(20, 'leaking', { reached: ['cap'] })] }
    expect(at(narrow).measured).toMatchObject([{ explained: null, awaiting: ['cap'] }])
  })
  test('is one only above the system’s limit at the limit’s own pressure', () => {
    const seen = (pressure: number, above: number) =>
      measured({
        tests: [
          hold(20, 'leaking', {
            pressure,
            felt: feltAt(all, { pressure }),
            bounds: { above95: throughputFromStandard(above), below95: throughputFromStandard(9), belowZero: false },
          }),
        ],
      }).length
    expect([seen(WORKING, 1.01), seen(WORKING, 0.99)]).toEqual([1, 0])
    // Four times the pressure: a crack leaks more than four times as much, a hole twice.
    expect([seen(4 * WORKING, 3), seen(4 * WORKING, 5)]).toEqual([0, 1])
    expect(measured({ limit: 2 * LIMIT })).toHaveLength(0)
  })
  test('where nothing can be held any more, every part looked at since and found dry closes it', () => {
    const dry = [leaking, allDry(40)]
    expect(at({ tests: dry, cannotBeHeld: null }).state).toBe('leaking')
    expect(at({ tests: dry, cannotBeHeld: 30 }).state).toBe('sealed')
    expect(at({ tests: dry, cannotBeHeld: 40 }).state).toBe('leaking')
    expect(at({ tests: [leaking, soap(40, { cap: 'dry', seam: 'dry' })], cannotBeHeld: 30 }).measured).toMatchObject([
      { awaiting: ['drain'] },
    ])
  })
})

describe('a trial and what only gets it home', () => {
  const days = [0, 10, 30, 70]
  const trial = [ledgerRepair('L', 'drain', 10, 20, { trial: days })]
  const tested = (...when: number[]) => ({ ...leakOnDrain, repairs: trial, tests: when.map(each => hold(each, 'sealed')) })
  test('counts as sealed only when the last of its tests has passed', () => {
    expect(leakOf(at(tested(), 25))).toBe('ready to retest')
    const first = at(tested(21), 25)
    expect(leakOf(first)).toBe('on trial')
    expect(first.state).toBe('repairing')
    expect(first.parts.every(part => part.standing === 'stands')).toBe(true)
    expect(leakOf(at(tested(21), 30))).toBe('ready to retest')
    expect(leakOf(at(tested(21, 31, 51), 60))).toBe('on trial')
    expect(at(tested(21, 31, 51, 89), 100).state).toBe('repairing')
    const last = at(tested(21, 31, 51, 90), 100)
    expect(leakOf(last)).toBe('sealed')
    expect(last.state).toBe('sealed')
  })
  test('one that was missed is made good by the next, but never by an earlier one', () => {
    expect(leakOf(at(tested(90), 100))).toBe('sealed')
    expect(leakOf(at(tested(89), 100))).toBe('ready to retest')
  })
  test('a find on the way brings it back, and a touch takes the test of that day away', () => {
    const found2 = { ...tested(21, 31), finds: [...leakOnDrain.finds, { leakId: 'L', testId: null, at: 40 }] }
    expect(leakOf(at(found2, 45))).toBe('back')
    const touched = { ...tested(90), touches: [{ at: 95, partIds: ['drain'], kind: 'knocked' as const }] }
    expect(leakOf(at(touched, 100))).toBe('ready to retest')
  })
  test('a cure that the cold moves, moves the trial with it', () => {
    const late = [ledgerRepair('L', 'drain', 10, 50, { trial: days })]
    expect(leakOf(at({ ...tested(90), repairs: late }, 100))).toBe('on trial')
    expect(leakOf(at({ ...tested(120), repairs: late }, 130))).toBe('sealed')
  })
  test('what is only for now is held and never sealed', () => {
    const patched = { ...leakOnDrain, repairs: [ledgerRepair('L', 'drain', 10, 20, { until: 200 })] }
    expect(leakOf(at(patched, 30))).toBe('ready to retest')
    const held = at({ ...patched, tests: [hold(40, 'sealed'), hold(300, 'sealed')] }, 400)
    expect(leakOf(held)).toBe('held for now')
    expect(held.state).toBe('repairing')
  })
  test('what is tightened after it ends neither a trial nor the day of what is only for now', () => {
    const tightened = ledgerRepair('L', 'drain', 15, 15, { replaces: false })
    const patched = [ledgerRepair('L', 'drain', 10, 20, { until: 200 }), tightened]
    expect(leakOf(at({ ...leakOnDrain, repairs: patched, tests: [hold(40, 'sealed')] }, 50))).toBe('held for now')
    expect(leakOf(at({ ...tested(40), repairs: [...trial, tightened] }, 45))).toBe('on trial')
    expect(leakOf(at({ ...leakOnDrain, repairs: [tightened], tests: [hold(40, 'sealed')] }, 45))).toBe('sealed')
    // What replaces it does.
    const renewed = ledgerRepair('L', 'drain', 30, 30)
    expect(leakOf(at({ ...tested(40), repairs: [...trial, renewed] }, 45))).toBe('sealed')
  })
})

describe('seen wet in use, without saying where', () => {
  const tight = { tests: [hold(10, 'sealed')] }
  test('it leaks, whatever was evidence before', () => {
    expect(at(tight)).toMatchObject({ state: 'sealed', unplaced: null })
    expect(at({ ...tight, seenWet: [20] })).toMatchObject({ state: 'leaking', unplaced: 20 })
    expect(at({ tests: [hold(10, 'sealed'), hold(30, 'sealed')], seenWet: [20] }).state).toBe('leaking')
  })
  test('until where is recorded; a find from before says nothing of it', () => {
    const found = (when: number) => ({
      leaks: [{ id: 'L', number: 1, partId: 'drain' }],
      finds: [{ leakId: 'L', testId: null, at: when }],
    })
    expect(at({ ...tight, ...found(25), seenWet: [20] })).toMatchObject({ unplaced: null, state: 'leaking' })
    expect(at({ ...tight, ...found(15), seenWet: [20] }).unplaced).toBe(20)
    expect(at({ ...tight, ...found(25), seenWet: [20, 40] }).unplaced).toBe(40)
  })
})
