import { nearestOnPart, slideOnPart, spanOfPart } from './placeOnPart'

const line = { at: 'line' as const, x1: 100, y1: 100, x2: 300, y2: 100 }
const point = { at: 'point' as const, x: 990, y: 20 }

test('a tap beside a line lands on it, beyond its end on the end', () => {
  expect(nearestOnPart(line, { x: 180, y: 160 })).toEqual({ x: 180, y: 100 })
  expect(nearestOnPart(line, { x: 900, y: 160 })).toEqual({ x: 300, y: 100 })
  expect(nearestOnPart({ at: 'line', x1: 0, y1: 0, x2: 100, y2: 100 }, { x: 0, y: 100 })).toEqual({ x: 50, y: 50 })
})

test('about a point a tap stays where it is, on the map', () => {
  expect(nearestOnPart(point, { x: 970, y: 30 })).toEqual({ x: 970, y: 30 })
  expect(nearestOnPart(point, { x: 1200, y: -5 })).toEqual({ x: 1000, y: 0 })
})

test('a stretch of a part, and the same moved along', () => {
  const span = spanOfPart(line, 0.45, 0.55)
  expect(span).toEqual({ x1: 190, y1: 100, x2: expect.closeTo(210, 9), y2: 100 })
  expect(slideOnPart(line, span, 20)).toMatchObject({ x1: 210, x2: expect.closeTo(230, 9) })
  expect(slideOnPart(line, span, 500)).toMatchObject({ x1: 300, x2: 300 })
  expect(spanOfPart(point, 0, 1)).toEqual({ x1: 970, y1: 20, x2: 1000, y2: 20 })
  expect(slideOnPart(point, { x1: 970, y1: 20, x2: 980, y2: 20 }, -20)).toMatchObject({ x1: 950, x2: 960 })
})
