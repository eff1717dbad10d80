import { uniformAt } from '../standin/seededRandom'
import { readingsMark, shareReadings } from './readingsMark'

const noisy = (seed: number, length = 400) =>
  Array.from({ length }, (_, k) => 5000 - k / 10 + 3 * (uniformAt(seed, 1, k) - 0.5))

test('readings are known again with another offset, another start and another end', () => {
  const record = noisy(1)
  const mark = readingsMark(record)
  expect(mark).toHaveLength(8)
  expect(shareReadings(mark, readingsMark(record.map(pressure => pressure + 37)))).toBe(true)
  expect(shareReadings(mark, readingsMark(record.slice(5)))).toBe(true)
  expect(shareReadings(mark, readingsMark(record.slice(0, -5)))).toBe(true)
})

test('another record is another one', () => {
  for (let seed = 2; seed < 60; seed++) expect(shareReadings(readingsMark(noisy(1)), readingsMark(noisy(seed)))).toBe(false)
})

test('a dial that goes down mark by mark is like any other, and has none', () => {
  expect(readingsMark(Array.from({ length: 400 }, (_, k) => 5000 - 100 * Math.floor(k / 50)))).toEqual([])
  expect(readingsMark([])).toEqual([])
  expect(shareReadings([], [])).toBe(false)
})
