import { liveHold } from '../estimateHold'
import { holdSetup, indoors } from '../hold.fixture'
import { HoldForecast } from './holdForecast'

const setup = holdSetup({ surroundings: indoors })
const readings = (from: number, to: number) =>
  Array.from({ length: to - from }, (_, k) => ({ t: 20 * (from + k), pressure: 5000 + 6 * Math.sin(from + k) }))

test('what was reckoned counts down, and is reckoned anew once the record is another', () => {
  const live = liveHold(setup)
  live.take(readings(0, 151))
  const estimate = live.estimate(setup)
  const forecast = new HoldForecast()
  const minutes = (its = setup, seen = estimate) => forecast.minutes(its, live.record, seen)
  expect(minutes()).toBeUndefined()
  forecast.keep(setup, live.record, estimate, 40)
  expect(minutes()).toBe(40)
  live.take(readings(151, 157))
  expect(minutes()).toBe(38)
  expect(minutes({ ...setup, limit: setup.limit / 2 })).toBeUndefined()
  expect(minutes(setup, { ...estimate, steps: [1500] })).toBeUndefined()
  expect(minutes(setup, { ...estimate, verdict: 'cannot-tell' })).toBeUndefined()
  live.take(readings(157, 159))
  expect(minutes()).toBeUndefined()
})

test('that nothing decides it is kept too; a time that has passed is not', () => {
  const live = liveHold(setup)
  live.take(readings(0, 151))
  const estimate = live.estimate(setup)
  const forecast = new HoldForecast()
  forecast.keep(setup, live.record, estimate, null)
  expect(forecast.minutes(setup, live.record, estimate)).toBeNull()
  forecast.keep(setup, live.record, estimate, 1)
  live.take(readings(151, 154))
  expect(forecast.minutes(setup, live.record, estimate)).toBeUndefined()
})
