import { jobView, partView, repairView } from '../jobView.fixture'
import { usualDefect, type Defect } from '../../core/repair/defect/defect'
import type { FindView } from '../record/kinds/find'
import type { JobView } from '../views'
import { approvalOf, wantsApproval } from './approvals'
import { caseOf, decide, defectOf, triedOn, type ShopSide } from './decision'

const shop: ShopSide = { figures: {}, held: {}, materials: { sheets: [], lots: [] } }
const find = (id: string, at: number) => ({ id, leakId: 'L', testId: null, at, length: 0.012, struck: null }) as FindView
const bay = (change: Partial<JobView> = {}, defect: Partial<Defect> = {}): JobView =>
  jobView({
    craft: { id: 'c', name: 'Flying boat', kind: 'light aircraft', built: null, registration: '' },
    tankKind: 'riveted-bay',
    material: 'riveted aluminium',
    fuel: 'avgas',
    parts: [partView('a', { family: 'rivets' })],
    leaks: [{ id: 'L', number: 2, partId: 'a' }],
    finds: [find('f', 1)],
    defectCards: [
      {
        id: 'c',
        leakId: 'L',
        by: 'Finn',
        at: 2,
        defect: { ...usualDefect('rivets', 'riveted aluminium', 0.012), inside: ['plate'], ...defect },
      },
    ],
    ...change,
  })

test('without a card what is usual on the part is taken, with the length between the marks', () => {
  expect(defectOf(bay({ defectCards: [] }), 'L')).toMatchObject({
    filled: false,
    defect: { what: 'rivet', length: 0.012, inside: [] },
  })
  expect(defectOf(bay(), 'L')).toMatchObject({ filled: true, defect: { inside: ['plate'] } })
})

test('what came back is counted once a repair, and a struck repair or find does not', () => {
  const wicked = repairView({ method: 'wick', at: 10 })
  expect(triedOn(bay({ repairs: [wicked], finds: [find('f', 1), find('g', 20)] }), 'L')).toEqual({ wick: 1 })
  expect(triedOn(bay({ repairs: [wicked], finds: [find('f', 1)] }), 'L')).toEqual({})
  expect(triedOn(bay({ repairs: [{ ...wicked, struck: 'no' }], finds: [find('g', 20)] }), 'L')).toEqual({})
  expect(
    triedOn(
      bay({
        repairs: [wicked, repairView({ id: 's', method: 'wick', at: 30 })],
        finds: [find('g', 20), find('h', 25), find('i', 40)],
      }),
      'L',
    ),
  ).toEqual({ wick: 2 })
})

test('wick first; once it came back, open it, and wicking again pays only at a chance that it has not', () => {
  expect(decide(bay(), 'L', shop).ways[0]!.method.key).toBe('wick')
  const back = decide(
    bay({ repairs: [repairView({ method: 'wick', at: 10 })], finds: [find('f', 1), find('g', 20)] }),
    'L',
    shop,
  )
  expect(back.ways[0]!.method.key).toBe('fillet')
  const wick = back.ways.find(way => way.method.key === 'wick')!
  expect(wick.weighed.chance.expected).toBeCloseTo(4 / 12, 6)
  expect(wick.cureDays).toBeGreaterThan(8)
  expect(back.rates).toBeNull()
  expect(back.pays!.by).toBe('days')
})

test('what the shop knows moves it: its own record, its prices, its sheets', () => {
  const own = decide(bay(), 'L', {
    ...shop,
    held: { wick: { held: 3, back: 4 } },
    figures: { 'rate': 60, 'idle': 100, 'parts:fillet': 90 },
  })
  const wick = own.ways.find(way => way.method.key === 'wick')!
  expect(wick.weighed.chance.expected).toBeCloseTo(7 / 17, 6)
  const fillet = own.ways.find(way => way.method.key === 'fillet')!
  expect(fillet.option.parts).toBe(90)
  expect(own.rates).toEqual({ hour: 60, idleDay: 100 })
  expect(own.pays).toMatchObject({ by: 'cost', quick: { method: { key: 'wick' } } })
  const alcohol = bay(
    {
      fuel: 'e85',
      craft: { id: 'c', name: 'x', kind: 'boat', built: null, registration: '' },
      material: 'aluminium',
      parts: [partView('a', { family: 'seam' })],
    },
    { what: 'seam', inside: ['plate'] },
  )
  expect(decide(alcohol, 'L', shop).ways.map(way => way.method.key)).not.toContain('liner')
  const sheet = {
    id: 's',
    name: 'n',
    material: 'epoxy-liner' as const,
    retired: false,
    facts: { fuels: ['e85' as const] } as never,
  }
  expect(decide(alcohol, 'L', { ...shop, materials: { sheets: [sheet], lots: [] } }).ways.map(way => way.method.key)).toContain(
    'liner',
  )
})

test('what flies waits for approved data until it is granted; what is tightened by hand does not', () => {
  const job = bay()
  expect([wantsApproval(job, 'fillet'), wantsApproval(job, 'tighten')]).toEqual([true, false])
  const waits = (view: JobView) => decide(view, 'L', shop).ways.find(way => way.method.key === 'fillet')!.option.waits
  expect(waits(job)).toEqual([2, 10])
  const step = (what: 'asked' | 'granted' | 'refused', at: number, struck: string | null = null) => ({
    id: `${at}`,
    method: 'fillet' as const,
    step: what,
    reference: 'R',
    note: '',
    by: '',
    at,
    struck,
  })
  const granted = bay({ approvals: [step('asked', 1), step('granted', 2)] })
  expect(waits(granted)).toEqual([0, 1])
  expect(approvalOf(granted, 'fillet')!.step).toBe('granted')
  expect(approvalOf(bay({ approvals: [step('asked', 1), step('granted', 2, 'wrong chapter')] }), 'fillet')!.step).toBe('asked')
})

test('a new access hole costs its hours', () => {
  const hours = (inside: Defect['inside']) =>
    decide(bay({}, { inside }), 'L', shop).ways.find(way => way.method.key === 'fillet')!.option.hours[1]
  expect(hours(['new access hole']) - hours(['plate'])).toBe(4)
  expect(caseOf(bay(), 'L').family).toBe('rivets')
})
