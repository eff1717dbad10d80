import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { hiddenBy } from './hiddenBy'
import type { HoldSetup } from '../holdSetup'

const setup = {
  space: { volume: 0.06, wallGive: 0 },
  testPressure: 6900,
  limit: throughputFromStandard(1),
} as HoldSetup
const span = { from: 0, to: 1800 }

test('a leak of 1 mL/min out of 60 L for half an hour is 51 Pa, or 0.14 K, or 101 Pa an hour', () => {
  const hidden = hiddenBy(setup, { leakRate: 0 }, [], span)
  // Q t / V with Q = 101,325 Pa x 1 cm3 / 60 s at 20 °C.
  expect(hidden.pressure).toBeCloseTo((((101_325 * 1e-6) / 60) * 1800) / 0.06, -0.5)
  expect(hidden.warmth).toBeCloseTo((hidden.pressure * 293.15) / 108_225, 6)
  expect(hidden.drift).toBeCloseTo(2 * hidden.pressure, 9)
  expect(hidden.volume).toBeNull()
})
test('what was measured is not hidden, and a larger volume would make it the limit', () => {
  const hidden = hiddenBy(setup, { leakRate: 0.25 * setup.limit }, [], span)
  expect(hidden.pressure / hiddenBy(setup, { leakRate: 0 }, [], span).pressure).toBeCloseTo(0.75, 9)
  expect(hidden.volume).toBeCloseTo(4, 9)
})
test('only time under pressure counts', () => {
  const marks = [
    { t: 0, kind: 'closed at room pressure' },
    { t: 300, kind: 'moving gas' },
    { t: 360, kind: 'pumped' },
    { t: 500, kind: 'knock' },
    { t: 1260, kind: 'vented and closed' },
  ]
  expect(hiddenBy(setup, { leakRate: 0 }, marks, span).held).toBe(900)
})
