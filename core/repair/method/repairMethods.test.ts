import { partFamilies } from '../../circuit/boundary'
import { repairMethodName, repairMethods, type RepairStanding } from './repairMethods'
import { fuelName, fuels } from '../../fuel/fuels'

test('there is something to do about every kind of part, and every method has a name and families that exist', () => {
  for (const family of partFamilies)
    expect(repairMethods.some(method => method.families.length === 0 || method.families.includes(family))).toBe(true)
  expect(new Set(repairMethods.map(method => method.key)).size).toBe(repairMethods.length)
  for (const method of repairMethods) for (const family of method.families) expect(partFamilies).toContain(family)
  expect(repairMethodName('wick')).toContain('thread sealant')
  expect(repairMethodName('gone')).toBe('gone')
})

test('every family but the canister has a method of its own, and heat is marked', () => {
  for (const family of partFamilies.filter(each => each !== 'canister'))
    expect(repairMethods.filter(method => method.families.includes(family)).length).toBeGreaterThan(0)
  expect(repairMethods.filter(method => method.heat).map(method => method.key)).toEqual(['plastic-weld'])
})

test('what is known to be short-lived is marked so', () => {
  const keys = (counts: RepairStanding) => repairMethods.filter(method => method.counts === counts).map(method => method.key)
  expect(keys('short-lived')).toEqual(['tighten'])
  expect(keys('trial')).toEqual(['wick'])
  expect(keys('temporary')).toEqual(['patch', 'stopgap'])
})

test('fuels have the properties of their kind', () => {
  for (const fuel of fuels) {
    expect(fuel.density).toBeGreaterThan(700)
    expect(fuel.density).toBeLessThan(850)
    expect(fuel.lowerExplosiveLimit).toBeGreaterThan(0.005)
    expect(fuel.lowerExplosiveLimit).toBeLessThan(0.02)
  }
  const flash = (key: string) => fuels.find(fuel => fuel.key === key)!.flashPoint
  expect(flash('petrol')).toBeLessThan(flash('jet'))
  expect(flash('jet')).toBeLessThan(flash('diesel'))
  expect(fuelName('avgas')).toBe('Avgas 100')
})
