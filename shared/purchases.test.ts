import { jobView } from './jobView.fixture'
import { comesTooLate, lateParts } from './purchases'
import type { PurchaseView } from './views'

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
