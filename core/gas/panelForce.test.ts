import { familiarWeight, panelForce } from './panelForce'

// PHYSICS check value: 7 kPa on 0.5 m2 is 3.5 kN (357 kg).
test('pressure on a flat side, in newtons and in familiar terms', () => {
  expect(panelForce(7000, 0.5).force).toBe(3500)
  expect(panelForce(-7000, 0.5).mass).toBeCloseTo(356.9, 1)
  expect([5, 30, 80, 111, 240, 400, 2000].map(familiarWeight)).toEqual([
    'a full bucket',
    'a sack of cement',
    'a grown person',
    '2 grown people',
    '3 grown people',
    'a small horse',
    'a small car',
  ])
})
