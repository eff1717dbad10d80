import { dialPlane } from './dialPlane'
import { dialScale } from './dialScale'
import { ellipseThrough } from './ellipse'

/** A circle of radius one about the origin through a pinhole: turned by a tilt towards an angle, at a distance of six radii. */
const seen = (tilt: number, towards: number, size = 150) => {
  const [ct, st, ca, sa] = [Math.cos(tilt), Math.sin(tilt), Math.cos(towards), Math.sin(towards)]
  return (angle: number, radius: number) => {
    const [x, y] = [radius * Math.cos(angle), radius * Math.sin(angle)]
    const [along, across] = [x * ca + y * sa, -x * sa + y * ca]
    const scale = (6 * size) / (6 + along * st)
    return { x: 240 + scale * (along * ct * ca - across * sa), y: 180 + scale * (along * ct * sa + across * ca) }
  }
}
const around = (n: number) => Array.from({ length: n }, (_, k) => (2 * Math.PI * k) / n)
const turned = (angle: number) => ((angle + 3 * Math.PI) % (2 * Math.PI)) - Math.PI

describe('the plane of a dial', () => {
  test.each([
    [0, 0],
    [10, 40],
    [25, 0],
    [25, 130],
    [25, 290],
  ])('tilted by %d degrees towards %d, angles and radii on the face are what they are', (tilt, towards) => {
    const at = seen((tilt * Math.PI) / 180, (towards * Math.PI) / 180)
    const plane = dialPlane(ellipseThrough(around(9).map(angle => at(angle, 1))), at(0, 0))
    const start = plane.onFace(at(0, 0.5))
    const zero = Math.atan2(start.y, start.x)
    for (const angle of around(24))
      for (const radius of [0.3, 0.8, 1]) {
        const point = plane.onFace(at(angle, radius))
        expect(Math.hypot(point.x, point.y)).toBeCloseTo(radius, 6)
        expect(Math.abs(turned(Math.atan2(point.y, point.x) - zero - angle))).toBeLessThan(1e-6)
        const back = plane.inPicture(point)
        expect(Math.hypot(back.x - at(angle, radius).x, back.y - at(angle, radius).y)).toBeLessThan(1e-6)
      }
  })
  test('without its perspective the same dial is read some degrees wrong: that is what it is for', () => {
    const at = seen((25 * Math.PI) / 180, 0.6)
    const wrong = around(24).map(angle => {
      const { x, y } = at(angle, 0.8)
      return Math.abs(turned(Math.atan2(y - 180, x - 240) - angle))
    })
    expect(Math.max(...wrong)).toBeGreaterThan(0.03)
  })
  test('five points all around are needed, and a centre inside', () => {
    const at = seen(0, 0)
    const rim = around(6).map(angle => at(angle, 1))
    expect(() => ellipseThrough(rim.slice(0, 4))).toThrow(RangeError)
    expect(() => ellipseThrough(Array.from({ length: 6 }, (_, k) => ({ x: k, y: 2 * k })))).toThrow(RangeError)
    expect(() => dialPlane(ellipseThrough(rim), { x: 1000, y: 0 })).toThrow('inside of the rim')
  })
})

describe('the scale of a dial', () => {
  const marks = (
    from: number,
    sweep: number,
    values: readonly number[],
    shares = values.map((_, k) => k / (values.length - 1)),
  ) => values.map((value, k) => ({ value, angle: turned(from + sweep * shares[k]!) }))
  test.each([
    ['clockwise', 2.4, 4.7],
    ['the other way', 0.7, -4.7],
    ['over the join of angles', 3, 1.2],
  ])('%s: between its marks and a little beyond', (_, from, sweep) => {
    const scale = dialScale(marks(from, sweep, [0, 5, 10]))
    for (const share of [0, 0.2, 0.5, 0.9, 1]) expect(scale.valueAt(turned(from + share * sweep))).toBeCloseTo(10 * share, 6)
    expect(scale.valueAt(turned(from - 0.1 * Math.sign(sweep)))).toBeLessThan(0)
    expect(scale.valueAt(turned(from + sweep + 0.1 * Math.sign(sweep)))).toBeGreaterThan(10)
  })
  test('marks that were tapped a little off are averaged; one that is not straight is read from mark to mark', () => {
    const off = dialScale(marks(2.4, 4.7, [0, 2, 4, 6, 8, 10], [0.002, 0.198, 0.4, 0.603, 0.799, 1]))
    expect(off.valueAt(turned(2.4 + 0.5 * 4.7))).toBeCloseTo(5, 1)
    const bent = dialScale(marks(2.4, 4.7, [0, 1, 4, 10], [0, 0.25, 0.5, 1]))
    expect(bent.valueAt(turned(2.4 + 0.25 * 4.7))).toBeCloseTo(1, 6)
    expect(bent.valueAt(turned(2.4 + 0.75 * 4.7))).toBeCloseTo(7, 6)
  })
  test('one mark, the same value twice, and marks in no order are none', () => {
    expect(() => dialScale([{ value: 1, angle: 0 }])).toThrow(RangeError)
    expect(() => dialScale(marks(0, 1, [3, 3]))).toThrow(RangeError)
    expect(() => dialScale([0, 2, 1, 3].map((share, value) => ({ value, angle: share * 1.4 })))).toThrow('follow each other')
  })
})
