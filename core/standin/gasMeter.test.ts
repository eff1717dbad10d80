import { gasMeterAt } from './gasMeter'

test('a tank that was not aired is over its limit, and airs out slowest in the far corner', () => {
  expect(gasMeterAt(5, 0, 0).explosive).toBe(1)
  const later = [0, 1, 2].map(point => gasMeterAt(5, point, 1200).explosive)
  expect(later[0]).toBeLessThan(later[2]!)
  expect(gasMeterAt(5, 0, 3600).explosive).toBeLessThan(0.05)
  expect(gasMeterAt(5, 2, 600).explosive).toBeGreaterThan(0.1)
  expect(gasMeterAt(5, 2, 600)).toEqual(gasMeterAt(5, 2, 600))
  expect(gasMeterAt(5, 1, 3600).oxygen).toBeGreaterThan(0.2)
})
