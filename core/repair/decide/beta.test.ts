import { betaMean, betaQuantiles, chanceOfHolding } from './beta'

test('quantiles of Beta distributions that have a closed form', () => {
  // Beta(1, 1) is flat; Beta(2, 1) has x squared below x; Beta(1, 3) has 1 - (1 - x)^3.
  const [tenth, half] = betaQuantiles({ held: 1, failed: 1 }, [0.1, 0.5])
  expect(tenth).toBeCloseTo(0.1, 3)
  expect(half).toBeCloseTo(0.5, 3)
  expect(betaQuantiles({ held: 2, failed: 1 }, [0.25])[0]).toBeCloseTo(0.5, 3)
  expect(betaQuantiles({ held: 1, failed: 3 }, [0.5])[0]).toBeCloseTo(1 - Math.cbrt(0.5), 3)
})

test('the trade weighs ten jobs, the shop’s own move it, and this very leak counts double', () => {
  expect(betaMean(chanceOfHolding(8, { held: 0, back: 0 }))).toBeCloseTo(0.4, 10)
  // Three of seven held: (4 + 3) of (10 + 7).
  expect(betaMean(chanceOfHolding(8, { held: 3, back: 4 }))).toBeCloseTo(7 / 17, 10)
  expect(betaMean(chanceOfHolding(8, { held: 0, back: 0 }, 1))).toBeCloseTo(4 / 12, 10)
  const sure = betaQuantiles(chanceOfHolding(8, { held: 40, back: 60 }), [0.05, 0.95])
  const unsure = betaQuantiles(chanceOfHolding(8, { held: 0, back: 0 }), [0.05, 0.95])
  expect(sure[1]! - sure[0]!).toBeLessThan(unsure[1]! - unsure[0]!)
})
