import { normalAt } from '../standin/seededRandom'
import { leakDensity, leakPrior } from './belief/leakPrior'
import { weigh, type RateBelief } from './belief/rateBelief'
import { isWild } from './series/wildReading'

const bell: RateBelief = { pieces: [{ rate: 3, variance: 4, weight: 1 }], prior: null }
const two: RateBelief = {
  pieces: [
    { rate: 0, variance: 0.01, weight: 9 },
    { rate: 10, variance: 0.01, weight: 1 },
  ],
  prior: null,
}

describe('what is believed of a rate', () => {
  test('one bell has the textbook’s quantiles, wider when other doubt comes in', () => {
    const own = weigh(bell)
    expect(own.mean).toBe(3)
    expect(own.variance).toBe(4)
    expect(own.quantile(0.975)).toBeCloseTo(3 + 1.959964 * 2, 4)
    expect(own.below(3)).toBeCloseTo(0.5, 9)
    expect(weigh(bell, 5).quantile(0.05)).toBeCloseTo(3 - 1.644854 * 3, 4)
  })
  test('two that disagree have a variance between them, and an upper bound at the far one', () => {
    const own = weigh(two)
    expect(own.mean).toBeCloseTo(1, 9)
    expect(own.variance).toBeCloseTo(9.01, 6)
    expect(own.quantile(0.975)).toBeGreaterThan(9.9)
    expect(own.quantile(0.85)).toBeLessThan(0.5)
  })
})

describe('what leaks are likely beforehand', () => {
  const prior = leakPrior(2)
  /** By sums over a fine row of rates, what the closed form must come to. */
  const summed = (belief: RateBelief) => {
    const step = 0.002
    let whole = 0,
      first = 0,
      over = 0
    for (let rate = step / 2; rate < 60; rate += step) {
      const share = belief.pieces.reduce(
        (sum, piece) =>
          sum + (piece.weight / Math.sqrt(piece.variance)) * Math.exp((-0.5 * (rate - piece.rate) ** 2) / piece.variance),
        0,
      )
      const mass = share * leakDensity(prior, rate)
      whole += mass
      first += mass * rate
      if (rate > 2) over += mass
    }
    return { mean: first / whole, over: over / whole }
  }
  test.each([
    [1.2, 4],
    [0, 1],
    [-3, 2],
    [25, 9],
  ])('a reading of %f with a variance of %f is weighed with them', (rate, variance) => {
    const belief: RateBelief = { pieces: [{ rate, variance, weight: 1 }], prior }
    const own = weigh(belief)
    const { mean, over } = summed(belief)
    expect(own.mean).toBeCloseTo(mean, 2)
    expect(1 - own.below(2)).toBeCloseTo(over, 3)
    expect(own.below(own.quantile(0.95))).toBeCloseTo(0.95, 4)
    expect(own.below(-1)).toBe(0)
    expect(own.variance).toBeGreaterThan(0)
  })
  test('tight tanks are common, large leaks the rarer the larger', () => {
    const at = [0.01, 0.5, 2, 10, 100].map(rate => leakDensity(prior, rate))
    expect([...at].sort((a, b) => b - a)).toEqual(at)
    expect(leakDensity(prior, -1)).toBe(0)
    const all = weigh({ pieces: [{ rate: 0, variance: 1e6, weight: 1 }], prior })
    expect(all.below(0.1)).toBeGreaterThan(0.3)
    expect(all.below(2)).toBeGreaterThan(0.5)
    expect(all.below(2)).toBeLessThan(0.7)
  })
  test('many models that say nearly the same come to what few do', () => {
    const many = Array.from({ length: 400 }, (_, k) => ({
      rate: 1 + 0.001 * (k % 20),
      variance: 0.25 + 0.0001 * (k % 7),
      weight: k % 3 === 0 ? 0 : 1,
    }))
    const own = weigh({ pieces: many, prior })
    const few = weigh({ pieces: many.filter((_, k) => k % 3 !== 0).slice(0, 40), prior })
    expect(own.mean).toBeCloseTo(few.mean, 2)
    expect(own.quantile(0.95)).toBeCloseTo(few.quantile(0.95), 2)
  })
  test('a reading that no leak explains is no ground for a figure that is none', () => {
    const own = weigh({ pieces: [{ rate: -1e4, variance: 1, weight: 1 }], prior })
    expect(Number.isFinite(own.mean)).toBe(true)
    expect(Number.isFinite(own.quantile(0.95))).toBe(true)
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
