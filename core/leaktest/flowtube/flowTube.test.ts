import { throughputFromStandard } from '../../quantity/standardLeakRate'
import { flowAtMark, readFlowTube, type BallReading, type FlowTube } from './flowTube'

const LITRE_A_MINUTE = 1 / 60_000
const tube: FlowTube = { smallest: 0.05 * LITRE_A_MINUTE, largest: 2 * LITRE_A_MINUTE, readDoubt: 0.02, gas: 'air' }
const floats = (litres: number): BallReading => ({ ball: 'floats', at: litres * LITRE_A_MINUTE })
const floor: BallReading = { ball: 'floor' }
const at = (litres: number) => flowAtMark(litres * LITRE_A_MINUTE, tube, 3000)
const spread = Math.SQRT2 * 0.02 * at(2)
const limit = throughputFromStandard(20)
const read = (reading: BallReading, own: BallReading = floor) => readFlowTube(tube, reading, own, 3000, { limit: limit })

test('a floating ball is a rate with a two-sided interval, the machine’s own leak between none and its smallest mark', () => {
  const { rate, low95, high95, smallestSeen } = read(floats(1))
  expect(rate).toBeCloseTo(at(1) - at(0.05) / 2, 9)
  expect(low95).toBeCloseTo(at(1) - at(0.05) - 1.959964 * spread, 9)
  expect(high95).toBeCloseTo(at(1) + 1.959964 * spread, 9)
  expect(smallestSeen).toBeCloseTo(Math.max(at(0.05), 1.644854 * spread), 9)
})

test('a machine that leaks by itself is taken off the rate and both ends', () => {
  const { rate, low95, high95 } = read(floats(1), floats(0.4))
  expect(rate).toBeCloseTo(at(1) - at(0.4), 9)
  expect(low95).toBeCloseTo(at(1) - at(0.4) - 1.959964 * spread, 9)
  expect(high95).toBeCloseTo(at(1) - at(0.4) + 1.959964 * spread, 9)
  expect(read(floats(0.3), floats(1))).toMatchObject({ rate: 0, low95: 0, high95: at(0.05) })
})

test('a ball on the floor says less than the smallest mark, one at the top more than the largest', () => {
  expect(read(floor)).toMatchObject({ rate: 0, low95: 0, high95: at(0.05), hole: 0 })
  const top = read({ ball: 'top' })
  expect(top.low95).toBeCloseTo(at(2) - at(0.05) - 1.959964 * spread, 9)
  expect(top.high95).toBe(Infinity)
})

test('a fine tube sees down to its smallest mark, and no further', () => {
  const fine = readFlowTube({ ...tube, readDoubt: 0.001 }, floats(1), floor, 3000, { limit: limit })
  expect(fine.smallestSeen).toBeCloseTo(at(0.05), 12)
})

test('warmer and thinner air passes more volume and less gas', () => {
  const warm = flowAtMark(LITRE_A_MINUTE, tube, 3000, { temperature: 303.15 })
  // Volume goes with sqrt(T), gas in it with 1/T: together 1/sqrt(T).
  expect(warm / at(1)).toBeCloseTo(Math.sqrt(293.15 / 303.15), 9)
  expect(flowAtMark(LITRE_A_MINUTE, tube, 3000, { barometer: 90_000 }) / at(1)).toBeCloseTo(Math.sqrt(93_000 / 104_325), 9)
})

describe('smoke carried in a heavier gas', () => {
  const of = (gas: FlowTube['gas']) => readFlowTube({ ...tube, gas }, floats(1), floor, 3000, { limit: limit })
  const passed = (gas: FlowTube['gas']) => {
    const own = (litres: number) => flowAtMark(litres * LITRE_A_MINUTE, { gas }, 3000)
    return own(1) - own(0.05) / 2
  }
  test.each([
    ['carbon dioxide', 0.0440095],
    ['argon', 0.039948],
  ] as const)('%s passes less through the same hole: air would leak more there', (gas, molarMass) => {
    const density = molarMass / 0.0289647
    expect(of(gas).rate).toBeCloseTo(passed(gas) * Math.sqrt(density), 9)
    // What the tube marks falls with the root of the density, what the hole passes too: the same mark is the same hole.
    expect(of(gas).hole / of('air').hole).toBeCloseTo(1, 6)
  })
  test('whether crack or hole is not known, and the bounds hold both', () => {
    const air = of('air')
    const carbonDioxide = of('carbon dioxide')
    expect(carbonDioxide.above95 / carbonDioxide.below95).toBeLessThan(air.above95 / air.below95)
  })
})
