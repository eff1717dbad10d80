import { intervalScore, millsRatio, normalCumulative, normalDensity, truncatedAtZero } from './normalDistribution'

// Reference values: Abramowitz and Stegun, table 26.1 and 26.2.
test.each([
  [0, 0.5],
  [1, 0.841344746068543],
  [1.644854, 0.95],
  [1.959964, 0.975],
  [-2.5, 0.006209665325776],
  [-6, 9.86587645037698e-10],
])('below %d lies %d', (z, share) => {
  expect(Math.abs(normalCumulative(z) / share - 1)).toBeLessThan(1e-6)
})

test('Mills ratio agrees with its two sides where they meet, and with its asymptote', () => {
  expect(Math.abs(millsRatio(6.9999999) / millsRatio(7.0000001) - 1)).toBeLessThan(1e-6)
  expect(millsRatio(1e4) * 1e4).toBeCloseTo(1, 6)
})

test('an interval’s score is the slope of its log probability, in the middle and far out', () => {
  for (const [from, to] of [
    [-0.5, 0.5],
    [-3, -2],
    [2, 3],
    [9, 9.5],
    [-9.5, -9],
    [35, 36],
    [-0.1, 20],
  ] as const) {
    const { slope } = intervalScore(from, to)
    const step = 1e-4
    const numeric = (intervalScore(from - step, to - step).log - intervalScore(from + step, to + step).log) / (2 * step)
    expect(Math.abs(slope - numeric)).toBeLessThan(2e-3 * Math.max(1, Math.abs(numeric)))
    expect(intervalScore(from, to).curvature).toBeGreaterThanOrEqual(0)
  }
})

test('one-sided knowledge moves the mean and narrows the spread', () => {
  const half = truncatedAtZero(0, 1, 1)
  expect(half.mean).toBeCloseTo(2 * normalDensity(0), 9)
  expect(half.variance).toBeCloseTo(1 - 2 / Math.PI, 9)
  expect(Math.exp(half.logProbability)).toBeCloseTo(0.5, 9)
  expect(truncatedAtZero(5, 1, 1).mean).toBeCloseTo(5, 4)
  expect(truncatedAtZero(-4, 1, 1).mean).toBeGreaterThan(0)
  expect(truncatedAtZero(-3, 4, -1).mean).toBeLessThan(-3)
})
