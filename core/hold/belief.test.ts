import { normalAt } from '../standin/seededRandom'
import { beliefMean, beliefQuantile, beliefVariance, type RateBelief } from './rateBelief'
import { isWild } from './wildReading'

const bell: RateBelief = { pieces: [{ rate: 3, variance: 4, weight: 1 }] }
const two: RateBelief = {
  pieces: [
    { rate: 0, variance: 0.01, weight: 0.9 },
    { rate: 10, variance: 0.01, weight: 0.1 },
  ],
}

describe('what is believed of a rate', () => {
  test('one bell has the textbook’s quantiles, wider when other doubt comes in', () => {
    expect(beliefMean(bell)).toBe(3)
    expect(beliefVariance(bell)).toBe(4)
    expect(beliefQuantile(bell, 0.975, 0)).toBeCloseTo(3 + 1.959964 * 2, 4)
    expect(beliefQuantile(bell, 0.05, 5)).toBeCloseTo(3 - 1.644854 * 3, 4)
  })
  test('two that disagree have a variance between them, and an upper bound at the far one', () => {
    expect(beliefMean(two)).toBeCloseTo(1, 9)
    expect(beliefVariance(two)).toBeCloseTo(9.01, 6)
    expect(beliefQuantile(two, 0.975, 0)).toBeGreaterThan(9.9)
    expect(beliefQuantile(two, 0.85, 0)).toBeLessThan(0.5)
  })
})

describe('a wild reading in a dense record', () => {
  const noisy = (change: (i: number) => number) =>
    Float64Array.from({ length: 60 }, (_, i) => 5000 - i + 2 * normalAt(1, 0, i) + change(i))
  const wildIn = (values: Float64Array) => Array.from(values.keys()).filter(i => isWild(values, values.length, i, 2))
  test('stands apart, alone or in twos', () => {
    expect(wildIn(noisy(() => 0))).toEqual([])
    expect(wildIn(noisy(i => (i === 30 ? 60 : 0)))).toEqual([30])
    expect(wildIn(noisy(i => (i === 30 || i === 31 ? -60 : 0)))).toEqual([30, 31])
    expect(wildIn(noisy(i => (i === 59 ? 60 : 0)))).toEqual([59])
  })
  test('a step is none, and neither is a steep fall', () => {
    expect(wildIn(noisy(i => (i >= 30 ? 80 : 0)))).toEqual([])
    expect(wildIn(noisy(i => -40 * i))).toEqual([])
  })
})
