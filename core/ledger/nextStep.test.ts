import type { FeedWay } from '../circuit/waysToFeed'
import type { HoldVerdict } from '../hold/belief/verdict'
import { deriveLedger } from './deriveLedger'
import type { LedgerEntries } from './ledger'
import { feltAt, ledgerHold, ledgerPart, ledgerRepair, ledgerSoap, untouched } from './ledger.fixture'
import { nextStep, type Beginning, type RunningTest } from './nextStep'

const parts = ['cap', 'seam', 'drain', 'strap'].map(id => ledgerPart(id))
const all = parts.map(part => part.id)
const empty = untouched(parts)
const hold = (at: number, verdict: HoldVerdict, reached = all) => ledgerHold(at, verdict, reached)
const step = (
  entries: Partial<LedgerEntries> = {},
  { now = 100, running = null, begins }: { now?: number; running?: RunningTest | null; begins?: Beginning } = {},
) => {
  const whole = { ...empty, ...entries }
  return nextStep(deriveLedger(whole, now), whole, running, begins)
}
const leak = (number: number, partId: string) => ({ id: `L${number}`, number, partId })
const found = (...partIds: string[]) => ({
  leaks: partIds.map((partId, i) => leak(i + 1, partId)),
  finds: partIds.map((_, i) => ({ leakId: `L${i + 1}`, testId: 's', at: 2 })),
})
/** A repair of one of the leaks in the order in which they were found. */
const foundAndRepaired = (partIds: string[], ...each: [number, number, number][]) => ({
  ...found(...partIds),
  repairs: each.map(([number, at, curedAt]) => ledgerRepair(`L${number}`, partIds[number - 1]!, at, curedAt)),
})

test('a running test is watched before anything else', () => {
  expect(step(found('cap'), { running: { id: 'b', kind: 'balloon' } })).toEqual({
    action: 'watch',
    sentence: 'A balloon is tied on.',
    at: null,
    about: 'b',
    kind: 'balloon',
    way: null,
  })
  expect(step({}, { running: { id: 'h', kind: 'hold' } }).sentence).toBe('A hold is running.')
})

test('nothing tested yet: the first check where something was complained of, else a hold', () => {
  expect(step()).toEqual({
    action: 'test',
    sentence: 'Nothing tested yet. A soap walk of about 8 min comes first.',
    at: null,
    about: null,
    kind: 'soap',
    way: null,
  })
  expect(step({}, { begins: 'check' })).toEqual({
    action: 'check',
    sentence: 'The complaint is taken. See what it most likely is, and do the first check.',
    at: null,
    about: null,
    kind: null,
    way: null,
  })
  expect(step({ tests: [hold(1, 'cannot-tell')] }, { begins: 'check' }).action).toBe('settle')
})

test('what begins without a leak begins with what it is', () => {
  expect(step({}, { begins: 'look again' })).toMatchObject({
    action: 'check',
    sentence: expect.stringContaining('leaked before'),
  })
  expect(step({}, { begins: 'line' })).toMatchObject({ action: 'line', sentence: expect.stringContaining('clean and line it') })
  expect(step({}, { begins: 'new' })).toMatchObject({
    action: 'test',
    kind: 'soap',
    sentence: 'A new tank is proved before its first fuel. A soap walk of about 8 min comes first.',
  })
  for (const begins of ['look again', 'line', 'new'] as const)
    expect(step({ tests: [hold(1, 'sealed')] }, { begins }).action).toBe('record')
})

test('a hold that is sealed but for a stricter limit says for how many parts, and what would settle the others', () => {
  const stricter = parts.map(part => (part.id === 'drain' ? { ...part, limit: part.limit / 5 } : part))
  expect(step({ parts: stricter, tests: [hold(1, 'sealed')] }).sentence).toBe(
    'Hold 1 is sealed for 3 of 4 parts; the limit of the others is stricter. A soap walk of about 6 min would settle it.',
  )
  // Where something else is missing too, that is said.
  const touched = [{ at: 2, partIds: ['cap'], kind: 'knocked' as const }]
  expect(step({ parts: stricter, touches: touched, tests: [hold(1, 'sealed')] }).sentence).toContain(
    'no evidence that stands for Cap and Drain',
  )
})

/** A way of feeding that reaches some parts at the working pressure. */
const way = (reached: string[], vacuum = false): FeedWay => ({
  rig: vacuum ? 'drain' : 'cap',
  vacuum,
  pressure: 5000,
  felt: new Map(),
  reached,
  links: {},
  closures: {},
})

describe('an open leak', () => {
  test('is repaired, with how many wait after it', () => {
    expect(step(found('drain'))).toEqual({
      action: 'repair',
      sentence: 'Leak 1, drain, is found. Decide the repair.',
      at: null,
      about: 'L1',
      kind: null,
      way: null,
    })
    expect(step(found('drain', 'cap', 'seam')).sentence).toBe(
      'Leak 1, drain, is found. Decide the repair. 2 more to repair after it.',
    )
  })
  test('that is back says so, before what is curing', () => {
    const back = foundAndRepaired(['cap', 'seam'], [1, 10, 500], [2, 3, 3])
    const again = { ...back, finds: [...back.finds, { leakId: 'L2', testId: 's', at: 50 }] }
    expect(step(again)).toMatchObject({
      action: 'repair',
      about: 'L2',
      sentence: 'Leak 2, top seam, is back after its repair. Decide what else to do.',
    })
  })
  test('that was only measured is looked for', () => {
    expect(step({ tests: [hold(7, 'leaking')] })).toEqual({
      action: 'find',
      sentence: 'Hold 7 measured a leak that nobody has found yet. Soap the route while it is under pressure.',
      at: null,
      about: 'h7',
      kind: 'soap',
      way: null,
    })
  })
})

describe('a repair', () => {
  test('is waited for until the last cure is over; one that was done again does not shorten it', () => {
    expect(step(foundAndRepaired(['drain'], [1, 10, 500]))).toEqual({
      action: 'wait',
      sentence: 'Drain is curing.',
      at: 500,
      about: 'L1',
      kind: 'hold',
      way: null,
    })
    const two = foundAndRepaired(['drain', 'cap', 'strap'], [1, 10, 500], [2, 10, 900], [3, 10, 20])
    expect(step(two)).toMatchObject({ sentence: 'Drain and Cap are curing.', at: 900, about: 'L1' })
    expect(step(foundAndRepaired(['drain'], [1, 10, Infinity]))).toEqual({
      action: 'wait',
      sentence: 'Drain is not curing: it is too cold. Warm it, then read the thermometer again.',
      at: null,
      about: 'L1',
      kind: null,
      way: null,
    })
    expect(step(foundAndRepaired(['drain'], [1, 10, 5000], [1, 20, 300])).at).toBe(5000)
  })
  test('that has cured is tested', () => {
    expect(step(foundAndRepaired(['seam'], [1, 10, 20]))).toEqual({
      action: 'retest',
      sentence: 'Top seam is cured and ready to retest. Soap settles it.',
      at: null,
      about: 'L1',
      kind: 'soap',
      way: null,
    })
    expect(step(foundAndRepaired(['seam', 'cap'], [1, 10, 20], [2, 10, 20])).sentence).toBe(
      'Top seam and Cap are cured and ready to retest. Soap settles it.',
    )
  })
  test('that has cured is held again where a leak was measured, which soap does not close', () => {
    const measured = { ...foundAndRepaired(['seam'], [1, 10, 20]), tests: [hold(2, 'leaking')] }
    expect(step(measured)).toMatchObject({ action: 'retest', kind: 'hold' })
  })
})

describe('what has no evidence is settled', () => {
  test('by draining where fuel stood over it, and not by another hold of the same', () => {
    const entries = { parts: ['seam', 'cap', 'drain'].map(id => ledgerPart(id)) }
    const wet = new Map([...feltAt(['seam', 'cap']), ['drain', { pressure: 5000, underLiquid: true }]])
    expect(step({ ...entries, tests: [{ ...hold(20, 'sealed'), felt: wet }] }).sentence).toBe(
      'Cannot tell yet: hold 20 had fuel over Drain, and gas says nothing there. Drain it, then hold again.',
    )
  })
  test('by another hold where the last could not tell', () => {
    const many = Array.from({ length: 9 }, (_, i) => ledgerPart(`p${i}`))
    const next = step({
      parts: many,
      tests: [
        hold(
          3,
          'cannot-tell',
          many.map(part => part.id),
        ),
      ],
    })
    expect(next).toEqual({
      action: 'settle',
      sentence: 'Hold 3 could not tell. Another of about 25 min, longer or with better instruments, would settle it.',
      at: null,
      about: null,
      kind: 'hold',
      way: null,
    })
    expect(step({ parts: many, tests: [hold(3, 'sealed', ['p0'])] }).sentence).toBe(
      'Cannot tell yet: no evidence that stands for 8 of 9 parts. A hold of about 25 min would settle it.',
    )
  })
  test('by soap on a few, which are named up to three', () => {
    expect(step({ tests: [hold(1, 'sealed', ['cap', 'strap'])] })).toEqual({
      action: 'settle',
      sentence: 'Cannot tell yet: no evidence that stands for Top seam and Drain. A soap walk of about 7 min would settle it.',
      at: null,
      about: null,
      kind: 'soap',
      way: null,
    })
    expect(step({ tests: [hold(1, 'sealed', ['cap'])] }).sentence).toContain('for Top seam, Drain and Strap.')
    expect(step({ parts: [...parts, ledgerPart('x')], tests: [hold(1, 'sealed', ['cap'])] }).sentence).toContain(
      'for 4 of 5 parts.',
    )
  })
  test('by several where one does not reach them all, or by a look at the map where none does', () => {
    const apart = { tests: [hold(1, 'sealed', ['cap', 'seam'])], ways: () => [way(['cap', 'drain']), way(['strap'])] }
    expect(step(apart).sentence).toBe(
      'Cannot tell yet: no evidence that stands for Drain and Strap. A soap walk and a soap walk, about 12 min together, would settle it.',
    )
    expect(step({ ...apart, ways: () => [] })).toMatchObject({
      action: 'settle',
      kind: 'hold',
      sentence: expect.stringContaining('No way of feeding this circuit brings enough pressure there: look at the map.'),
    })
  })
})

test('what is sealed is written down, with how many sealed holds there are', () => {
  expect(step({ tests: [hold(1, 'sealed')] })).toEqual({
    action: 'record',
    sentence: 'Sealed: every part has evidence that stands, 1 sealed hold. Plugs and pinches out, vents open.',
    at: null,
    about: null,
    kind: null,
    way: null,
  })
  expect(step({ tests: [hold(1, 'cannot-tell'), hold(2, 'sealed'), hold(3, 'sealed')] }).sentence).toContain(
    ', 2 sealed holds.',
  )
  const looked = ledgerSoap(3, Object.fromEntries(all.map(partId => [partId, 'dry' as const])))
  expect(step({ tests: [looked] }).sentence).toBe(
    'Sealed: every part has evidence that stands. Plugs and pinches out, vents open.',
  )
})

test('foam that nobody recorded is asked for before anything else is tested', () => {
  expect(step({ tests: [ledgerSoap(4, { strap: 'foams' })] })).toMatchObject({
    action: 'find',
    about: 's4',
    sentence: 'Something was seen at the strap and no leak recorded. Record it, or repair it and look again.',
  })
})

test('a measured leak that was repaired is measured away, over the parts that are left', () => {
  const measured = {
    ...foundAndRepaired(['drain'], [1, 30, 30]),
    finds: [{ leakId: 'L1', testId: 's', at: 25 }],
    tests: [hold(20, 'leaking'), ledgerSoap(40, { drain: 'dry' })],
  }
  expect(step(measured)).toMatchObject({
    action: 'retest',
    kind: 'hold',
    about: 'h20',
    sentence: 'The leak that hold 20 measured is still to be retested: hold again over 4 parts.',
  })
  expect(step({ ...measured, tests: [...measured.tests, hold(50, 'sealed', ['cap', 'drain'])] }).sentence).toContain(
    'hold again over Top seam and Strap.',
  )
})

describe('a measured leak that nobody found', () => {
  const looked = (marks: Parameters<typeof ledgerSoap>[1]) => ({ tests: [hold(20, 'leaking'), ledgerSoap(30, marks)] })
  test('is the tank itself where every fitting is dry', () => {
    const itself = step(looked({ cap: 'dry', drain: 'dry', strap: 'dry' }))
    expect(itself).toMatchObject({ action: 'find', about: 'h20', kind: 'soap' })
    expect(itself.sentence).toBe(
      'Hold 20 leaks and every fitting is dry: it is the tank itself. Look underneath, along every seam and where it sits; on a boat, in the bilge.',
    )
  })
  test('may still be a fitting that was not looked at, or only before', () => {
    expect(step(looked({ cap: 'dry', drain: 'dry' })).sentence).toContain('Soap the route')
    expect(
      step({ tests: [ledgerSoap(10, { cap: 'dry', drain: 'dry', strap: 'dry' }), hold(20, 'leaking')] }).sentence,
    ).toContain('Soap the route')
  })
  test('went out through the rig: mend that and hold again', () =>
    expect(step({ tests: [hold(20, 'leaking')], rigFinds: [{ testId: 'h20', at: 25 }] })).toMatchObject({
      action: 'retest',
      kind: 'hold',
      sentence: 'What hold 20 measured went out through the rig. Mend the rig and hold again.',
    }))
})

test('a retest is fed so that it reaches the part, by vacuum where only that does', () => {
  const seal = ledgerPart('seam', { service: ['vacuum'] })
  const cured = { ...foundAndRepaired(['seam'], [1, 2, 2]), parts: [ledgerPart('cap'), seal] }
  expect(step({ ...cured, ways: () => [way(['cap'], false), way(['seam', 'cap'], true)] })).toMatchObject({
    action: 'retest',
    kind: 'hold',
    way: { rig: 'drain', vacuum: true, pressure: 5000 },
    sentence: 'Top seam is cured and ready to retest. Only a vacuum reaches it.',
  })
})

test('what is on trial is tested again on its day, and what is only for now is mended for good', () => {
  const tests = [hold(20, 'sealed')]
  const trial = { ...found('cap'), repairs: [ledgerRepair('L1', 'cap', 3, 4, { trial: [0, 500] })], tests }
  expect(step(trial)).toMatchObject({ action: 'trial', at: 504, about: 'L1', sentence: 'Cap is tight so far, on trial.' })
  const held = { ...found('cap'), repairs: [ledgerRepair('L1', 'cap', 3, 4, { until: 900 })], tests }
  expect(step(held)).toMatchObject({ action: 'repair', about: 'L1' })
  expect(step(held).sentence).toContain('only held for now')
})
