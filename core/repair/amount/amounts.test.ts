import fc from 'fast-check'
import { repairMaterial } from '../material/repairMaterials'
import { beadVolume, clothArea, filletSection, foamFor, rodsFor } from './bead'
import { kitsFor, linerVolume } from './liner'
import { mixDensity, mixOfMass, mixOfVolume, ratioProblem, volumeRatioOf } from './mix'
import { oRingFit, type ORing } from './oRing'
import { baffleArea, boxArea, boxOf } from './tankArea'

test('a box 1 : 0.6 : 0.35 of 34 L has 0.689 m2, and 0.25 mm on it is 172 mL', () => {
  const box = boxOf(0.034)
  // By hand: the cube root of 34 L over 0.21 is 0.5450 m; 2 (0.6 + 0.35 + 0.21) of its square are 0.689 m2.
  expect(box.length).toBeCloseTo(0.545, 3)
  expect(boxArea(box)).toBeCloseTo(0.689, 3)
  expect(linerVolume(boxArea(box), 0.25e-3, 0) * 1e6).toBeCloseTo(172, 0)
  expect(linerVolume(0.689, 0.25e-3, 0.15) * 1e6).toBeCloseTo(198, 0)
})

test('baffles', () => {
  expect(baffleArea({ width: 0.5, height: 0.2 }, 2, 0.8)).toBeCloseTo(0.32, 10)
  expect(() => boxOf(0)).toThrow('more than zero')
  expect(() => boxArea({ length: 1, width: -1, height: 1 })).toThrow('Width')
  expect(() => linerVolume(0, 1)).toThrow('more than zero')
})

const ratio = { hardener: 10, baseDensity: 1500, hardenerDensity: 1600 }
test('a mix by mass and by volume are one mix', () => {
  const mix = mixOfMass(0.055, ratio)
  expect(mix.base).toBeCloseTo(0.05, 12)
  expect(mix.hardener).toBeCloseTo(0.005, 12)
  expect(mixOfVolume(mix.volume, ratio).mass).toBeCloseTo(0.055, 12)
  expect(mixDensity(ratio)).toBeCloseTo(1.1 / (1 / 1500 + 0.1 / 1600), 6)
  expect(volumeRatioOf(ratio)).toBeCloseTo(9.375, 10)
  expect(() => mixOfMass(0, ratio)).toThrow('more than zero')
  fc.assert(
    fc.property(
      fc.double({ min: 1e-6, max: 10, noNaN: true }),
      fc.double({ min: 1, max: 100, noNaN: true }),
      (volume, hardener) => {
        const its = mixOfVolume(volume, { ...ratio, hardener })
        expect(its.volume).toBeCloseTo(volume, 9)
        expect(its.hardener / its.base).toBeCloseTo(hardener / 100, 9)
      },
    ),
  )
})

test('what was weighed wrongly is said, and a ratio upside down is told from a slip', () => {
  expect(ratioProblem(0.05, 0.005, ratio)).toBeNull()
  expect(ratioProblem(0.05, 0.00524, ratio)).toBeNull()
  expect(ratioProblem(0.05, 0.006, ratio)).toEqual({
    kind: 'off',
    sentence: 'Too much hardener by 20 %: to 50.0 g of base belong 5.0 g.',
  })
  expect(ratioProblem(0.05, 0.004, ratio)?.sentence).toContain('Too little hardener by 20 %')
  expect(ratioProblem(0.005, 0.05, ratio)?.kind).toBe('exchanged')
  expect(ratioProblem(0.05, 0, ratio)?.kind).toBe('missing')
  // One to one has no other way round.
  expect(ratioProblem(0.05, 0.04, { ...ratio, hardener: 100 })?.sentence).toContain('Too little')
})

test('kits: the least left over, then the fewest, within what there is', () => {
  const sizes = [
    { name: 'small', volume: 125e-6, inStock: 2 },
    { name: 'large', volume: 500e-6, inStock: 1 },
  ]
  expect(kitsFor(198e-6, sizes)!.kits.map(each => [each.size.name, each.count])).toEqual([['small', 2]])
  expect(kitsFor(198e-6, sizes)!.left * 1e6).toBeCloseTo(52, 6)
  expect(kitsFor(600e-6, sizes)!.kits.map(each => [each.size.name, each.count])).toEqual([
    ['large', 1],
    ['small', 1],
  ])
  expect(kitsFor(800e-6, sizes)).toBeNull()
  expect(kitsFor(1e-6, [])).toBeNull()
})

test('beads, rods, cloth and foam', () => {
  // A fillet of 6 mm legs over 90 mm and 20 mm past each end: 18 mm2 x 130 mm are 2.34 mL.
  expect(beadVolume(0.09, filletSection(0.006), 0.02) * 1e6).toBeCloseTo(2.34, 6)
  expect(() => beadVolume(0, 1)).toThrow('above zero')
  // A valley of 20 mm2 over 40 mm from rods of 4 mm and 200 mm: 800 mm3 of 2513 mm3 each.
  expect(rodsFor(0.04, 20e-6, 0.004, 0.2)).toBe(1)
  expect(rodsFor(0.4, 20e-6, 0.004, 0.2)).toBe(4)
  // Two faces of 300 x 200 mm lapped by 15 mm: 2 x 0.33 x 0.23 m2.
  expect(
    clothArea(
      [
        { width: 0.3, height: 0.2 },
        { width: 0.3, height: 0.2 },
      ],
      0.015,
    ),
  ).toBeCloseTo(0.1518, 10)
  const { foam, displaced } = foamFor(0.05, 0.002)
  expect([foam, ...displaced].map(each => +(each * 1000).toFixed(2))).toEqual([48, 0.96, 1.92])
  expect(() => foamFor(0.001, 0.002)).toThrow('smaller than the tank')
})

const ring: ORing = { cord: 0.00353, bore: 0.04, seat: 0.041, grooveDepth: 0.0027, grooveWidth: 0.0048 }
test('an O-ring: squeeze, stretch and fill', () => {
  const fit = oRingFit(ring)
  // By hand: 41 over 40 is 2.5 %; the cord thins by the root of 44.53 over 43.53 to 3.49 mm; 2.7 of that is squeezed by 22.6 %;
  // 9.57 mm2 of 12.96 are 73.8 %.
  expect(fit.stretch).toBeCloseTo(0.025, 10)
  expect(fit.squeeze).toBeCloseTo(0.226, 3)
  expect(fit.fill).toBeCloseTo(0.738, 3)
  expect(fit.faults).toEqual([])
})
test.each([
  [{ grooveDepth: 0.0033 }, 'thicker cord'],
  [{ grooveDepth: 0.002 }, 'thinner cord'],
  [{ seat: 0.045 }, 'larger bore'],
  [{ seat: 0.038 }, 'Too large for its seat'],
  [{ grooveWidth: 0.0038 }, 'fuel swells it'],
])('an O-ring that does not fit %j', (change, told) => {
  expect(oRingFit({ ...ring, ...change }).faults.join(' ')).toContain(told)
})
test('an O-ring without a measure is refused', () => {
  expect(() => oRingFit({ ...ring, cord: 0 })).toThrow('more than zero')
})

test('sheets have ratios that can be weighed', () => {
  expect(mixOfMass(0.1, repairMaterial('epoxy-liner').ratio!).hardener).toBeCloseTo(0.031, 3)
})
