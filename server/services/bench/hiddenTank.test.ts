import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { randomUUID } from 'node:crypto'
import { standardFromThroughput } from '../../../core/quantity/standardLeakRate'
import { jobView, partView, repairView } from '../../../shared/jobView.fixture'
import type { JobView } from '../../../shared/views'
import { tankKind } from '../../../core/circuit/tankKinds'
import { inventHiddenTank, reachInTruth, remainingLeaks, seedOf, standInFor } from './hiddenTank'

const job = (id: string = randomUUID()): JobView =>
  jobView({
    id,
    craft: { id: 'c', name: 'x', kind: 'boat', built: null, registration: '' },
    acceptance: 1e-3,
    hasStandIn: true,
    parts: ['a', 'b', 'c'].map((part, position) =>
      partView(part, { family: 'cap', opening: true, position, removedAt: part === 'c' ? 5 : null }),
    ),
  })
const setup = {
  method: 'pressure-decay' as const,
  space: { volume: 0.02, wallGive: 0 },
  volumeUncertainty: 0.0004,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 5 },
  temperatureChangeUncertainty: 0,
  barometerChangeUncertainty: 0,
  testPressure: 5000,
  limit: 1e-3,
  rigLeak: 0,
  rigLeakUncertainty: 0,
}
const hold = { id: randomUUID(), setup, closures: { a: 'fed' as const }, links: {}, hasThermometer: true, hasBarometer: false }

test('the same job hides the same leaks, on parts that are there, above the limit', () => {
  for (let k = 0; k < 50; k++) {
    const one = job()
    const hidden = inventHiddenTank(one)
    expect(inventHiddenTank(one)).toEqual(hidden)
    expect(hidden.leaks.length).toBeGreaterThan(0)
    for (const leak of hidden.leaks) expect(['a', 'b']).toContain(leak.partId)
    expect(hidden.leaks[0]!.rate).toBeGreaterThan(one.acceptance)
    expect(hidden.leaks[0]!.rate).toBeLessThan(31 * one.acceptance)
  }
  expect(seedOf('a')).not.toBe(seedOf('b'))
})

test('a vapour system now and then hides a valve that is stuck or a sensor that is off, and then smoke goes where it was not told to', () => {
  const van = (id: string) => ({
    ...job(id),
    circuit: tankKind('moulded').circuit,
    parts: tankKind('moulded').parts.map((part, position) => ({
      ...part,
      id: part.key,
      position,
      addedAt: null,
      removedAt: null,
    })),
  })
  const all = Array.from({ length: 200 }, () => van(randomUUID())).map(each => ({ job: each, hidden: inventHiddenTank(each) }))
  const stuck = all.filter(each => each.hidden.stuck)
  expect(stuck.length).toBeGreaterThan(20)
  expect(stuck.length).toBeLessThan(90)
  expect(all.filter(each => each.hidden.sensorOffset).length).toBeGreaterThan(8)
  const setup = { closures: proposedClosures(stuck[0]!.job.parts), links: { vent: 'shut' as const }, pressure: 3000 }
  for (const each of stuck) expect(reachInTruth(each.hidden, each.job, setup).escapes).toHaveLength(1)
  expect(reachInTruth({ seed: 1, leaks: [] }, stuck[0]!.job, setup).escapes).toEqual([])
})

test('a repair on the part stops its leak from then on, or leaves the share that did not take', () => {
  const leaks = [{ id: 'L', number: 1, partId: 'a' }]
  const repair = repairView()
  const hidden = {
    seed: 1,
    leaks: [
      { partId: 'a', law: 'viscous' as const, rate: 1, referencePressure: 5000 },
      { partId: 'b', law: 'viscous' as const, rate: 2, referencePressure: 5000 },
    ],
  }
  const repaired = { ...job(), leaks, repairs: [repair] }
  expect(remainingLeaks(hidden, repaired, 5).map(leak => leak.rate)).toEqual([1, 2])
  expect(remainingLeaks(hidden, repaired, 15).map(leak => leak.rate)).toEqual([2])
  expect(remainingLeaks({ ...hidden, leftAfter: { r: 0.25 } }, repaired, 15).map(leak => leak.rate)).toEqual([0.25, 2])
  expect(remainingLeaks(hidden, { ...repaired, repairs: [{ ...repair, struck: 'x' }] }, 15)).toHaveLength(2)
})

test('a hold’s stand-in leaks through what is within its boundary, and through the rig', () => {
  const hidden = { seed: 1, leaks: [{ partId: 'a', law: 'viscous' as const, rate: 1, referencePressure: 5000 }] }
  const open = standInFor(hidden, job(), hold, 0)
  expect(open.leaks).toHaveLength(2)
  expect(standardFromThroughput(open.leaks[1]!.rate)).toBeCloseTo(0.02, 9)
  expect(standInFor(hidden, job(), { ...hold, closures: { a: 'plug', b: 'fed' } }, 0).leaks).toHaveLength(1)
  expect(open.thermometer).not.toBeNull()
  expect(open.barometer).toBeNull()
  expect(Math.abs(open.space.volume / 0.02 - 1)).toBeLessThanOrEqual(0.02)
  expect(
    standInFor(hidden, job(), { ...hold, setup: { ...setup, method: 'vacuum-decay', testPressure: -3000 } }, 0).pumpWarmth,
  ).toBeLessThan(0)
})
