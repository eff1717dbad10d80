import fc from 'fast-check'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { normalAt, uniformAt } from '../standin/seededRandom'
import { standInTank, tame } from '../standin/standInTank'
import { estimateHold } from './estimateHold'
import type { HoldSetup, Reading } from './holdSetup'

/** A hold nobody chose: tank, leak, weather, gauge, and what goes wrong while it is read, all drawn from one seed. */
function drawnHold(seed: number): { setup: HoldSetup; readings: Reading[]; truth: number } {
  let draws = 0
  const even = () => uniformAt(seed, 11, draws++)
  const pick = <T>(values: readonly T[]) => values[Math.floor(even() * values.length)]!
  const normal = () => normalAt(seed, 12, draws++)
  const vacuum = even() < 0.12
  const testPressure = pick(vacuum ? [-2500, -3500] : [2500, 3500, 6900, 17_000])
  const volume = pick([0.006, 0.02, 0.045, 0.08, 0.15, 0.26])
  const wallGive = pick([0, 0, 2e-6, 6e-6])
  const resolution = pick([1, 10, 50, 100, 345])
  const noise = resolution * pick([0.3, 0.6, 1])
  const minutes = pick([10, 15, 15, 30, 30, 60])
  const every = pick([5, 10, 30, 60])
  const seesTemperature = even() < 0.6,
    seesBarometer = even() < 0.6
  const unseenTemperature = seesTemperature ? pick([0.05, 0.1, 0.2]) : pick([0.3, 0.6])
  const unseenBarometer = seesBarometer ? 10 : 40
  const limit = throughputFromStandard(pick([0.5, 1, 2, 5, 20]))
  // Not so large that the tank is empty before it was read a few times.
  const most = (Math.abs(testPressure) * volume) / (6 * every)
  const truth = even() < 0.4 ? 0 : Math.min(most, limit * 10 ** (-1 + 3 * even()))
  const hours = minutes / 60
  const drift = { temperature: (unseenTemperature * normal()) / hours, barometer: (unseenBarometer * normal()) / hours }
  const skinDrift = (0.4 * normal()) / hours,
    weatherDrift = (60 * normal()) / hours
  const tank = standInTank({
    seed,
    space: { volume: volume * (1 + 0.02 * normal()), wallGive },
    leaks: truth ? [{ law: pick(['viscous', 'orifice'] as const), rate: truth, referencePressure: testPressure }] : [],
    startPressure: testPressure,
    pumpWarmth: even() < 0.5 ? 0 : (vacuum ? -1 : 1) * 1.5 * even(),
    settleTime: 30 + 300 * even(),
    unruly: tame,
    skin: {
      start: 293 + 6 * normal(),
      drift: seesTemperature ? skinDrift : drift.temperature,
      swing: 0,
      swingPeriod: 3600,
      wander: 0,
    },
    weather: { start: 101_325, drift: seesBarometer ? weatherDrift : drift.barometer, wander: 0 },
    gauge: { resolution, noise, drift: 0 },
    thermometer: seesTemperature ? { resolution: 0.05, noise: 0.02, drift: drift.temperature } : null,
    barometer: seesBarometer ? { resolution: 10, noise: 5, drift: drift.barometer } : null,
  })
  const readings = Array.from({ length: Math.floor((minutes * 60) / every) + 1 }, (_, k) => tank.readAt(k * every))
  const trouble = even()
  const kept = trouble < 0.15 ? readings.filter((_, k) => k < readings.length / 3 || k > readings.length / 2) : readings
  if (trouble > 0.85)
    for (let k = 5; k < kept.length; k += 17)
      kept[k] = { ...kept[k]!, pressure: kept[k]!.pressure + Math.min(40 * resolution, 0.3 * Math.abs(testPressure)) }
  if (trouble > 0.7 && trouble < 0.8) {
    const at = Math.floor(kept.length / 2)
    for (let k = at; k < kept.length; k++)
      kept[k] = {
        ...kept[k]!,
        pressure: kept[k]!.pressure + Math.min(60 * resolution, 0.2 * Math.abs(testPressure)),
        ...(k === at && { event: 'knock' }),
      }
  }
  return {
    truth,
    readings: kept,
    setup: {
      method: vacuum ? 'vacuum-decay' : 'pressure-decay',
      space: { volume, wallGive },
      volumeUncertainty: 0.02 * volume,
      wallGiveUncertainty: 0,
      gauge: { resolution, noise },
      temperatureChangeUncertainty: unseenTemperature,
      barometerChangeUncertainty: unseenBarometer,
      testPressure,
      limit,
      rigLeak: 0,
      rigLeakUncertainty: 0,
    },
  }
}

test('over tanks, leaks and weathers that nobody chose, the interval holds the truth and verdicts are rarely wrong', () => {
  const score = { holds: 0, covered: 0, decided: 0, wrong: 0 }
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 2 ** 31 - 1 }), seed => {
      const { setup, readings, truth } = drawnHold(seed)
      const estimate = estimateHold(setup, readings)
      score.holds++
      if (estimate.low95 <= truth && truth <= estimate.high95) score.covered++
      if (estimate.verdict !== 'cannot-tell') score.decided++
      if (estimate.verdict === 'sealed' ? truth > setup.limit : estimate.verdict === 'leaking' && truth <= setup.limit)
        score.wrong++
      return (
        Number.isFinite(estimate.uncertainty) &&
        estimate.low95 <= estimate.leakRate &&
        estimate.leakRate <= Math.max(estimate.high95, 0)
      )
    }),
    { numRuns: 250, seed: 7 },
  )
  expect(score.covered / score.holds).toBeGreaterThan(0.92)
  expect(score.covered / score.holds).toBeLessThan(0.99)
  expect(score.wrong / score.holds).toBeLessThan(0.02)
  expect(score.decided / score.holds).toBeGreaterThan(0.5)
})
