import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { jobStanding } from '../jobEntries'
import { jobView } from '../jobView.fixture'
import type { JobView } from '../views'
import type { ProofEntryView } from '../record/kinds/proof'
import type { SignatureView } from '../record/kinds/signature'
import { canonicalJson, signedState } from './signedState'
import { signedSections } from './signedSections'
import { signatureStandings, signedBy } from './signatures'

const stateOf = (job: JobView, now = 1e12) => signedState(job, jobStanding(job, now).ledger)
const signature = (job: JobView, change: Partial<SignatureView> = {}): SignatureView => ({
  id: 's',
  capacity: 'technician',
  authority: '',
  licence: '',
  personId: 'finn',
  by: 'Finn',
  at: 5,
  struck: null,
  onTrust: 0,
  ...stateOf(job),
  ...change,
})
const standing = (job: JobView) => signatureStandings(job, jobStanding(job, 1e12).ledger)
const look = (change: Partial<ProofEntryView>): ProofEntryView => ({
  id: 'p',
  step: 'week',
  outcome: 'dry',
  watched: null,
  look: null,
  distance: null,
  tilt: null,
  note: '',
  by: 'the owner',
  owner: true,
  at: 9,
  struck: null,
  ...change,
})

test('equal contents give equal text, whatever the order of their keys and the way they came', () => {
  fc.assert(
    fc.property(fc.jsonValue(), value => {
      const travelled: unknown = JSON.parse(JSON.stringify(value))
      const turned = (each: unknown): unknown =>
        Array.isArray(each)
          ? each.map(turned)
          : typeof each === 'object' && each !== null
            ? Object.fromEntries(
                Object.entries(each)
                  .reverse()
                  .map(([key, its]) => [key, turned(its)]),
              )
            : each
      expect(canonicalJson(turned(travelled))).toBe(canonicalJson(travelled))
      expect(JSON.parse(canonicalJson(value))).toEqual(travelled)
    }),
  )
  expect(canonicalJson({ b: 1, a: [undefined, { d: undefined, c: 'x' }] })).toBe('{"a":[null,{"c":"x"}],"b":1}')
})

test('what was recorded in one moment is the same in whatever order it is read, and nothing else is', () => {
  const touch = (id: string) => ({ id, partIds: ['a', 'b'], kind: 'removed' as const, note: '', by: 'F', at: 6, struck: null })
  const [one, two] = [touch('t'), touch('u')]
  const of = (touches: JobView['touches']) => stateOf(jobView({ touches })).digest
  expect(of([one, two])).toBe(of([two, one]))
  expect(of([one, two])).not.toBe(of([one]))
  expect(of([one, { ...two, note: 'x' }])).not.toBe(of([{ ...one, note: 'x' }, two]))
  const swapped = jobView({ tankName: jobView().craft.name, craft: { ...jobView().craft, name: jobView().tankName } })
  expect(stateOf(swapped).digest).not.toBe(stateOf(jobView()).digest)
})

test('the digest is SHA-256 over the sections, each of them over its contents', () => {
  const { digest, sections } = stateOf(jobView())
  const sha = (text: string) => createHash('sha256').update(text).digest('hex')
  expect(sections['steps in use']).toBe(sha('[]'))
  expect(digest).toBe(sha(canonicalJson(sections)))
})

test('a signature stands over what was signed, travelled or not, and whatever moves without being recorded', () => {
  const job = jobView()
  const signed = { ...job, signatures: [signature(job)] }
  expect(standing(signed)).toMatchObject([{ stands: true, changed: [] }])
  expect(standing(JSON.parse(JSON.stringify(signed)) as JobView)).toMatchObject([{ stands: true }])
  expect(standing({ ...signed, movedAt: 99, revision: 7, closedAt: 8, hasStandIn: true })).toMatchObject([{ stands: true }])
})

test('any change of anything that it covers makes it void, and is named', () => {
  const job = jobView()
  const signatures = [signature(job)]
  const changed = (change: Partial<JobView>) => standing({ ...job, signatures, ...change })[0]!
  expect(changed({ acceptance: job.acceptance * 1.01 })).toMatchObject({ stands: false, changed: ['tank and complaint'] })
  const touches = [{ id: 't', partIds: ['a'], kind: 'removed' as const, note: '', by: 'F', at: 6, struck: null }]
  expect(changed({ touches }).changed).toContain('repairs')
  expect(changed({ touches }).stands).toBe(false)
  expect(changed({ proof: [look({ step: 'quarter', owner: false, by: 'Finn' })] })).toMatchObject({
    stands: false,
    changed: ['steps in use'],
  })
  expect(changed({ proof: [look({ outcome: 'wet' })] }).changed).toContain('steps in use')
  expect(
    changed({ drained: [{ id: 'd', volume: 1, method: '', gaugeShown: null, by: 'F', at: 1, struck: null }] }).changed,
  ).toEqual(['making safe'])
  expect(changed({ cautionsRead: [{ caution: 'x', calledBy: [], personId: 'p', by: 'F', at: 1 }] }).stands).toBe(false)
  expect(signedSections).toContain('what it amounts to')
})

test('every list of a job that somebody can add to is covered, but for what is bought, signed, on cards and of another job', () => {
  const job = jobView()
  const digest = stateOf(job).digest
  const outside = ['strikes', 'purchases', 'signatures', 'ownerCards', 'alsoOpen']
  const row = {
    id: 'x',
    at: 1,
    by: 'F',
    struck: null,
    step: 'quarter',
    outcome: 'dry',
    partIds: [],
    leakId: 'l',
    until: 0,
    circuit: job.circuit,
    parts: [],
    leakIds: [],
  }
  for (const [key, value] of Object.entries(job)) {
    if (!Array.isArray(value) || key === 'parts' || key === 'tests') continue
    const more = { ...job, [key]: [row] } as JobView
    const same = signedState(more, jobStanding(job, 1e12).ledger).digest === digest
    expect([key, same]).toEqual([key, outside.includes(key)])
  }
})

test('a later look that stays dry leaves it standing; a withdrawn one does not stand', () => {
  const job = jobView()
  expect(standing({ ...job, signatures: [signature(job)], proof: [look({})] })).toMatchObject([{ stands: true }])
  expect(standing({ ...job, signatures: [signature(job)], proof: [look({ step: '' })] })).toMatchObject([{ stands: true }])
  expect(standing({ ...job, signatures: [signature(job, { struck: 'wrong tank' })] })).toMatchObject([{ stands: false }])
})

test('one person is not both: who countersigns is another', () => {
  const job = jobView()
  const by = (...signatures: SignatureView[]) => signedBy(standing({ ...job, signatures }))
  expect(by(signature(job))).toEqual({ technician: true, inspector: false })
  expect(by(signature(job), signature(job, { id: 'i', capacity: 'inspector' }))).toEqual({ technician: true, inspector: false })
  expect(by(signature(job), signature(job, { id: 'i', capacity: 'inspector', personId: 'ines' }))).toEqual({
    technician: true,
    inspector: true,
  })
  expect(by(signature(job, { capacity: 'inspector' }))).toEqual({ technician: false, inspector: false })
})
