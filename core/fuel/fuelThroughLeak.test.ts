import { equivalentHole } from '../gas/equivalentHole'
import { capillaryFlow } from '../gas/viscousFlow'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { fuels } from './fuels'
import { fuelThroughLeak, gasLimitForFuel, harmlessFuel } from './fuelThroughLeak'

const fuel = (key: string) => fuels.find(each => each.key === key)!
const perDay = (volume: number) => volume * 86_400 * 1e6 // mL
const capillary = capillaryFlow({ diameter: 50e-6, length: 1.5e-3 }, 101_325 + 6895, 101_325)

test.each([
  ['petrol', 38.7],
  ['diesel', 7.2],
])('the 50 µm capillary passes %s at %d mL a day', (key, millilitres) => {
  expect(perDay(fuelThroughLeak(capillary, 6895, fuel(key), { viscousWeight: 1 }).likely)).toBeCloseTo(millilitres, 0)
})

test('about 16 and 3 mL a day per std mL/min at 6.895 kPa as a fine crack', () => {
  const one = (key: string) => fuelThroughLeak(throughputFromStandard(1), 6895, fuel(key), { viscousWeight: 1 })
  expect(perDay(one('petrol').likely)).toBeCloseTo(16, 0)
  expect(perDay(one('diesel').likely)).toBeCloseTo(3, 0)
})

test('through a hole by Torricelli: 0.5 mm under 0.3 m passes 25 L of whatever fuel a day', () => {
  const gas = throughputFromStandard(563.9) // 0.508 mm at 3.487 kPa
  const aDay = 0.61 * (Math.PI / 4) * 0.508e-3 ** 2 * Math.sqrt(2 * 9.80665 * 0.3) * 86_400 * 1e6
  expect(aDay).toBeCloseTo(25_920, -2)
  for (const key of ['petrol', 'diesel'])
    expect(perDay(fuelThroughLeak(gas, 3487, fuel(key), { viscousWeight: 0 }).likely) / aDay).toBeCloseTo(1, 3)
})

test('where nobody has weighed the laws the band spans both, with an order of magnitude of its own', () => {
  const gas = throughputFromStandard(1)
  const by = (viscousWeight: number) => fuelThroughLeak(gas, 6895, fuel('diesel'), { viscousWeight })
  const [crack, hole] = [by(1), by(0)]
  const { likely, low, high } = fuelThroughLeak(gas, 6895, fuel('diesel'))
  expect(hole.likely / crack.likely).toBeGreaterThan(6)
  expect(likely).toBeCloseTo((crack.likely + hole.likely) / 2, 18)
  expect(low).toBeCloseTo(crack.likely / Math.sqrt(10), 18)
  expect(high).toBeCloseTo(hole.likely * Math.sqrt(10), 18)
})

test('a vacuum test of the same leak says about the same', () => {
  const vacuum = -capillaryFlow({ diameter: 50e-6, length: 1.5e-3 }, 101_325 - 3000, 101_325)
  expect(perDay(fuelThroughLeak(vacuum, -3000, fuel('petrol'), { viscousWeight: 1 }).likely)).toBeCloseTo(38.7, 0)
})

describe('what it looks like', () => {
  const leak = (mLmin: number, key: string, more = {}) =>
    fuelThroughLeak(throughputFromStandard(mLmin), 6895, fuel(key), { viscousWeight: 1, ...more })
  test.each([
    [0, 'petrol', 'nothing to see'],
    [0.001, 'petrol', 'nothing to see'],
    [0.3, 'petrol', 'smell only'],
    [2, 'petrol', 'stain'],
    [11, 'petrol', 'drip'], // 176 mL a day
    [0.02, 'diesel', 'stain'],
    [1, 'diesel', 'drip'],
    [200, 'petrol', 'run'],
  ])('%d mL/min of gas, %s: %s', (mLmin, key, look) => {
    expect(leak(mLmin, key).look).toBe(look)
  })
  test('drops fall as what does not dry gathers', () => {
    const { likely, dropEvery } = leak(11, 'petrol')
    const dries = (fuel('petrol').drying * 0.002) / fuel('petrol').density
    expect(dropEvery).toBeCloseTo(0.025e-6 / (likely - dries), 6)
    expect(leak(2, 'petrol').dropEvery).toBeNull()
  })
  test('without a pressure nothing is said', () => {
    expect(fuelThroughLeak(1e-3, 0, fuel('petrol'))).toMatchObject({ likely: 0, look: 'nothing to see' })
  })
})

describe('a limit for a part that fuel stands on', () => {
  test.each(['petrol', 'avgas', 'e85', 'jet', 'diesel'])('%s: what just passes it neither drips nor stains', key => {
    const limit = gasLimitForFuel(5000, fuel(key))
    const look = (times: number) => fuelThroughLeak(0.999 * times * limit, 5000, fuel(key), { viscousWeight: 1 })
    expect(look(1).likely / harmlessFuel(fuel(key))).toBeCloseTo(0.999, 9)
    expect(['drip', 'run']).not.toContain(look(1).look)
    expect(look(12).look).toBe('drip')
  })
  test('it is stricter under more fuel, wider at more pressure', () => {
    expect(gasLimitForFuel(5000, fuel('petrol'), 0.6)).toBeCloseTo(gasLimitForFuel(5000, fuel('petrol')) / 2, 12)
    expect(gasLimitForFuel(10_000, fuel('petrol')) / gasLimitForFuel(5000, fuel('petrol'))).toBeCloseTo(
      2 * ((101_325 + 5000) / (101_325 + 2500)),
      9,
    )
  })
})

test('an equivalent hole is the orifice check turned round', () => {
  expect(equivalentHole(throughputFromStandard(563.9), 3487) * 1000).toBeCloseTo(0.508, 3)
  expect(equivalentHole(throughputFromStandard(191.8), 6895) * 1000).toBeCloseTo(0.25, 3)
  expect(equivalentHole(0, 6895)).toBe(0)
  expect(equivalentHole(throughputFromStandard(100), -3500)).toBeGreaterThan(0)
  const heavy = equivalentHole(throughputFromStandard(100), 3500, { molarMass: 0.0440095 })
  expect(heavy / equivalentHole(throughputFromStandard(100), 3500)).toBeCloseTo((0.0440095 / 0.0289647) ** 0.25, 9)
})
