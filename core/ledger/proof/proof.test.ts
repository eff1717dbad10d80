import fc from 'fast-check'
import { craftKinds } from '../../circuit/tankKinds'
import { ledgerPart, ledgerRepair, untouched } from '../ledger.fixture'
import type { LedgerEntries } from '../ledger'
import { proofOf, provedSince, type ProofEntry, type ProofOutcome } from './proofOf'
import { proofSteps } from './proofSteps'

const DAY = 86_400_000
const parts = ['cap', 'seam'].map(id => ledgerPart(id))
const boat = proofSteps('boat')
const entry = (step: string, at: number, outcome: ProofOutcome = 'dry'): ProofEntry => ({ step, at, outcome })
const proof = (all: ProofEntry[], change: Partial<LedgerEntries> = {}, steps = boat) =>
  proofOf(steps, all, { ...untouched(parts), ...change }, 0)
const allDry = (from = 1) => boat.map((step, i) => entry(step.key, from + i))

test('each craft has its steps: what does not move is not driven', () => {
  expect(boat.map(step => step.key)).toEqual(['quarter', 'half', 'brim', 'engine', 'under way', 'soak', 'week', 'month'])
  expect(proofSteps('small equipment').map(step => step.key)).not.toContain('under way')
  for (const craft of craftKinds) expect(proofSteps(craft).every(step => step.doing.length > 20)).toBe(true)
})

test('nothing is proved by being sealed: the first step is due at once', () => {
  expect(proof([])).toMatchObject({ complete: false, wet: null, next: { step: { key: 'quarter' }, due: 0 } })
  expect(proof([], {}, [])).toMatchObject({ complete: false, next: null })
})

test('one after the other until all are dry', () => {
  const all = allDry()
  for (let done = 1; done < all.length; done++) {
    const { next, complete } = proof(all.slice(0, done))
    expect(complete).toBe(false)
    expect(next!.step.key).toBe(boat[done]!.key)
  }
  expect(proof(all)).toMatchObject({ complete: true, next: null })
})

test('a week and a month are counted from the step before', () => {
  const upToSoak = allDry(1000).slice(0, 6)
  const soaked = upToSoak.at(-1)!.at
  expect(proof(upToSoak).next).toMatchObject({ step: { key: 'week' }, due: soaked + 7 * DAY })
  const looked = [...upToSoak, entry('week', soaked + 8 * DAY)]
  expect(proof(looked).next).toMatchObject({ step: { key: 'month' }, due: soaked + 31 * DAY })
})

test('one that was left out counts as done, and may be made good later', () => {
  const all = [...allDry().slice(0, 4), entry('under way', 5, 'left out'), ...allDry().slice(5)]
  expect(proof(all).complete).toBe(true)
  expect(proof([...all, entry('under way', 99)]).rows[4]!.entry).toMatchObject({ outcome: 'dry', at: 99 })
})

test('what was seen wet stays so until where is recorded: dry at another look does not take it back', () => {
  const all = [...allDry(), entry('week', 50, 'wet')]
  expect(proof(all)).toMatchObject({ complete: false, next: { step: { key: 'week' } }, wet: { at: 50 } })
  expect(proof([...all, entry('week', 60)]).complete).toBe(false)
})

test.each([
  ['a part that was touched', { touches: [{ at: 50, partIds: ['cap'], kind: 'removed' as const }] }],
  ['a part that is not on the map any more', { touches: [{ at: 50, partIds: ['gone'], kind: 'removed' as const }] }],
  ['a repair that cured', { repairs: [ledgerRepair('L', 'seam', 10, 50)] }],
  ['a leak that was seen', { finds: [{ leakId: 'L', testId: null, at: 50 }] }],
  ['a part that was put on', { parts: [...parts, ledgerPart('new', { since: 50 })] }],
])('%s begins all of it anew', (_, change) => {
  expect(provedSince({ ...untouched(parts), ...change })).toBe(50)
  expect(proof(allDry(), change)).toMatchObject({ complete: false, next: { step: { key: 'quarter' } } })
  expect(proof(allDry(60), change).complete).toBe(true)
})

test('whatever is recorded, it is proved only with every step dry or left out, and none wet, since it was last disturbed', () => {
  const entries = fc.array(
    fc.record({
      step: fc.constantFrom(...boat.map(step => step.key)),
      outcome: fc.constantFrom<ProofOutcome>('dry', 'dry', 'dry', 'wet', 'left out'),
      at: fc.integer({ min: 1, max: 200 }),
    }),
    { maxLength: 60 },
  )
  fc.assert(
    fc.property(entries, fc.integer({ min: 0, max: 100 }), (made, touched) => {
      const all = [...made].sort((a, b) => a.at - b.at)
      const { complete } = proof(all, { touches: [{ at: touched, partIds: ['cap'], kind: 'removed' }] })
      const last = boat.map(step => all.filter(each => each.step === step.key && each.at > touched).at(-1)?.outcome)
      const wet = all.some(each => each.at > touched && each.outcome === 'wet')
      expect(complete).toBe(!wet && last.every(outcome => outcome === 'dry' || outcome === 'left out'))
    }),
  )
})
