import { STANDARD_TEMPERATURE, throughputFromStandard } from '../quantity/standardLeakRate'
import { normalAt } from '../standin/seededRandom'
import { estimateHold } from './estimateHold'
import { GaugeLattice } from './gaugeLattice'
import type { HoldSetup, Reading } from './holdSetup'

const factorOf = (resolution: number, pressures: readonly number[]) => {
  const lattice = new GaugeLattice({ resolution })
  for (const pressure of pressures) lattice.take(pressure)
  return lattice.factor
}

test('readings that are all multiples of a coarser step are of a gauge of that step', () => {
  expect(factorOf(10, [5000, 4900, 4900, 4800])).toBe(10)
  expect(factorOf(10, [5000, 3000, 1000])).toBe(100)
  expect(factorOf(10, [5000, 4900, 4850, 4800])).toBe(5)
  expect(factorOf(10, [5000, 4900, 4890])).toBe(1)
  // In psi, whose marks are no round figures in Pa.
  const psi = 6894.757
  expect(
    factorOf(
      0.01 * psi,
      [1 * psi, 0.9 * psi, 0.8 * psi].map(each => Number(each.toFixed(1))),
    ),
  ).toBe(10)
})

test('one value that never moves is taken for that of a common dial at most, and says nothing where it is on no round mark', () => {
  expect(factorOf(10, [5000, 5000, 5000])).toBe(10)
  expect(factorOf(1, [5000, 5000, 5000])).toBe(100)
  // Marks of 0.1 kPa are what a dial has.
  expect(factorOf(100, [5000, 5000, 5000])).toBe(1)
  expect(factorOf(10, [5030, 5030, 5030])).toBe(1)
  expect(factorOf(10, [])).toBe(1)
  // A tank that was vented reads nothing on every gauge.
  expect(factorOf(10, [0, 0, 5030, 0])).toBe(1)
})

test('a fine gauge is hardly ever taken for a coarse one', () => {
  let wrong = 0
  for (let seed = 0; seed < 400; seed++) {
    const readings = Array.from({ length: 12 }, (_, k) => Math.round((5000 - k + 15 * normalAt(seed, 0, k)) / 10) * 10)
    if (factorOf(10, readings) > 1) wrong++
  }
  expect(wrong).toBeLessThan(4)
})

describe('a dial whose step was left at a tenth of what it is', () => {
  const limit = throughputFromStandard(1)
  const setup: HoldSetup = {
    method: 'pressure-decay',
    space: { volume: 0.06, wallGive: 0 },
    volumeUncertainty: 0.001,
    wallGiveUncertainty: 0,
    gauge: { resolution: 10, noise: 2 },
    temperatureChangeUncertainty: 0.02,
    barometerChangeUncertainty: 5,
    testPressure: 5000,
    limit,
    rigLeak: 0,
    rigLeakUncertainty: 0,
  }
  /** Read off a dial with marks of 0.1 kPa, every other minute for twenty minutes. */
  const readOff = (rate: number): Reading[] =>
    Array.from({ length: 11 }, (_, k) => {
      const lost = (throughputFromStandard(rate) * 120 * k * STANDARD_TEMPERATURE) / (STANDARD_TEMPERATURE * setup.space.volume)
      return { t: 120 * k, pressure: Math.round((5000 - lost) / 100) * 100 }
    })
  test.each([0, 1.2])('does not seal a tank that loses %d mL/min', rate => {
    const estimate = estimateHold(setup, readOff(rate))
    expect(estimate.verdict).not.toBe('sealed')
    expect(estimate.signs).toContain('coarser than told')
  })
  test('and says what the same readings say with the step told as it is', () => {
    const { gauge } = setup
    const told = estimateHold({ ...setup, gauge: { ...gauge, resolution: 100 } }, readOff(1.2))
    const { signs: _, ...figures } = estimateHold({ ...setup, gauge: { ...gauge, resolution: 10 } }, readOff(1.2))
    expect(figures).toMatchObject({ below95: told.below95, above95: told.above95, verdict: told.verdict })
    expect(told.signs).not.toContain('coarser than told')
  })
})
