import fc from 'fast-check'
import { verdictOf } from '../../core/hold/belief/verdict'
import { proposedClosures } from '../../core/circuit/proposedClosures'
import { holdingLinks } from '../../core/circuit/reach'
import { tankKind } from '../../core/circuit/tankKinds'
import { throughputFromStandard } from '../../core/quantity/standardLeakRate'
import { jobStanding } from '../jobEntries'
import { targetPressure } from '../jobCircuit'
import { jobView, partView } from '../jobView.fixture'
import { holdEstimate, holdView } from './hold/holdView.fixture'
import { limitsReached, sealedFor, strictestLimit } from './limitsReached'

const kind = tankKind('moulded')
const parts = kind.parts.map(({ key, ...part }, position) => partView(key, { ...part, position }))
const tank = jobView({
  tankKind: 'moulded',
  circuit: kind.circuit,
  parts,
  pressureLimit: 7000,
  acceptance: throughputFromStandard(0.5),
  fuelAcceptance: throughputFromStandard(0.2),
})
const working = targetPressure(tank)
const held = (below95: number, smallestSeen: number, pressure = working) =>
  holdView({
    pressure,
    closures: proposedClosures(parts),
    links: holdingLinks(kind.circuit),
    startedAt: 1000,
    stoppedAt: 2000,
    estimate: { ...holdEstimate('sealed'), above95: 0, below95, belowZero: false, smallestSeen },
  })
const mLmin = throughputFromStandard

test('fuel on a part makes its limit the stricter one, and the strictest is what sealed is held against', () => {
  const limits = [...limitsReached(tank, held(1, 1)).values()]
  expect(new Set(limits.map(limit => Number(limit.toPrecision(6))))).toEqual(
    new Set([mLmin(0.5), mLmin(0.2)].map(limit => Number(limit.toPrecision(6)))),
  )
  expect(strictestLimit(tank, held(1, 1))).toBeCloseTo(mLmin(0.2), 9)
})

test('between the two limits it is sealed for some parts, and the others are said with what they wait for', () => {
  const hold = held(mLmin(0.33), mLmin(0.1))
  const { sealed, of, left } = sealedFor(tank, hold, hold.estimate!)
  const reached = limitsReached(tank, hold).size
  expect(of).toBe(parts.length)
  expect(sealed).toBeGreaterThan(0)
  expect(sealed).toBeLessThan(reached)
  expect(left).toMatchObject({ parts: reached - sealed, underFuel: true })
  expect(left!.limit).toBeCloseTo(mLmin(0.2), 9)
  expect(verdictOf(hold.estimate!, tank.acceptance, strictestLimit(tank, hold))).toBe('cannot-tell')
})

test('under a vacuum, or with nothing under test, there is no limit that it could be held against', () => {
  expect(strictestLimit(tank, { ...held(1, 1), closures: {} })).toBeUndefined()
})

test('whatever was measured, at whatever pressure: the Bench says sealed exactly where each part that was reached stands', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.7, noNaN: true }),
      fc.double({ min: 0.02, max: 0.4, noNaN: true }),
      fc.double({ min: 0.3, max: 1.6, noNaN: true }),
      (below95, smallestSeen, share) => {
        const hold = held(mLmin(below95), mLmin(Math.min(smallestSeen, below95)), share * working)
        const { ledger } = jobStanding({ ...tank, tests: [hold] }, 10_000)
        const reached = limitsReached(tank, hold)
        const standing = ledger.parts.filter(row => reached.has(row.partId) && row.evidence[0] === 'stands')
        const { sealed } = sealedFor(tank, hold, hold.estimate!)
        expect(sealed).toBe(standing.length)
        if (reached.size === 0) return
        const strictest = strictestLimit(tank, hold)!
        // What nobody could have seen is not sealed however low its bound.
        const says = verdictOf(hold.estimate!, Infinity, strictest) === 'sealed' && hold.estimate!.smallestSeen <= strictest
        expect(says).toBe(sealed === reached.size)
      },
    ),
    { numRuns: 300 },
  )
})
