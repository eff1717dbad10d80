import fc from 'fast-check'
import {
  ENOUGH_OXYGEN,
  GAS_FREE_SHARE,
  LEAST_POINTS,
  READING_HOLDS,
  SECOND_LOOK_AFTER,
  vapourStanding,
  volumesToDilute,
  type GasReading,
} from './vapour'

const MINUTE = 60_000
const points = ['neck', 'middle', 'far corner', 'baffle']
const reading = fc.record({
  point: fc.constantFrom(...points),
  at: fc.integer({ min: 0, max: 150 }).map(minute => minute * MINUTE),
  explosive: fc.oneof(
    { weight: 6, arbitrary: fc.double({ min: 0, max: 0.09, noNaN: true }) },
    { weight: 1, arbitrary: fc.double({ min: 0.1, max: 1, noNaN: true }) },
  ),
  oxygen: fc.option(
    fc.oneof({ weight: 8, arbitrary: fc.constant(0.209) }, { weight: 1, arbitrary: fc.constantFrom(0.15, 0.04) }),
    { nil: null, freq: 9 },
  ),
  cleaned: fc.boolean(),
})
const readings = fc.array(reading, { maxLength: 40 })
const now = fc.integer({ min: 0, max: 200 }).map(minute => minute * MINUTE)
const usable = (all: readonly GasReading[]) => all.filter(each => each.oxygen === null || each.oxygen >= 0.1)

test('gas-free is never said without two low readings a pause apart at three points or more, the second of each still fresh, and none high since', () => {
  let free = 0
  fc.assert(
    fc.property(readings, now, (all, at) => {
      if (vapourStanding(all, at).state !== 'gas-free') return
      free++
      const seen = usable(all)
      const lastHigh = Math.max(-Infinity, ...seen.filter(each => each.explosive >= GAS_FREE_SHARE).map(each => each.at))
      const named = [...new Set(seen.map(each => each.point))]
      expect(named.length).toBeGreaterThanOrEqual(LEAST_POINTS)
      for (const point of named) {
        const low = seen.filter(each => each.point === point && each.at > lastHigh).map(each => each.at)
        expect(Math.max(...low)).toBeGreaterThanOrEqual(at - READING_HOLDS)
        expect(Math.max(...low) - Math.min(...low)).toBeGreaterThanOrEqual(SECOND_LOOK_AFTER)
        const latest = seen.filter(each => each.point === point && each.at === Math.max(...low))
        expect(latest.some(each => each.oxygen !== null && each.oxygen >= ENOUGH_OXYGEN)).toBe(true)
      }
    }),
    { numRuns: 20_000, seed: 7 },
  )
  // The property is about something: it was said often enough.
  expect(free).toBeGreaterThan(20)
})

test('a high reading is never outvoted: after it, at once, the tank is not gas-free', () => {
  fc.assert(
    fc.property(
      readings,
      fc.constantFrom(...points),
      fc.double({ min: GAS_FREE_SHARE, max: 1, noNaN: true }),
      (all, point, explosive) => {
        const after = Math.max(0, ...all.map(each => each.at)) + MINUTE
        expect(vapourStanding([...all, { point, explosive, at: after, oxygen: 0.209, cleaned: true }], after)).toMatchObject({
          state: 'too much',
        })
      },
    ),
  )
})

test('neither the order in which readings arrive nor a blind meter’s reading changes what is said', () => {
  fc.assert(
    fc.property(readings, now, (all, at) => {
      const one = [...new Map(all.map(each => [`${each.point} ${each.at}`, each])).values()]
      const said = vapourStanding(one, at)
      // Readings of one moment at two points stand beside each other, whichever came first.
      expect(vapourStanding([...one].reverse(), at).state).toBe(said.state)
      if (usable(one).length > 0)
        expect(vapourStanding([...one, { point: 'neck', at, explosive: 0, oxygen: 0.02, cleaned: true }], at)).toEqual(said)
    }),
  )
})

test('time alone never makes a tank gas-free', () => {
  fc.assert(
    fc.property(readings, now, fc.integer({ min: 1, max: 600 }), (all, at, minutes) => {
      if (vapourStanding(all, at).state !== 'gas-free')
        expect(vapourStanding(all, at + minutes * MINUTE).state).not.toBe('gas-free')
    }),
  )
})

/** Concentration of a well-mixed space that is aired, by small steps of the balance dC/dn = -C / K. */
function airedByStep(from: number, volumes: number, mixing: number): number {
  let share = from
  for (let k = 0; k < 20_000; k++) share -= ((share / mixing) * volumes) / 20_000
  return share
}
test('so many volumes bring it down to just the target, by the balance itself', () => {
  for (const [from, to, mixing] of [
    [0.3, 0.0014, 1],
    [0.209, 0.08, 1],
    [0.3, 0.0014, 3],
    [0.05, 0.001, 5],
  ] as const) {
    expect(airedByStep(from, volumesToDilute(from, to, mixing), mixing) / to).toBeCloseTo(1, 2)
  }
})
