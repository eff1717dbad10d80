import { liveHold, estimateHold } from './estimateHold'
import type { HoldSetup, Reading } from './holdSetup'
import { normalAt } from '../standin/seededRandom'
import { throughputFromStandard } from '../quantity/standardLeakRate'

/** Readings that bring a noise of their own, such as a camera's. */
const setup: HoldSetup = {
  method: 'pressure-decay',
  space: { volume: 0.06, wallGive: 0 },
  volumeUncertainty: 0.0006,
  wallGiveUncertainty: 0,
  gauge: { resolution: 200, noise: 20 },
  temperatureChangeUncertainty: 0.02,
  barometerChangeUncertainty: 5,
  testPressure: 6900,
  limit: throughputFromStandard(5),
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
/** 3 mL/min out of 60 L, read each 10 s; every third reading is as bad as `bad`, the others as `good`. */
const read = (good: number, bad: number, told: boolean): Reading[] =>
  Array.from({ length: 180 }, (_, k) => {
    const noise = k % 3 === 0 ? bad : good
    const pressure = 6900 - (3 * 101_325 * 1e-6 * k * 10) / 60 / 0.06 + noise * normalAt(7, 0, k)
    return { t: 10 * k, pressure, temperature: 293.15, barometer: 101_325, ...(told && { noise }) }
  })

describe('readings with a noise of their own', () => {
  const rough = (estimate: { budget: { readings: number } }) => estimate.budget.readings

  it('count by it: a few bad ones among good ones cost little', () => {
    const [mixed, allGood, allBad] = [read(5, 200, true), read(5, 5, true), read(200, 200, true)].map(readings =>
      rough(estimateHold(setup, readings)),
    )
    expect(mixed! / allGood!).toBeLessThan(1.5)
    expect(allBad! / mixed!).toBeGreaterThan(10)
  })

  it('are not taken as rounded to the step of the gauge', () => {
    const told = estimateHold(setup, read(5, 5, true))
    const untold = estimateHold(setup, read(5, 5, false))
    expect(told.verdict).toBe('sealed')
    expect(rough(untold)).toBeGreaterThan(3 * rough(told))
  })

  it('give the same whatever the pieces they come in, also where the first had none', () => {
    const readings = read(5, 60, true).map(({ noise, ...reading }, k) => (k < 20 ? reading : { ...reading, noise: noise! }))
    const live = liveHold(setup)
    for (let from = 0; from < readings.length; from += 7) {
      live.take(readings.slice(from, from + 7))
      if (from > 14) live.estimate(setup)
    }
    expect(live.estimate(setup)).toEqual(estimateHold(setup, readings))
  })

  it('equal to the gauge’s noise, give what the gauge’s would', () => {
    const fine = { ...setup, gauge: { resolution: 0, noise: 20 } }
    const own = read(20, 20, true)
    expect(estimateHold(fine, own)).toEqual(
      estimateHold(
        fine,
        own.map(({ noise: _, ...reading }) => reading),
      ),
    )
  })

  it('that are none are refused', () => {
    for (const noise of [0, -1, NaN, Infinity])
      expect(() => estimateHold(setup, [{ t: 0, pressure: 6900, noise }])).toThrow(
        'The noise of a pressure has to be more than zero.',
      )
  })

  it('widen the doubt of a needle that sticks, however well it is read', () => {
    const told: HoldSetup = { ...setup, surroundings: { place: 'still room', wall: 'metal', inside: 'dry' } }
    const still = read(5, 5, true).map(reading => ({ ...reading, pressure: 6900 + 5 * normalAt(9, 0, reading.t) }))
    const free = estimateHold(told, still)
    const stuck = estimateHold({ ...told, gauge: { ...told.gauge, stick: 300 } }, still)
    expect(free.verdict).toBe('sealed')
    expect(stuck.verdict).toBe('cannot-tell')
  })
})
