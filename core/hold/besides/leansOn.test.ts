import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { normalAt } from '../../standin/seededRandom'
import { estimateHold } from '../estimateHold'
import { holdSetup } from '../hold.fixture'
import type { Reading } from '../holdSetup'

const MINUTES = 60
/** An hour of a reading each half minute. @param of Pa and the channels at a share of the hour */
const hour = (of: (share: number, k: number) => Omit<Reading, 't'>): Reading[] =>
  Array.from({ length: 2 * MINUTES + 1 }, (_, k) => ({ t: 30 * k, ...of(k / (2 * MINUTES), k) }))
const rounded = (pressure: number, k: number, seed = 1) => Math.round((pressure + 4 * normalAt(seed, 0, k)) / 10) * 10
const on = (readings: readonly Reading[], marks: { t: number; kind: string }[] = []) => {
  const { verdict, leansOn, signs } = estimateHold(holdSetup(), readings, marks)
  return { verdict, on: leansOn?.map(each => each.on), first: leansOn?.[0], signs }
}

test('a fall that only the thermometer explains is named with how far it went and what that hides', () => {
  const cools = on(hour((share, k) => ({ pressure: rounded(5000 - 360 * share, k), temperature: 293.15 - share })))
  expect(cools).toMatchObject({ verdict: 'sealed', on: ['thermometer'] })
  expect(cools.first!.change).toBeCloseTo(-1, 1)
  // By hand: 1 K of 293.15 K in 106.3 kPa are 363 Pa, and in 20 L over an hour 2.0 mPa·m3/s.
  expect(cools.first!.hides).toBeCloseTo((0.02 * 363) / 3600, 4)
})

test('likewise the barometer, which a gauge falls against as it rises', () => {
  const rises = on(hour((share, k) => ({ pressure: rounded(5000 - 500 * share, k), barometer: 101_000 + 500 * share })))
  expect(rises).toMatchObject({ verdict: 'sealed', on: ['barometer'] })
  expect(rises.first!.change).toBeCloseTo(500, 0)
})

test('nothing is named where it would be tight without it, nor where it is not tight', () => {
  const still = on(hour((_, k) => ({ pressure: rounded(5000, k), temperature: 293.15, barometer: 101_000 })))
  expect(still).toMatchObject({ verdict: 'sealed', on: undefined })
  const leaks = on(hour((share, k) => ({ pressure: rounded(5000 - 900 * share, k), temperature: 293.15 - share })))
  expect(leaks.verdict).not.toBe('sealed')
  expect(leaks.on).toBeUndefined()
})

/** A tank that leaks twice its limit, on a gauge whose every fall somebody calls a knock. */
const falls = (marks: number[]) => {
  const lost = (2 * throughputFromStandard(1) * 3600) / 0.02
  const readings = hour((share, k) => ({
    pressure: rounded(5000 - (lost * Math.floor(share * (marks.length + 1))) / marks.length, k),
    temperature: 293.15,
  }))
  return on(
    readings,
    marks.map(t => ({ t, kind: 'knock' })),
  )
}

test('a leak whose every fall is called a knock is not tight', () => {
  for (const count of [2, 3, 5]) {
    const marks = Array.from({ length: count }, (_, k) => Math.ceil((120 * (k + 1)) / (count + 1)) * 30)
    expect(falls(marks)).toMatchObject({ verdict: 'cannot-tell', signs: ['knocked tight'] })
  }
})

test('one knock is one, and is named', () => {
  expect(falls([1800])).toMatchObject({ verdict: 'sealed', on: ['knocks'] })
})

test('a barometer that moves as no weather does is a sign', () => {
  const quick = on(hour((share, k) => ({ pressure: rounded(5000 - 1500 * share, k), barometer: 101_000 + 1500 * share })))
  expect(quick.signs).toContain('more than weather')
  const front = on(hour((share, k) => ({ pressure: rounded(5000 - 300 * share, k), barometer: 101_000 + 300 * share })))
  expect(front.signs).not.toContain('more than weather')
})
