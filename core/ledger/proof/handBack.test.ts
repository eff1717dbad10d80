import fc from 'fast-check'
import { craftKinds } from '../../circuit/tankKinds'
import { jobStates } from '../deriveLedger'
import { step } from '../nextStep'
import { untouched, ledgerPart } from '../ledger.fixture'
import { handBackLacks, lacksToHandBack, nextAfterSealed, type HandBackCase } from './handBack'
import { proofOf, proofOutcomes, type ProofEntry } from './proofOf'
import { proofSteps } from './proofSteps'

const DAY = 86_400_000
const boat = proofSteps('boat')
const dry = (keys: string[], from = 1): ProofEntry[] => keys.map((key, i) => ({ step: key, at: from + i, outcome: 'dry' }))
const here = ['quarter', 'half', 'brim', 'engine', 'under way', 'soak']
const proofFrom = (entries: ProofEntry[]) => proofOf(boat, entries, untouched([ledgerPart('seam')]), 0)
const both = { technician: true, inspector: true }
const caseOf = (entries: ProofEntry[], change: Partial<HandBackCase> = {}): HandBackCase => ({
  state: 'sealed',
  proof: proofFrom(entries),
  craft: 'boat',
  signed: { technician: false, inspector: false },
  ...change,
})
const sealed = step('record', 'Sealed.')

test('what is wanting, in the order in which it is done', () => {
  expect(lacksToHandBack(caseOf([], { state: 'leaking' }))).toEqual(['not sealed', 'steps in use', 'technician'])
  expect(lacksToHandBack(caseOf(dry(here.slice(0, 5))))).toEqual(['steps in use', 'technician'])
  expect(lacksToHandBack(caseOf(dry(here)))).toEqual(['technician'])
  expect(lacksToHandBack(caseOf(dry(here), { signed: { technician: true, inspector: false } }))).toEqual([])
})

test('what flies goes back only under a second name', () => {
  const flies = { craft: 'light aircraft' as const, signed: { technician: true, inspector: false } }
  expect(lacksToHandBack(caseOf(dry(here), flies))).toEqual(['inspector'])
  expect(lacksToHandBack(caseOf(dry(here), { ...flies, signed: both }))).toEqual([])
})

test('nothing that is not sealed, was seen wet or misses a step is ever free to go', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...jobStates),
      fc.constantFrom(...craftKinds),
      fc.subarray(here),
      fc.array(
        fc.record({
          step: fc.constantFrom(...here),
          at: fc.integer({ min: 1, max: 50 }),
          outcome: fc.constantFrom(...proofOutcomes),
        }),
      ),
      fc.record({ technician: fc.boolean(), inspector: fc.boolean() }),
      (state, craft, done, more, signed) => {
        const proof = proofFrom([...dry(done), ...more])
        if (lacksToHandBack({ state, proof, craft, signed }).length > 0) return
        expect(state).toBe('sealed')
        expect(proof.wet).toBeNull()
        expect(signed.technician).toBe(true)
        if (craft === 'light aircraft') expect(signed.inspector).toBe(true)
        for (const key of here) expect(proof.rows.find(row => row.step.key === key)!.entry).not.toBeNull()
      },
    ),
  )
  expect(handBackLacks).toHaveLength(4)
})

describe('after sealed comes', () => {
  const next = (theCase: HandBackCase, closedAt: number | null = null, now = DAY) =>
    nextAfterSealed(sealed, theCase, closedAt, now)
  test('the next step in use, then the names, then handing back', () => {
    expect(next(caseOf([]))).toMatchObject({ action: 'prove', about: 'quarter' })
    expect(next(caseOf(dry(here)))).toMatchObject({ action: 'sign', about: 'technician' })
    expect(next(caseOf(dry(here), { craft: 'light aircraft', signed: { technician: true, inspector: false } }))).toMatchObject({
      action: 'sign',
      about: 'inspector',
    })
    expect(next(caseOf(dry(here), { signed: both }))).toMatchObject({ action: 'hand back' })
  })
  test('the looks after days once it is away, each on its day', () => {
    expect(next(caseOf(dry(here)), 100)).toMatchObject({ action: 'prove', at: 6 + 7 * DAY, about: 'week' })
    expect(next(caseOf(dry([...here, 'week', 'month'])), 100)).toMatchObject({ action: 'record', at: null })
  })
  test('a look whose day has come before it was fetched', () => {
    expect(next(caseOf(dry(here), { signed: both }), null, 30 * DAY)).toMatchObject({ action: 'prove', about: 'week' })
  })
})
