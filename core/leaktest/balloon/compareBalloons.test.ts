import { HoldError } from '../../hold/holdSetup'
import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { normalAt } from '../../standin/seededRandom'
import { balloonGirth, estimateBalloon, type BalloonSetup } from './balloon'
import { compareBalloons, type ComparedBalloon } from './compareBalloons'

const mLmin = throughputFromStandard
const setup = (volume = 0.08): BalloonSetup => ({
  volume,
  volumeUncertainty: 0.001,
  pressure: 2500,
  girthUncertainty: 0.002,
  temperatureChangeUncertainty: 0.2,
  barometerChangeUncertainty: 30,
  limit: mLmin(1),
})
/** A balloon through a night of weather that nobody read. */
function night(
  leak: number,
  seed: number,
  { volume = 0.08, read = false, late = 0, hours = [0, 3, 6, 9, 12] } = {},
): ComparedBalloon {
  const gas = (t: number) => ((101_325 + 2500) * (volume + 0.006)) / 293.15 - (mLmin(leak + 0.15) / 293.15) * t
  return {
    setup: setup(volume),
    girths: hours.map((hour, k) => {
      const t = hour * 3600
      const temperature = 293.15 - 8 * Math.sin((hour / 24) * Math.PI),
        barometer = 101_325 + 40 * hour
      const girth = balloonGirth((gas(t) * temperature) / (barometer + 2500) - volume) + 0.001 * normalAt(seed, 0, k)
      return { t, at: 1000 + t + late, girth, ...(read && { temperature, barometer }) }
    }),
  }
}

test('two tight tanks under weather that nobody read show no difference, though each by itself is fooled', () => {
  const [left, right] = [night(0, 1), night(0, 2)]
  expect(estimateBalloon(left.setup, left.girths).leakRate).toBeGreaterThan(mLmin(3))
  const { more, low95, high95, loses, pairs } = compareBalloons(left, right)
  expect(loses).toBe('neither')
  expect(low95).toBeLessThan(0)
  expect(high95).toBeGreaterThan(0)
  expect(Math.abs(more)).toBeLessThan(mLmin(0.3))
  expect(pairs).toBe(5)
})

test('the one that leaks is named, whichever way round, and the truth lies in the interval', () => {
  for (const seed of [1, 2, 3, 4]) {
    const [tight, leaks] = [night(0, seed), night(2, seed + 10)]
    const one = compareBalloons(leaks, tight),
      other = compareBalloons(tight, leaks)
    expect([one.loses, other.loses]).toEqual(['first', 'second'])
    expect(other.more).toBeCloseTo(-one.more, 6)
    expect(one.low95).toBeLessThan(mLmin(2))
    expect(one.high95).toBeGreaterThan(mLmin(2))
  }
})

test('what is not alike widens it: another volume, weather that was read narrows it again', () => {
  const width = (other: ComparedBalloon) => compareBalloons(night(0, 1, { read: true }), other).uncertainty
  const unlike = compareBalloons(night(0, 1), night(0, 2, { volume: 0.04 })).uncertainty
  expect(unlike).toBeGreaterThan(2 * width(night(0, 2, { read: true })))
  expect(width(night(0, 2, { volume: 0.04, read: true }))).toBeLessThan(0.5 * unlike)
})

test('girths of other hours are not compared', () => {
  expect(() => compareBalloons(night(0, 1), night(0, 2, { late: 4000 }))).toThrow(HoldError)
  expect(() => compareBalloons(night(0, 1), night(0, 2, { hours: [0] }))).toThrow('at least two girths of each')
  expect(compareBalloons(night(0, 1), night(0, 2, { late: 1200 })).pairs).toBe(5)
})
