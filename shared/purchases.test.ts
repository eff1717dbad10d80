import { jobView } from './jobView.fixture'
import { comesTooLate, lateParts, purchaseStanding } from './purchases'
import type { PurchaseView } from './record/kinds/purchase'

const DAY = 86_400_000
const now = Date.parse('2026-05-18T10:00:00')
const part = (leadDays: number | null, steps: PurchaseView['steps'] = []): PurchaseView => ({
  id: 'p',
  name: 'Vent hose',
  reason: 'confirmed',
  measure: '',
  cause: null,
  fixing: null,
  leadDays,
  by: 'Finn',
  at: 1,
  steps,
})
const step = (kind: 'ordered' | 'arrived', at: number) => ({ id: kind, step: kind, note: '', by: 'Finn', at })
const job = (promised: string | null, purchase = part(3)) =>
  jobView({ plan: { place: 'outdoors', acts: ['look'], promised }, purchases: [purchase] })

test('counted from now, or from when it was ordered, against the end of the promised day', () => {
  expect(comesTooLate(job('2026-05-20'), part(3), now)).toBe(now + 3 * DAY)
  expect(comesTooLate(job('2026-05-21'), part(3), now)).toBeNull()
  expect(comesTooLate(job('2026-05-20'), part(3, [step('ordered', now - DAY)]), now)).toBeNull()
  expect(lateParts(job('2026-05-20'), now)).toHaveLength(1)
})

test('nothing is late that is here, has no known time, or was promised to nobody', () => {
  expect(comesTooLate(job('2026-05-18'), part(3, [step('ordered', now - DAY), step('arrived', now)]), now)).toBeNull()
  expect(comesTooLate(job('2026-05-18'), part(null), now)).toBeNull()
  expect(lateParts(job(null), now)).toEqual([])
})

test('it stands where its last step says, and what is late counts from its order whatever came after', () => {
  expect(purchaseStanding(part(3))).toBe('wanted')
  expect(purchaseStanding(part(3, [step('ordered', 1), step('arrived', 2)]))).toBe('arrived')
  const measured = { id: 'm', step: 'measured' as const, note: '', by: 'Finn', at: now - 9 * DAY }
  expect(comesTooLate(job('2026-05-20'), part(3, [measured, step('ordered', now)]), now)).toBe(now + 3 * DAY)
  expect(comesTooLate(job(null), part(null), now)).toBeNull()
  // To the minute at the end of the day it is still in time.
  const atTheEnd = Date.parse('2026-05-20T23:59:00')
  expect(comesTooLate(job('2026-05-20'), part(0, [step('ordered', atTheEnd)]), now)).toBeNull()
  expect(comesTooLate(job('2026-05-20'), part(0, [step('ordered', atTheEnd + 1)]), now)).toBe(atTheEnd + 1)
})
