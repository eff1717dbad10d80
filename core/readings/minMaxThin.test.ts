import { minMaxThin } from './minMaxThin'

const curve = (...ys: number[]) => ys.map((y, x) => ({ x, y }))
const kept = (most: number, ...ys: number[]) => minMaxThin(curve(...ys), most).map(point => point.x)

test('a short curve stays as it is', () => {
  const points = curve(1, 2, 3, 4)
  expect(minMaxThin(points, 4)).toBe(points)
  expect(minMaxThin(points, 5)).toBe(points)
  expect(minMaxThin(points, 3)).not.toBe(points)
})

test('of each bucket the first, lowest, highest and last stay, once each and in order', () => {
  // Twelve points to eight: two buckets of six.
  expect(kept(8, 5, 1, 5, 9, 5, 5, 5, 9, 5, 1, 5, 5)).toEqual([0, 1, 3, 5, 6, 7, 9, 11])
  expect(kept(8, 0, 1, 2, 3, 4, 5, 5, 4, 3, 2, 1, 0)).toEqual([0, 5, 6, 11])
  // Of equals the first.
  expect(kept(8, 5, 1, 1, 9, 9, 5, 5, 5, 5, 5, 5, 5)).toEqual([0, 1, 3, 5, 6, 11])
})

test('a last bucket may be short', () => expect(kept(4, 1, 2, 3, 4, 5, 6, 7)).toEqual([0, 6]))

test('no spike is hidden, however long the curve', () => {
  const points = Array.from({ length: 10_000 }, (_, x) => ({ x, y: x === 4321 ? 99 : x === 8765 ? -99 : Math.sin(x) }))
  const thin = minMaxThin(points, 400)
  expect(thin.length).toBeLessThanOrEqual(400)
  expect(thin.map(point => point.y)).toEqual(expect.arrayContaining([99, -99]))
})
