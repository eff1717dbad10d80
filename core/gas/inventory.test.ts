import { effectiveVolume, freeAirToReach, inventory, volumeAt } from './inventory'

test('with c = 0.006 /kPa the effective volume is 1.6 times the volume', () => {
  expect(effectiveVolume({ volume: 0.06, wallGive: 0.006e-3 }, 0) / 0.06).toBeCloseTo(1.608, 3)
})

test('stiff walls have an effective volume of their own', () =>
  expect(effectiveVolume({ volume: 0.06, wallGive: 0 }, 7000)).toBe(0.06))

test('the effective volume is the slope of inventory against pressure', () => {
  const space = { volume: 0.08, wallGive: 0.004e-3 }
  const slope = ((inventory(space, 3001, 101_325, 293) - inventory(space, 2999, 101_325, 293)) / 2) * 293
  expect(slope).toBeCloseTo(effectiveVolume(space, 3000), 8)
})

test.each([
  [0.06, 6895, 4.08],
  [0.2, 17_240, 34.0],
])('%d m3 to %d Pa takes %d L of free air', (volume, gauge, litres) => {
  expect(freeAirToReach({ volume, wallGive: 0 }, gauge) * 1000).toBeCloseTo(litres, 1)
})

test('one kelvin moves a sealed tank near atmosphere by 346 Pa', () => {
  const held = inventory({ volume: 0.1, wallGive: 0 }, 0, 101_325, 293.15)
  expect((held * 294.15) / 0.1 - 101_325).toBeCloseTo(345.6, 0)
})

test('walls that give make room', () => expect(volumeAt({ volume: 0.05, wallGive: 1e-5 }, 1000)).toBeCloseTo(0.0505, 10))
