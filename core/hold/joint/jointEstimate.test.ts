import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { normalAt } from '../../standin/seededRandom'
import { estimateHold } from '../estimateHold'
import { budgetParts, type Budget } from '../budget'
import type { HoldEstimate } from '../holdEstimate'
import type { Reading } from '../holdSetup'
import { holdSetup, indoors } from '../hold.fixture'
import { normalBounds } from '../belief/verdict'
import { jointEstimate, type JointHold } from './jointEstimate'

const limit = throughputFromStandard(1)
/** A hold whose readings say a rate, in limits, as a bell. */
const bell = (
  id: string,
  rate: number,
  deviation: number,
  budget: Partial<Budget> = {},
  change: Partial<HoldEstimate> = {},
): JointHold => ({
  id,
  told: false,
  estimate: {
    ...normalBounds(rate * limit, deviation * limit),
    budget: { ...(Object.fromEntries(budgetParts.map(part => [part, 0])) as Budget), ...budget },
    likelihood: [{ rate: rate * limit, deviation: deviation * limit, weight: 1 }],
    ...change,
  } as HoldEstimate,
})

describe('several holds together', () => {
  test('two that cannot tell may tell: means and spreads as for two readings of one thing', () => {
    const joint = jointEstimate([bell('a', 0.3, 0.5), bell('b', 0.1, 0.5)], limit).estimate!
    expect(joint.holds).toEqual(['a', 'b'])
    expect(joint.leakRate / limit).toBeCloseTo(0.2, 9)
    expect(joint.uncertainty / limit).toBeCloseTo(0.5 / Math.SQRT2, 9)
    expect(joint.verdict).toBe('sealed')
    expect(normalBounds(0.3 * limit, 0.5 * limit).below95).toBeGreaterThan(limit)
  })
  test('what is the same tank’s each time is no smaller for being met twice', () => {
    const shared = { fuelVapour: 0.4 * limit }
    const joint = jointEstimate([bell('a', 0.3, 0.5, shared), bell('b', 0.1, 0.5, shared)], limit).estimate!
    expect(joint.uncertainty / limit).toBeCloseTo(Math.sqrt(0.125 + 0.08), 2)
    const scale = { volume: 0.4 * limit }
    const scaled = jointEstimate([bell('a', 0.3, 0.5, scale), bell('b', 0.1, 0.5, scale)], limit).estimate!
    expect(scaled.uncertainty / limit).toBeGreaterThan(Math.sqrt(0.125 + 0.16) - 0.01)
  })
  test('one that contradicts the others is named, and nothing is said together', () => {
    const joint = jointEstimate([bell('a', 0.1, 0.2), bell('b', 0.2, 0.2), bell('c', 4, 0.3)], limit)
    expect(joint.estimate).toBeNull()
    expect(joint.contradicts).toMatchObject({ id: 'c' })
    expect(joint.contradicts!.off).toBeGreaterThan(9)
    expect(jointEstimate([bell('a', 4, 0.3), bell('b', 0.1, 0.3)], limit).contradicts!.id).toBe('b')
  })
  test('one that rises, or that an older engine judged, is left out; of one alone nothing is said together', () => {
    const rises = bell('r', 0, 0.1, {}, { belowZero: true })
    const old = bell('o', 0, 0.1, {}, { likelihood: undefined })
    const joint = jointEstimate([rises, old, bell('a', 0.2, 0.3)], limit)
    expect(joint.estimate).toBeNull()
    expect(joint.leftOut).toEqual([
      { id: 'r', why: 'rises' },
      { id: 'o', why: 'older engine' },
    ])
    expect(jointEstimate([rises, bell('b', 0.1, 0.3), bell('a', 0.2, 0.3)], limit).estimate!.holds).toEqual(['b', 'a'])
  })
  test('the same readings taken twice are no second hold', () => {
    const twice = jointEstimate([bell('a', 0.3, 0.5), bell('b', 0.3, 0.5)], limit)
    expect(twice).toMatchObject({ estimate: null, leftOut: [{ id: 'b', why: 'same readings' }] })
  })
  test('the order does not matter', () => {
    const some = [bell('a', 0.3, 0.5), bell('b', 0.1, 0.4), bell('c', 0.6, 0.9)]
    const rate = (holds: JointHold[]) => jointEstimate(holds, limit).estimate!.below95 / limit
    expect(rate([...some].reverse())).toBeCloseTo(rate(some), 9)
  })
})

describe('of real estimates', () => {
  const setup = holdSetup({ gauge: { resolution: 1, noise: 3 }, surroundings: indoors })
  const hold = (seed: number, leak: number): JointHold => {
    const readings: Reading[] = Array.from({ length: 121 }, (_, k) => ({
      t: 10 * k,
      pressure: 5000 - (throughputFromStandard(leak) * 10 * k) / 0.02 + 3 * normalAt(seed, 0, k),
      temperature: 293.15 + 0.01 * normalAt(seed, 1, k),
      barometer: 101_325 + 3 * normalAt(seed, 2, k),
    }))
    return { id: `${seed}`, estimate: estimateHold(setup, readings), told: true }
  }
  test('three together are surer than each, of a tight tank and of a leaking one', () => {
    for (const leak of [0, 3]) {
      const holds = [1, 2, 3].map(seed => hold(seed, leak))
      const { estimate, contradicts } = jointEstimate(holds, limit)
      expect(contradicts).toBeNull()
      for (const each of holds) expect(estimate!.uncertainty).toBeLessThan(each.estimate.uncertainty)
      expect(estimate!.verdict).toBe(leak === 0 ? 'sealed' : 'leaking')
      expect(estimate!.low95).toBeLessThanOrEqual(throughputFromStandard(leak))
      expect(estimate!.high95).toBeGreaterThan(throughputFromStandard(leak))
    }
  })
  test('one alone is kept in few pieces that say what its estimate says', () => {
    const { estimate } = hold(4, 3)
    expect(estimate.likelihood!.length).toBeLessThan(60)
    expect(estimate.likelihood!.reduce((sum, piece) => sum + piece.weight, 0)).toBeCloseTo(1, 2)
    const mean = estimate.likelihood!.reduce((sum, piece) => sum + piece.weight * piece.rate, 0)
    expect(Math.abs(mean - estimate.leakRate)).toBeLessThan(estimate.uncertainty)
  })
})
