import type { Reading } from '../hold/holdSetup'
import { buffersOf, readingsOf, ReadingStore, spanOf } from './readingColumns'

const stored = (readings: readonly Reading[]) => {
  const store = new ReadingStore()
  for (const reading of readings) store.take(reading)
  return store.whole()
}
const many = Array.from({ length: 5000 }, (_, k): Reading => ({
  t: k / 10,
  pressure: 6000 - k * 1e-3,
  ...(k % 2 === 0 && { temperature: 290 + k * 1e-4 }),
  ...(k % 3 === 0 && { barometer: 101_325, difference: -k, noise: 0.5 }),
  ...(k % 1000 === 7 && { event: `knock ${k}` }),
}))

test('readings come back as they were taken, however often the columns grew', () => {
  expect(readingsOf(stored(many))).toEqual(many)
  expect(readingsOf(stored(many.slice(0, 1)))).toEqual(many.slice(0, 1))
  expect(readingsOf(stored([]))).toEqual([])
})

test('what is absent is no value of a column, and events keep their rows', () => {
  const { columns, events } = stored(many)
  expect(columns.temperature[1]).toBeNaN()
  expect(columns.temperature[2]).toBeCloseTo(290.0002, 9)
  expect(events).toEqual([7, 1007, 2007, 3007, 4007].map(row => [row, `knock ${row}`]))
  expect(buffersOf({ columns, events })).toHaveLength(6)
})

test('the span is of the times as they are, in whatever order, and of the pressure either way', () => {
  expect(
    spanOf(
      stored([
        { t: 5, pressure: -7000 },
        { t: 1, pressure: 300 },
        { t: 9, pressure: 6900 },
      ]),
    ),
  ).toEqual({ first: 1, last: 9, largest: 7000 })
})
