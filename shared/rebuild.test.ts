import { tankKinds, type TankKind } from '../core/circuit/tankKinds'
import { otherEnd, type Fixing } from '../core/circuit/fixings'
import { jobView, partView } from './jobView.fixture'
import { jobFixings, rebuildOf } from './rebuild'
import type { JobView } from './views'
import type { PurchaseView } from './record/kinds/purchase'
import type { StripView } from './record/kinds/strip'

const entryOf = (fixing: string, name: string, change: Partial<StripView> = {}): StripView => ({
  id: fixing,
  fixing,
  name,
  mark: 'ring 1',
  facing: '',
  fastener: '',
  torque: null,
  condition: '',
  absent: false,
  photoId: null,
  by: 'Finn',
  at: 1,
  struck: null,
  refit: null,
  ...change,
})
const off = (fixing: Fixing, change: Partial<StripView> = {}) => entryOf(fixing.key, fixing.name, change)
const refit = { by: 'Finn', at: 2, photoId: null }
const jobOf = (kind: TankKind, change: Partial<JobView> = {}): JobView =>
  jobView({
    circuit: kind.circuit,
    material: kind.material,
    parts: kind.parts.map((part, position) => partView(part.key, { ...part, id: part.key, position })),
    plan: { place: 'outdoors', acts: ['remove the tank'] },
    ...change,
  })

test.each(tankKinds.map(kind => [kind.key, kind] as const))(
  '%s: whichever one thing is forgotten is named, and nothing else',
  (_, kind) => {
    const must = jobFixings(jobOf(kind)).filter(fixing => !fixing.away)
    for (const forgotten of must) {
      const rest = must.filter(fixing => fixing !== forgotten)
      const stripped = rest.map((fixing, i) => off(fixing, { refit: i === 0 ? refit : null }))
      expect(rebuildOf(jobOf(kind, { stripped })).missed.map(fixing => fixing.key)).toEqual(
        rest.length > 0 ? [forgotten.key] : [],
      )
    }
    const all = rebuildOf(jobOf(kind, { stripped: must.map(fixing => off(fixing, { refit })) }))
    expect(all.missed).toEqual([])
    expect(all.left).toBe(0)
  },
)

test('while only what is reached without lowering is off, nothing is asked after', () => {
  const kind = tankKinds.find(each => each.key === 'moulded')!
  const cover = jobFixings(jobOf(kind)).find(fixing => fixing.kind === 'cover')!
  expect(rebuildOf(jobOf(kind, { stripped: [off(cover)] })).missed).toEqual([])
})

test('before the tank goes up what is not on yet is named', () => {
  const kind = tankKinds.find(each => each.key === 'aluminium-belly')!
  const must = jobFixings(jobOf(kind))
  const { rows } = rebuildOf(
    jobOf(kind, { stripped: must.map(fixing => off(fixing, { refit: fixing.kind === 'wire' ? refit : null })) }),
  )
  const steps = rows.flatMap(row => (row.kind === 'step' ? [row] : []))
  expect(steps.map(row => row.step.to)).toEqual(['tank down', 'lowered a little', 'tank up'])
  expect(steps[0]!.notOn).toEqual([])
  expect([...steps[1]!.notOn].sort()).toEqual(['Feed line, tank end', 'Return line, tank end', 'Vent hose, tank end'])
  expect(steps[2]!.notOn).toEqual(expect.arrayContaining(['Cradle bolt 1', 'Cradle bolt 2']))
})

test('what was struck out never came off', () => {
  const kind = tankKinds.find(each => each.key === 'small-steel')!
  const strap = jobFixings(jobOf(kind)).find(fixing => fixing.kind === 'strap')!
  const { rows, missed } = rebuildOf(jobOf(kind, { stripped: [off(strap, { struck: 'wrong job (Finn)' })] }))
  expect(rows).toEqual([])
  expect(missed).toEqual([])
})

test('taken apart a second time, the first time is over: only what is off now goes on, and what was not logged this time is missed', () => {
  const kind = tankKinds.find(each => each.key === 'small-steel')!
  const must = jobFixings(jobOf(kind))
  const first = must.map((fixing, i) =>
    off(fixing, { id: `first ${i}`, at: 10 + i, refit: { by: 'Finn', at: 100 + i, photoId: null } }),
  )
  expect(rebuildOf(jobOf(kind, { stripped: first }))).toMatchObject({ left: 0, missed: [] })
  const again = must
    .filter(fixing => fixing.kind !== 'ground')
    .map((fixing, i) => off(fixing, { id: `again ${i}`, at: 200 + i }))
  const { rows, left, missed } = rebuildOf(jobOf(kind, { stripped: [...first, ...again] }))
  expect(rows.flatMap(row => (row.kind === 'refit' ? [row.entry.id] : [])).every(id => id.startsWith('again'))).toBe(true)
  expect(left).toBe(again.length)
  expect(missed.map(fixing => fixing.kind)).toEqual(['ground'])
})

test('what came off again while something else was still off belongs to the same taking apart', () => {
  const kind = tankKinds.find(each => each.key === 'small-steel')!
  const [one, two] = jobFixings(jobOf(kind))
  const stripped = [
    off(one!, { id: 'a', at: 10, refit: { by: 'Finn', at: 30, photoId: null } }),
    off(two!, { id: 'b', at: 20 }),
    off(one!, { id: 'c', at: 40 }),
  ]
  const listed = rebuildOf(jobOf(kind, { stripped })).rows.flatMap(row => (row.kind === 'refit' ? [row.entry.id] : []))
  expect([...listed].sort()).toEqual(['a', 'b', 'c'])
})

test('what this tank does not have is neither missed nor put on', () => {
  const kind = tankKinds.find(each => each.key === 'small-steel')!
  const must = jobFixings(jobOf(kind))
  const { rows, missed, left } = rebuildOf(
    jobOf(kind, { stripped: must.map(fixing => off(fixing, { absent: fixing.kind === 'cover' })) }),
  )
  expect(missed).toEqual([])
  expect(left).toBe(must.length - 1)
  expect(rows.some(row => row.kind === 'refit' && row.fixing?.kind === 'cover')).toBe(false)
})

test('an end of a hose goes on right after the end at the tank', () => {
  const kind = tankKinds.find(each => each.key === 'moulded')!
  const hose = jobFixings(jobOf(kind)).find(fixing => fixing.key === 'hose return')!
  const far = otherEnd(hose)
  const names = rebuildOf(jobOf(kind, { stripped: [entryOf(far.key, far.name), off(hose)] })).rows.flatMap(row =>
    row.kind === 'refit' ? [row.entry.name] : [],
  )
  expect(names).toEqual(['Return line, tank end', 'Return line, other end'])
})

test('what only this craft has goes on after all else, the last off first, and waits for what it was ordered with', () => {
  const kind = tankKinds.find(each => each.key === 'small-steel')!
  const [first] = jobFixings(jobOf(kind))
  const purchase = (id: string, fixing: string | null, ...steps: ('ordered' | 'arrived')[]): PurchaseView => ({
    id,
    name: id,
    reason: 'confirmed',
    measure: '',
    cause: null,
    fixing,
    leadDays: null,
    by: 'Finn',
    at: 1,
    steps: steps.map((step, at) => ({ id: step, step, note: '', by: 'Finn', at })),
  })
  const stripped = [entryOf('shield', 'Shield', { at: 30 }), off(first!, { at: 10 }), entryOf('bracket', 'Bracket', { at: 20 })]
  const purchases = [
    purchase('clip', first!.key, 'ordered'),
    purchase('seal', first!.key, 'ordered', 'arrived'),
    purchase('tape', null),
    purchase('bolt', 'bracket'),
  ]
  const rows = rebuildOf(jobOf(kind, { stripped, purchases })).rows.flatMap(row => (row.kind === 'refit' ? [row] : []))
  expect(rows.map(row => [row.entry.name, row.waitsFor.map(each => each.id)])).toEqual([
    [first!.name, ['clip']],
    ['Shield', []],
    ['Bracket', ['bolt']],
  ])
  expect(rows[1]!.fixing).toBeNull()
})

test('a hose of which only the far end was logged is asked about', () => {
  const kind = tankKinds.find(each => each.key === 'moulded')!
  const hoses = jobFixings(jobOf(kind)).filter(fixing => fixing.kind === 'hose')
  const far = otherEnd(hoses[0]!)
  expect(rebuildOf(jobOf(kind, { stripped: [entryOf(far.key, far.name), off(hoses[1]!)] })).alone).toEqual([far.name])
  expect(rebuildOf(jobOf(kind, { stripped: [entryOf(far.key, far.name), off(hoses[0]!)] })).alone).toEqual([])
})

test('what comes off in the moment in which the last thing went on begins another taking apart', () => {
  const kind = tankKinds.find(each => each.key === 'small-steel')!
  const [one, two] = jobFixings(jobOf(kind))
  const listed = (at: number) =>
    rebuildOf(
      jobOf(kind, {
        stripped: [off(one!, { id: 'a', at: 10, refit: { by: 'Finn', at: 30, photoId: null } }), off(two!, { id: 'b', at })],
      }),
    ).rows.flatMap(row => (row.kind === 'refit' ? [row.entry.id] : []))
  expect([...listed(29)].sort()).toEqual(['a', 'b'])
  expect(listed(30)).toEqual(['b'])
})
