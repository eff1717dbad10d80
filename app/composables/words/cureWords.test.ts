import type { RepairView } from '#shared/record/kinds/repair'
import { curedShare, cureReckoning } from './cureWords'

const HOUR = 3600
/** Six hours at 25 °C: two hours at that, then ten kelvin colder. */
const repair = {
  material: 'polysulfide-fast',
  at: 1_000_000,
  cureTime: 6 * HOUR,
  cure: [
    { t: 0, temperature: 298.15 },
    { t: 2 * HOUR, temperature: 288.15 },
  ],
  curedAt: 1_000_000 + 10 * HOUR * 1000,
} as RepairView
const after = (hours: number) => repair.at + hours * HOUR * 1000
const short = (_: string, kelvin: number) => `${Math.round(kelvin - 273.15)} °C`

test('how much has cured', () => {
  expect(curedShare(repair, after(0))).toBe(0)
  expect(curedShare(repair, after(2))).toBeCloseTo(1 / 3, 9)
  expect(curedShare(repair, after(6))).toBeCloseTo(2 / 3, 9)
  expect(curedShare(repair, after(10))).toBeCloseTo(1, 9)
  expect(curedShare(repair, after(90))).toBe(1)
  expect(curedShare({ ...repair, material: 'none' }, after(0))).toBe(1)
  expect(curedShare({ ...repair, cureTime: 0 }, after(0))).toBe(1)
})

test('how it was reckoned: what was counted until now, of its sheet', () => {
  expect(cureReckoning(repair, after(5), short)).toBe('2 h at 25 °C and 3 h at 15 °C, of 6 h at 25 °C on its sheet')
  // What is foreseen is not told before it has been, and nothing after it had cured.
  expect(cureReckoning(repair, after(1), short)).toBe('60 min at 25 °C, of 6 h at 25 °C on its sheet')
  expect(cureReckoning(repair, after(90), short)).toBe('2 h at 25 °C and 8 h at 15 °C, of 6 h at 25 °C on its sheet')
  expect(cureReckoning(repair, after(0), short)).toBe('6 h at 25 °C on its sheet')
  expect(cureReckoning({ ...repair, curedAt: null }, after(5), short)).toContain('3 h at 15 °C')
  expect(cureReckoning({ ...repair, material: 'none' }, after(5), short)).toBe('')
})

test('many stretches are told as a span', () => {
  const cure = [4, 6, 2, 8, 5].map((celsius, i) => ({ t: i * HOUR, temperature: celsius + 273.15 }))
  expect(cureReckoning({ ...repair, cure }, after(5), short)).toBe('5 h at 2 °C to 8 °C, of 6 h at 25 °C on its sheet')
})
