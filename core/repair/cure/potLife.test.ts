import { repairMaterial, type CureSheet } from '../material/repairMaterials'
import { cupShare, mixProblem, ringsBefore, workTime } from './potLife'

const sheet: CureSheet = { cureTime: 36_000, potLife: 1800, referenceTemperature: 298.15, floor: 288.15, ceiling: 303.15 }
const cup = (mass: number, depth: number | null = null) => ({ mass, density: 1100, depth })

test('the sheet’s cup has the sheet’s time; a thick half litre about a third of it', () => {
  expect(cupShare(cup(0.1))).toBe(1)
  expect(cupShare(cup(0.02))).toBe(1)
  expect(cupShare(cup(0.55))).toBeGreaterThan(0.28)
  expect(cupShare(cup(0.55))).toBeLessThan(0.36)
  expect(workTime(sheet, 298.15, cup(0.1))).toBe(1800)
})

test('the same mass poured into a tray lasts longer, in a deep tube less than in a cup', () => {
  expect(cupShare(cup(0.55, 0.01))).toBe(1)
  expect(cupShare(cup(0.55, 0.08))).toBeLessThan(cupShare(cup(0.55, 0.03)))
  expect(() => cupShare(cup(0))).toThrow('above zero')
  expect(() => cupShare(cup(0.1, 0))).toThrow('above zero')
})

test('a warm day shortens it, a cold one stretches it, below the floor it is none', () => {
  expect(workTime(sheet, 303.15, cup(0.1))! / 1800).toBeCloseTo(2 ** -0.5, 10)
  expect(workTime(sheet, 308.15, cup(0.1))! / 1800).toBeCloseTo(0.5, 10)
  expect(workTime(sheet, 288.15, cup(0.1))! / 1800).toBeCloseTo(2, 10)
  expect(workTime(sheet, 287, cup(0.1))).toBeNull()
  expect(workTime(repairMaterial('thread-sealant').cure!, 298.15, cup(0.01))).toBeNull()
})

test('its bell rings while there is time to drain', () => {
  expect(ringsBefore(1800)).toBe(360)
  expect(ringsBefore(400)).toBe(120)
  expect(ringsBefore(100)).toBe(50)
})

test('it is not mixed where it does not cure, nor where it runs', () => {
  expect(mixProblem(sheet, 293.15)).toBeNull()
  expect(mixProblem(sheet, 285)).toContain('does not cure below 15 °C')
  expect(mixProblem(sheet, 305)).toContain('not poured above 30 °C')
})
