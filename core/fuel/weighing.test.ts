import { fuels } from './fuels'
import { fitsIn, largestPanel, NOT_WEIGHED, weighingFault, weighUp, withUsual, type UnweighedTank } from './weighing'

const petrol = fuels.find(each => each.key === 'petrol')!
const tank: UnweighedTank = { fuel: petrol, capacity: 0.06, material: 'moulded polyethylene', shape: 'box' }

// Hand calculation: 40 L of 745 kg/m3 at 15 °C are 29.8 kg; in a box of 60 L and 200 mm they stand 133.3 mm deep, their middle
// at 66.7 mm; 20 mm under the pickup are a tenth, 6 L.
test('what was measured is weighed up', () => {
  const weighed = weighUp(tank, { ...NOT_WEIGHED, level: 0.04, tankMass: 9, height: 0.2, clearance: 0.02 })
  expect(weighed.fuelMass).toBeCloseTo(29.8, 6)
  expect(weighed.total).toBeCloseTo(38.8, 6)
  expect(weighed.depth).toBeCloseTo(0.13333, 4)
  expect(weighed.middle).toBeCloseTo(0.06667, 4)
  expect(weighed.unusable).toBeCloseTo(0.006, 6)
})

// 35 °C: 745 x (1 - 0.00095 x 20) = 730.845 kg/m3.
test('a warm fuel of a density of its own weighs what it does', () => {
  expect(weighUp(tank, { ...NOT_WEIGHED, level: 0.06, temperature: 308.15, tankMass: 9 }).fuelMass).toBeCloseTo(43.608, 2)
  expect(weighUp(tank, { ...NOT_WEIGHED, level: 0.06, density: 760, tankMass: 9 }).fuelMass).toBeCloseTo(45.6, 6)
})

// A box 1 : 0.6 : 0.35 of 60 L is 0.659 m long and 0.231 m high.
test('what nobody measured is as usual', () => {
  expect(withUsual(tank, NOT_WEIGHED)).toMatchObject({
    shape: 'box',
    level: 0.015,
    temperature: 288.15,
    density: petrol.density,
    length: 0.66,
    height: 0.23,
    clearance: 0.015,
  })
  expect(withUsual(tank, { ...NOT_WEIGHED, shape: 'keel', level: 0 })).toMatchObject({ shape: 'keel', level: 0 })
})

// 60 L and 200 mm high: a bottom of 0.3 m2. Standing 600 mm high and 700 mm long the side of 0.42 m2 is more than the bottom of
// 0.1 m2.
test('the largest side is the bottom of a flat tank, the side of a tall one', () => {
  expect(largestPanel(tank, { ...NOT_WEIGHED, height: 0.2 })).toBeCloseTo(0.3, 9)
  expect(largestPanel(tank, { ...NOT_WEIGHED, length: 0.7, height: 0.6 })).toBeCloseTo(0.42, 9)
  // Nobody measured: a box 1 : 0.6 : 0.35 has a bottom of 0.6 x 0.659 x 0.659 m.
  expect(largestPanel(tank, NOT_WEIGHED)).toBeCloseTo(0.26, 2)
})

test('what cannot be is named, and not weighed up', () => {
  const fault = (change: Partial<typeof NOT_WEIGHED>) => weighingFault(tank, { ...NOT_WEIGHED, ...change })
  expect(fault({})).toBeNull()
  expect(fault({ level: 0.0612 })).toBeNull()
  expect(fault({ level: 0.062 })).toBe('over capacity')
  expect(
    [{ level: -0.001 }, { level: NaN }, { tankMass: 0 }, { height: NaN }, { temperature: 0 }, { clearance: -0.01 }].map(fault),
  ).toEqual(Array(6).fill('no number'))
  expect([{ density: 0.745 }, { density: 83 }, { density: 1340 }].map(fault)).toEqual(Array(3).fill('density'))
  expect(() => weighUp(tank, { ...NOT_WEIGHED, density: 83 })).toThrow('density')
  expect([fitsIn(0, 0.06), fitsIn(0.06, 0.06), fitsIn(0.07, 0.06), fitsIn(NaN, 0.06)]).toEqual([true, true, false, false])
})
