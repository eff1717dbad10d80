import { tankKind, tankKinds } from './tankKinds'

test('every kind has its own outline, at least eight parts with names of their own, and places on the map', () => {
  expect(tankKinds.length).toBeGreaterThanOrEqual(3)
  expect(new Set(tankKinds.map(kind => kind.outline)).size).toBe(tankKinds.length)
  for (const kind of tankKinds) {
    expect(kind.parts.length).toBeGreaterThanOrEqual(8)
    expect(new Set(kind.parts.map(part => part.key)).size).toBe(kind.parts.length)
    expect(new Set(kind.parts.map(part => part.name)).size).toBe(kind.parts.length)
    for (const { shape } of kind.parts) {
      const ends =
        shape.at === 'point'
          ? [[shape.x, shape.y]]
          : [
              [shape.x1, shape.y1],
              [shape.x2, shape.y2],
            ]
      for (const [x, y] of ends) {
        expect(x).toBeGreaterThanOrEqual(0)
        expect(x).toBeLessThanOrEqual(1000)
        expect(y).toBeGreaterThanOrEqual(0)
        expect(y).toBeLessThanOrEqual(360)
      }
    }
    expect(kind.workingPressure).toBeLessThan(kind.pressureLimit)
  }
  expect(() => tankKind('bucket')).toThrow('no tank kind')
})
