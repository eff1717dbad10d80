import fc from 'fast-check'
import { tankShapes } from '../circuit/tankKinds'
import { centreOfFuel, fuelAtHeight, liquidHeight, tiltShift } from './tankShape'
import { jackRating, liftWeight, unusableFuel } from './weight'
import { fuels } from './fuels'

const shape = fc.constantFrom(...tankShapes)
const share = fc.double({ min: 0.01, max: 0.99, noNaN: true })

// Circular segment of a unit circle filled to h of its diameter: (t - sin t) / (2 pi) with t = 2 acos(1 - 2 h); any text on
// geometry.
test('a lying cylinder holds what the segment of a circle says', () => {
  for (const height of [0.05, 0.2, 0.37, 0.5, 0.8, 0.95]) {
    const angle = 2 * Math.acos(1 - 2 * height)
    expect(fuelAtHeight('lying cylinder', height)).toBeCloseTo((angle - Math.sin(angle)) / (2 * Math.PI), 4)
  }
})

// By hand: a V is half full at 1/sqrt(2) of its height; its fuel's middle stands at two thirds of the depth.
test('a keel holds little at the bottom', () => {
  expect(liquidHeight('keel', 0.5)).toBeCloseTo(Math.SQRT1_2, 3)
  expect(centreOfFuel('keel', 0.25)).toBeCloseTo((2 / 3) * 0.5, 3)
  expect(unusableFuel('keel', 0.1, 0.02, 0.4)).toBeLessThan(unusableFuel('box', 0.1, 0.02, 0.4))
})

test('more fuel stands higher, its middle with it and below its surface', () => {
  fc.assert(
    fc.property(shape, share, share, (of, a, b) => {
      const [less, more] = [Math.min(a, b), Math.max(a, b)]
      expect(liquidHeight(of, less)).toBeLessThanOrEqual(liquidHeight(of, more) + 1e-9)
      expect(centreOfFuel(of, less)).toBeLessThanOrEqual(centreOfFuel(of, more) + 1e-6)
      expect(centreOfFuel(of, more)).toBeLessThan(liquidHeight(of, more))
    }),
  )
})

/** The middle of fuel in a box under a surface tilted by an angle, from the box's own middle, by adding up columns. */
function shiftByColumns(length: number, depth: number, angle: number): number {
  const slope = Math.tan((angle * Math.PI) / 180),
    columns = 4000
  const wet = (surface: number) => {
    let area = 0,
      moment = 0
    for (let k = 0; k < columns; k++) {
      const x = ((k + 0.5) / columns - 0.5) * length
      const high = Math.max(0, surface + slope * x)
      area += (high * length) / columns
      moment += (high * x * length) / columns
    }
    return { area, moment }
  }
  let low = -length * slope,
    high = depth + length * slope
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2
    if (wet(middle).area < length * depth) low = middle
    else high = middle
  }
  const { area, moment } = wet((low + high) / 2)
  return moment / area
}

test.each([
  [1, 0.1, 2],
  [1, 0.1, 11],
  [0.8, 0.2, 5],
  [1, 0.05, 10],
  [1.2, 0.02, 6],
  [0.6, 0.01, 20],
])('a box %d m long with %d m of fuel, tilted by %d degrees, shifts as its columns say', (length, depth, angle) => {
  expect(tiltShift(length, depth, angle)).toBeCloseTo(shiftByColumns(length, depth, angle), 3)
})

test('nothing shifts in an empty or a level tank, and never past its end', () => {
  expect(tiltShift(1, 0, 5)).toBe(0)
  expect(tiltShift(1, 0.2, 0)).toBe(0)
  expect(tiltShift(1, 0.1, -4)).toBe(tiltShift(1, 0.1, 4))
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 3, noNaN: true }),
      fc.double({ min: 0.001, max: 0.6, noNaN: true }),
      fc.double({ min: 0, max: 60, noNaN: true }),
      (length, depth, angle) => tiltShift(length, depth, angle) <= length / 2,
    ),
  )
})

test('every litre and every kilogram of tank is lifted, and the jack stands more than that', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...fuels),
      fc.double({ min: 0, max: 2, noNaN: true }),
      fc.double({ min: 253, max: 323, noNaN: true }),
      fc.double({ min: 0, max: 300, noNaN: true }),
      (fuel, level, temperature, tankMass) => {
        const { fuelMass, total } = liftWeight({ fuel, level, temperature, tankMass })
        expect(total).toBeCloseTo(fuelMass + tankMass, 9)
        expect(liftWeight({ fuel, level: level + 0.01, temperature, tankMass }).total).toBeGreaterThan(total)
        // Warmer fuel is lighter by the litre.
        if (level > 0.001)
          expect(liftWeight({ fuel, level, temperature: temperature + 5, tankMass }).fuelMass).toBeLessThan(fuelMass)
        if (total > 0.01) expect(jackRating(total, 1)).toBeGreaterThan(total)
        // Two that share it: each alone would not, both together do.
        expect(2 * jackRating(total, 2)).toBeGreaterThanOrEqual(jackRating(total, 1))
      },
    ),
  )
})

describe('shapes', () => {
  test('filling is the way back of height, from empty to full', () => {
    for (const shape of tankShapes) {
      expect(fuelAtHeight(shape, 0)).toBeCloseTo(0, 9)
      expect(fuelAtHeight(shape, 1)).toBeCloseTo(1, 6)
      for (const share of [0.1, 0.3, 0.5, 0.8]) expect(fuelAtHeight(shape, liquidHeight(shape, share))).toBeCloseTo(share, 4)
    }
  })
  // Half of a lying cylinder of unit diameter: the centroid of a half disc lies 4 r / (3 pi) below its flat side: 0.5 - 0.2122
  // = 0.2878.
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
