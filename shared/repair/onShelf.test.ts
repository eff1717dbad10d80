import type { LotView } from '../views'
import { volumeOnShelf } from './onShelf'

const NOW = Date.UTC(2026, 5, 1)
const DAY = 86_400_000
const lot = (change: Partial<LotView> = {}): LotView => ({
  id: 'l',
  material: 'epoxy-liner',
  sheetId: null,
  batch: 'L-1',
  code: '',
  mass: 0.58,
  left: 0.58,
  openedAt: null,
  expiresAt: null,
  retired: false,
  ...change,
})
const shelf = (...lots: LotView[]) => volumeOnShelf({ lots, sheets: [] }, 'epoxy-liner', NOW)

test('mass of a tin as volume of its mix: 145 g of 100 g base at 1150 and 45 g hardener at 1000 kg/m3 are 131.96 mL', () => {
  // 100/1.15 + 45/1.0 = 131.96 mL; 580 g is four times as much
  const { volume, tins } = shelf(lot())
  expect(volume * 1e6).toBeCloseTo(527.8, 1)
  expect(tins).toBe(1)
  expect(shelf(lot(), lot({ left: 0.29 })).volume * 1e6).toBeCloseTo(527.8 * 1.5, 1)
})

test.each<[string, Partial<LotView>]>([
  ['another family', { material: 'epoxy-patch' }],
  ['retired', { retired: true }],
  ['empty', { left: 0 }],
  ['expired', { expiresAt: NOW - DAY }],
  ['opened too long ago', { openedAt: NOW - 400 * DAY }],
])('%s does not count', (_, change) => {
  expect(shelf(lot(change))).toEqual({ volume: 0, tins: 0 })
})

test('a sheet in hand says how long it keeps and what it weighs', () => {
  const facts = { openedDays: 30, ratio: null } as never
  const sheets = [{ id: 's', name: 'Grey liner', material: 'epoxy-liner' as const, facts, retired: false }]
  const of = (change: Partial<LotView>) =>
    volumeOnShelf({ lots: [lot({ sheetId: 's', ...change })], sheets }, 'epoxy-liner', NOW)
  expect(of({ openedAt: NOW - 31 * DAY }).tins).toBe(0)
  expect(of({ openedAt: NOW - 29 * DAY }).volume).toBeCloseTo(0.58 / 1200, 9)
})
