import { fuels } from './fuels'
import { densityAt, emptyTankMass, jackRating, liftWeight, unusableFuel } from './weight'

const fuel = (key: string) => fuels.find(each => each.key === key)!

// Hand calculations: 745 x (1 - 0.00095 x (35 - 15)) = 730.845; 60 L of it 43.85 kg.
test('density falls with warmth, mass follows', () => {
  expect(densityAt(fuel('petrol'), 288.15)).toBe(745)
  expect(densityAt(fuel('petrol'), 308.15)).toBeCloseTo(726.8, 1)
  expect(liftWeight({ fuel: fuel('petrol'), level: 0.06, temperature: 308.15, tankMass: 9 }).fuelMass).toBeCloseTo(43.608, 2)
  expect(liftWeight({ fuel: fuel('petrol'), level: 0.06, temperature: 308.15, tankMass: 9 }).total).toBeCloseTo(52.608, 2)
  expect(() => liftWeight({ fuel: fuel('diesel'), level: -1, temperature: 290, tankMass: 5 })).toThrow('less than nothing')
})

// A box 1 : 0.6 : 0.35 of 34 L is 0.545 x 0.327 x 0.191 m and has 0.689 m2; 1 mm of steel is 5.41 kg.
test('an empty tank weighs its skin', () => {
  expect(emptyTankMass('sheet steel', 0.034)).toBeCloseTo(0.689 * 0.001 * 7850, 1)
  expect(emptyTankMass('aluminium', 0.21)).toBeGreaterThan(emptyTankMass('moulded polyethylene', 0.21) * 0.5)
})

test('jacks are rated with a margin, and each of two must carry most of it', () => {
  expect(jackRating(100, 1)).toBeCloseTo(150, 9)
  expect(jackRating(100, 2)).toBeCloseTo(105, 9)
})

test('what the pickup does not reach stays', () => {
  expect(unusableFuel('box', 0.06, 0.02, 0.2)).toBeCloseTo(0.006, 6)
  expect(unusableFuel('lying cylinder', 0.1, 0.05, 0.4)).toBeLessThan((0.1 * 0.05) / 0.4)
})
