import { tankKinds } from '../circuit/tankKinds'
import { containersNeeded, drainMethodsFor, drainTime, gaugeError, leftAfter } from './draining'

test('every kind of tank offers a way, the least mess first', () => {
  for (const kind of tankKinds) {
    const ways = drainMethodsFor(kind.parts.map(part => part.family))
    expect(ways.length).toBeGreaterThan(0)
    for (let k = 1; k < ways.length; k++) expect(ways[k]!.mess).toBeGreaterThanOrEqual(ways[k - 1]!.mess)
  }
  expect(drainMethodsFor(['drain']).map(way => way.key)).toEqual(['drain'])
})

test('time, cans and what the gauge was off by', () => {
  expect(drainTime({ flow: 1e-4 }, 0.06)).toBe(600)
  // 57 L into 20 L cans filled to 19: three.
  expect(containersNeeded(0.057, 0.02)).toBe(3)
  expect(containersNeeded(0.0571, 0.02)).toBe(4)
  expect(() => containersNeeded(0.01, 0)).toThrow('more than nothing')
  // By hand: the pickup leaves 2 L, a hose through the filler a tenth of 30 L, the plug nothing.
  expect(leftAfter({ fromPickup: true, leaves: 0 }, 0.03, 0.002)).toBeCloseTo(0.002, 12)
  expect(leftAfter({ fromPickup: false, leaves: 0.1 }, 0.03, 0.002)).toBeCloseTo(0.003, 12)
  expect(leftAfter({ fromPickup: false, leaves: 0 }, 0.03, 0.002)).toBe(0)
  expect(leftAfter({ fromPickup: true, leaves: 0 }, 0.001, 0.002)).toBe(0.001)
  expect(gaugeError(0.5, 0.018, 0.002, 0.064)).toBeCloseTo(0.1875, 9)
})
