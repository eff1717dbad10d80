import { fuels } from './fuels'
import { centreOfFuel, fuelAtHeight, liquidHeight, tankShapes, tiltShift } from './tankShape'
import { densityAt, emptyTankMass, jackRating, liftWeight, unusableFuel, volumeOfMass } from './weight'

const fuel = (key: string) => fuels.find(each => each.key === key)!

// Hand calculations: 745 x (1 - 0.00095 x (35 - 15)) = 730.845; 60 L of it 43.85 kg.
test('density falls with warmth, mass follows', () => {
  expect(densityAt(fuel('petrol'), 288.15)).toBe(745)
  expect(densityAt(fuel('petrol'), 308.15)).toBeCloseTo(730.845, 3)
  expect(liftWeight({ fuel: fuel('petrol'), level: 0.06, temperature: 308.15, tankMass: 9 }).fuelMass).toBeCloseTo(43.851, 2)
  expect(liftWeight({ fuel: fuel('petrol'), level: 0.06, temperature: 308.15, tankMass: 9 }).total).toBeCloseTo(52.851, 2)
  expect(volumeOfMass(fuel('diesel'), 83.2, 288.15)).toBeCloseTo(0.1, 9)
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
  expect(unusableFuel('lying cylinder', 0.1, 0.05, 0.4)).toBeLessThan(0.1 * 0.05 / 0.4)
})

describe('shapes', () => {
  test('filling is the way back of height, from empty to full', () => {
    for (const shape of tankShapes) {
      expect(fuelAtHeight(shape, 0)).toBeCloseTo(0, 9)
      expect(fuelAtHeight(shape, 1)).toBeCloseTo(1, 6)
      for (const share of [0.1, 0.3, 0.5, 0.8]) expect(fuelAtHeight(shape, liquidHeight(shape, share))).toBeCloseTo(share, 4)
    }
  })
  // Half of a lying cylinder of unit diameter: the centroid of a half disc lies 4 r / (3 pi) below its flat side: 0.5 - 0.2122 = 0.2878.
  test('the middle of the fuel sinks as it empties', () => {
    expect(centreOfFuel('box', 1)).toBeCloseTo(0.5, 3)
    expect(centreOfFuel('box', 0.4)).toBeCloseTo(0.2, 3)
    expect(centreOfFuel('lying cylinder', 0.5)).toBeCloseTo(0.2878, 3)
    // A wedge with its edge down: the centroid of a triangle stands two thirds up.
    expect(centreOfFuel('keel', 1)).toBeCloseTo(2 / 3, 2)
  })
  // A box 1 m long, fuel 0.1 m deep, tilted 2 degrees: shift L^2 tan(t) / (12 h) = 0.0291 m.
  test('a part-full tank shifts as it tilts', () => {
    expect(tiltShift(1, 0.1, 2)).toBeCloseTo(0.0291, 4)
    expect(tiltShift(1, 0.3, 2)).toBeLessThan(tiltShift(1, 0.1, 2))
    // Once the bottom shows on one side the formula no longer holds: the fuel lies in the low end.
    expect(tiltShift(1, 0.01, 30)).toBeLessThanOrEqual(0.5)
  })
})
