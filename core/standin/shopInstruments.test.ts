import { scalesAt } from './scales'
import { shedAt, shopThermometer, usualShed } from './shopThermometer'

test('scales rise towards what is poured and end near it, in steps of a tenth of a gram', () => {
  const shown = [0, 2, 5, 10, 20, 30].map(t => scalesAt(7, t, 0.05))
  expect(shown[0]).toBeLessThan(0.0003)
  for (const [i, mass] of shown.slice(1).entries()) expect(mass).toBeGreaterThanOrEqual(shown[i]! - 0.0003)
  expect(Math.abs(shown.at(-1)! / 0.05 - 1)).toBeLessThan(0.04)
  expect(Math.round(shown[3]! * 1e4)).toBeCloseTo(shown[3]! * 1e4, 6)
  expect(scalesAt(7, 10, 0.05)).toBe(scalesAt(7, 10, 0.05))
})

test('a shed is warm in the afternoon and cold at night, and the thermometer remembers its lowest', () => {
  const hour = 3600
  expect(shedAt(1, 15 * hour)).toBeGreaterThan(shedAt(1, 3 * hour) + usualShed.swing)
  const morning = shopThermometer(1, 31 * hour, 17 * hour)
  expect(morning.lowest).toBeLessThan(morning.temperature)
  expect(morning.lowest).toBeCloseTo(shedAt(1, 27 * hour), 0)
  expect(shopThermometer(1, 31 * hour, 31 * hour).lowest).toBe(shopThermometer(1, 31 * hour, 31 * hour).temperature)
})
