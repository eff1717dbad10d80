import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { normalAt } from '../../standin/seededRandom'
import {
  balloonGirth,
  balloonVolume,
  estimateBalloon,
  RUBBER_LOSS,
  weatherChange,
  type BalloonSetup,
  type GirthReading,
} from './balloon'
import { HoldError } from '../../hold/holdSetup'

const mLmin = throughputFromStandard
const setup: BalloonSetup = {
  volume: 0.08,
  volumeUncertainty: 0.001,
  pressure: 2500,
  girthUncertainty: 0.002,
  temperatureChangeUncertainty: 0.1,
  barometerChangeUncertainty: 10,
  limit: mLmin(2),
}
/** A balloon on a tank that leaks, under weather that comes and goes. */
const tied = (leak: number, seed = 1, rubber = 0.15, hours = [0, 2, 4, 8, 12, 20, 24]): GirthReading[] => {
  const start = 0.005
  const gas = (t: number) => ((101_325 + 2500) * (0.08 + start)) / 293.15 - (mLmin(leak + rubber) / 293.15) * t
  return hours.map((hour, k) => {
    const temperature = 293.15 - 5 * Math.sin((hour / 24) * Math.PI),
      barometer = 101_325 + (600 * hour) / 24
    const volume = (gas(hour * 3600) * temperature) / (barometer + 2500) - 0.08
    const control =
      ((((101_325 + 2500) * start) / 293.15 - (mLmin(rubber) / 293.15) * hour * 3600) * temperature) / (barometer + 2500)
    return {
      t: hour * 3600,
      temperature,
      barometer,
      girth: balloonGirth(volume) + 0.001 * normalAt(seed, 0, k),
      controlGirth: balloonGirth(control) + 0.001 * normalAt(seed, 1, k),
    }
  })
}

test('girth and volume of a sphere go there and back', () => {
  expect(balloonVolume(2 * Math.PI * 0.1) * 1000).toBeCloseTo((4 / 3) * Math.PI, 6)
  expect(balloonGirth(balloonVolume(0.6))).toBeCloseTo(0.6, 12)
})

test.each([
  ['10 K cooler', { temperature: 283.15, pressure: 101_325 }, -2.9],
  ['10 hPa more', { temperature: 293.15, pressure: 102_325 }, -0.83],
  ['both', { temperature: 283.15, pressure: 102_325 }, -3.7],
])('weather alone, %s', (_, to, litres) => {
  expect(weatherChange(0.085, { temperature: 293.15, pressure: 101_325 }, to) * 1000).toBeCloseTo(litres, 1)
})

test('a tight tank that lost half its balloon to the night is sealed', () => {
  const readings = tied(0)
  const middle = readings.find(reading => reading.t === 12 * 3600)!
  expect(balloonVolume(middle.girth)).toBeLessThan(0.7 * balloonVolume(readings[0]!.girth))
  const estimate = estimateBalloon(setup, readings)
  expect(estimate.verdict).toBe('sealed')
  expect(estimate.rubberFrom).toBe('control')
})

test('a leak is found within its interval, with the control balloon or the stated default', () => {
  for (const seed of [1, 2, 3, 4, 5]) {
    const readings = tied(1.2, seed)
    const estimate = estimateBalloon({ ...setup, limit: mLmin(0.3) }, readings)
    expect(estimate.low95).toBeLessThan(mLmin(1.2))
    expect(estimate.high95).toBeGreaterThan(mLmin(1.2))
    expect(estimate.verdict).toBe('leaking')
  }
  const alone = estimateBalloon(
    setup,
    tied(1.2).map(({ controlGirth: _, ...reading }) => reading),
  )
  expect(alone).toMatchObject({ rubberFrom: 'default', rubberLoss: RUBBER_LOSS.rate })
  expect(Math.abs(alone.leakRate / mLmin(1.2) - 1)).toBeLessThan(0.2)
})

test('without thermometer and barometer the night cannot be told from a leak', () => {
  const blind = tied(0).map(({ t, girth }) => ({ t, girth }))
  const estimate = estimateBalloon(
    { ...setup, temperatureChangeUncertainty: 5, barometerChangeUncertainty: 500 },
    blind.slice(0, 4),
  )
  expect(estimate.verdict).toBe('cannot-tell')
  expect(estimate.minutesMore).toBeGreaterThan(0)
  expect(estimate.budget.temperature).toBeGreaterThan(estimate.budget.girth)
})

test.each<[string, GirthReading[]]>([
  ['one girth', [{ t: 0, girth: 0.6 }]],
  [
    'one time twice',
    [
      { t: 0, girth: 0.6 },
      { t: 0, girth: 0.5 },
    ],
  ],
  [
    'no girth',
    [
      { t: 0, girth: 0 },
      { t: 9, girth: 1 },
    ],
  ],
])('%s is refused', (_, readings) => {
  expect(() => estimateBalloon(setup, readings)).toThrow(HoldError)
})
