import { equivalentHole } from '../gas/equivalentHole'
import { capillaryFlow } from '../gas/viscousFlow'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { fuels } from './fuels'
import { fuelThroughLeak } from './fuelThroughLeak'

const fuel = (key: string) => fuels.find(each => each.key === key)!
const perDay = (volume: number) => volume * 86_400 * 1e6 // mL
const capillary = capillaryFlow({ diameter: 50e-6, length: 1.5e-3 }, 101_325 + 6895, 101_325)

test.each([
  ['petrol', 38.7],
  ['diesel', 7.2],
])('the 50 µm capillary passes %s at %d mL a day', (key, millilitres) => {
  expect(perDay(fuelThroughLeak(capillary, 6895, fuel(key)).likely)).toBeCloseTo(millilitres, 0)
})

test('about 16 and 3 mL a day per std mL/min at 6.895 kPa, within an order of magnitude', () => {
  const one = (key: string) => fuelThroughLeak(throughputFromStandard(1), 6895, fuel(key))
  expect(perDay(one('petrol').likely)).toBeCloseTo(16, 0)
  expect(perDay(one('diesel').likely)).toBeCloseTo(3, 0)
  expect(one('petrol').high / one('petrol').low).toBeCloseTo(10, 6)
})

test('a vacuum test of the same leak says about the same', () => {
  const vacuum = -capillaryFlow({ diameter: 50e-6, length: 1.5e-3 }, 101_325 - 3000, 101_325)
  expect(perDay(fuelThroughLeak(vacuum, -3000, fuel('petrol')).likely)).toBeCloseTo(38.7, 0)
})

test('what it looks like: large drips, small stains or smells by how fast the fuel dries, none is none', () => {
  const look = (mLmin: number, key: string) => fuelThroughLeak(throughputFromStandard(mLmin), 6895, fuel(key)).look
  expect(look(0, 'petrol')).toBe('nothing to see')
  expect(look(0.3, 'petrol')).toBe('smell only')
  expect(look(50, 'petrol')).toBe('drip')
  expect(look(1, 'diesel')).toBe('drip')
  expect(look(0.1, 'diesel')).toBe('stain')
})

test('an equivalent hole is the orifice check turned round', () => {
  expect(equivalentHole(throughputFromStandard(563.9), 3487) * 1000).toBeCloseTo(0.508, 3)
  expect(equivalentHole(throughputFromStandard(191.8), 6895) * 1000).toBeCloseTo(0.25, 3)
  expect(equivalentHole(0, 6895)).toBe(0)
  expect(equivalentHole(throughputFromStandard(100), -3500)).toBeGreaterThan(0)
})
