import { liveHold } from '../hold/estimateHold'
import { holdSetup, indoors } from '../hold/hold.fixture'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { standInTank } from '../standin/standInTank'
import { typicalTank } from '../standin/typicalTank'
import { rungOf } from './rungs'

// As the set-up proposes it for the small tank of the first hour, with fuel on its lower parts.
const setup = holdSetup({
  space: { volume: 0.018, wallGive: 2e-7 },
  volumeUncertainty: 0.00054,
  wallGiveUncertainty: 4e-8,
  gauge: { noise: 5, resolution: 10 },
  testPressure: 5000,
  rigLeakUncertainty: throughputFromStandard(0.05),
  limit: throughputFromStandard(0.5),
  strictest: throughputFromStandard(0.311),
  surroundings: indoors,
})

test('the mended tank of the first hour is sealed within half an hour, and stays so for four hours', () => {
  expect(rungOf('first hour').calm).toBe(true)
  for (let seed = 0; seed < 8; seed++) {
    const tank = standInTank(
      typicalTank({
        seed: 31 + 7919 * seed,
        unruliness: 0,
        calm: true,
        setup,
        hasThermometer: true,
        hasBarometer: true,
        leaks: [{ law: 'viscous', rate: throughputFromStandard(0.02), referencePressure: 5000 }],
      }),
    )
    const live = liveHold(setup)
    let t = 0
    const verdicts = [0.5, 1, 2, 4].map(hours => {
      const fresh = []
      for (; t <= hours * 3600; t += 5) fresh.push(tank.readAt(t))
      live.take(fresh)
      return live.estimate(setup).verdict
    })
    expect([seed, ...verdicts]).toEqual([seed, 'sealed', 'sealed', 'sealed', 'sealed'])
  }
})
