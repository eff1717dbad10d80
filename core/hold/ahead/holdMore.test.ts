import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { liveHold } from '../estimateHold'
import { holdSetup, indoors } from '../hold.fixture'
import { minutesMore } from './holdMore'
import { normalAt } from '../../standin/seededRandom'

const setup = holdSetup({ limit: throughputFromStandard(0.4), surroundings: indoors })
const reading = (k: number) => ({
  t: 20 * k,
  pressure: 5000 + 6 * normalAt(2, 0, k) + 250 * Math.exp((-20 * k) / 110),
  temperature: 293.15 + 0.02 * normalAt(2, 1, k),
  barometer: 101_325,
})
test('says when the hold is decided within half as much again of the whole', () => {
  const live = liveHold(setup)
  live.take(Array.from({ length: 37 }, (_, k) => reading(k)))
  const early = live.estimate(setup)
  expect(early.verdict).toBe('cannot-tell')
  const minutes = minutesMore(setup, live.record, early)
  let k = 37
  while (live.estimate(setup).verdict === 'cannot-tell' && k < 400) {
    live.take([0, 1, 2].map(j => reading(k + j)))
    k += 3
  }
  expect(live.estimate(setup).verdict).toBe('sealed')
  const ratio = (12 + minutes!) / (k / 3)
  expect(ratio).toBeGreaterThan(1 / 1.5)
  expect(ratio).toBeLessThan(1.5)
})

test('says nothing of a hold that is decided, has hardly begun, or rises', () => {
  const live = liveHold(setup)
  live.take(Array.from({ length: 37 }, (_, k) => reading(k)))
  const estimate = live.estimate(setup)
  expect(minutesMore(setup, live.record, { ...estimate, verdict: 'sealed' })).toBeNull()
  expect(minutesMore(setup, live.record, { ...estimate, belowZero: true })).toBeNull()
  expect(minutesMore({ ...setup, surroundings: undefined }, live.record, estimate)).toBeNull()
  const short = liveHold(setup)
  short.take(Array.from({ length: 20 }, (_, k) => reading(k)))
  expect(minutesMore(setup, short.record, short.estimate(setup))).toBeNull()
})
