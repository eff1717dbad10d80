import { reckonCure } from './reckonCure'
import { cureBand, cureProgress, cureSpeed, potLife, timeToCure } from './cure'
import { repairMaterial, repairMaterials, type CureSheet } from '../material/repairMaterials'

const sheet: CureSheet = { cureTime: 10 * 3600, potLife: 1800, referenceTemperature: 298.15, floor: 278.15, ceiling: 318.15 }

test('ten kelvin colder takes twice as long, ten warmer half', () => {
  expect(timeToCure(sheet, 298.15)).toBeCloseTo(36_000, 6)
  expect(timeToCure(sheet, 288.15)).toBeCloseTo(72_000, 6)
  expect(timeToCure(sheet, 308.15)).toBeCloseTo(18_000, 6)
  expect(potLife(sheet, 288.15)).toBeCloseTo(3600, 6)
})

test('below the floor it stops, above the ceiling it gains nothing', () => {
  expect(cureSpeed(sheet, 278)).toBe(0)
  expect(timeToCure(sheet, 270)).toBe(Infinity)
  expect(cureSpeed(sheet, 340)).toBe(cureSpeed(sheet, 318.15))
})

test('progress adds up over a temperature record, and stands still in the cold', () => {
  const record = [
    { t: 0, temperature: 298.15 },
    { t: 18_000, temperature: 270 },
    { t: 30_000, temperature: 308.15 },
  ]
  expect(cureProgress(sheet, record, 18_000)).toBeCloseTo(0.5, 10)
  expect(cureProgress(sheet, record, 30_000)).toBeCloseTo(0.5, 10)
  expect(cureProgress(sheet, record, 39_000)).toBeCloseTo(1, 10)
  expect(cureProgress(sheet, record, -5)).toBe(0)
})

test('a spread gives soonest and latest, which may be never', () => {
  const band = cureBand(sheet, 279.15, 2)
  expect(band.soonest).toBeLessThan(timeToCure(sheet, 279.15))
  expect(band.latest).toBe(Infinity)
})

test('every material that cures has a sheet that makes sense', () => {
  for (const { cure } of repairMaterials.filter(material => material.cure)) {
    expect(cure!.floor).toBeLessThan(cure!.referenceTemperature)
    expect(cure!.ceiling).toBeGreaterThan(cure!.referenceTemperature)
    expect(cure!.cureTime).toBeGreaterThan(cure!.potLife)
  }
  expect(() => repairMaterial('chewing gum')).toThrow('no repair material')
})

test('a shop that swings as a sine over days cures by the closed form, from a log of every five minutes, within 1 %', () => {
  // The mean of 2^(A sin / 10) over whole days is the modified Bessel function I0(A ln 2 / 10), here by its series.
  const bessel = (x: number) => {
    let [sum, term] = [1, 1]
    for (let k = 1; k < 20; k++) sum += term *= (x / 2 / k) ** 2
    return sum
  }
  const day = 86_400
  for (const [mean, swing] of [
    [288.15, 8],
    [295.15, 3],
    [283.15, 12],
  ] as const) {
    const cureTime = 2 ** ((mean - 298.15) / 10) * bessel((swing * Math.LN2) / 10) * 3 * day
    const slow = { ...sheet, cureTime, floor: 200, ceiling: 400 }
    const read = Array.from({ length: (3 * day) / 300 + 1 }, (_, i) => ({
      t: i * 300,
      temperature: mean + swing * Math.sin((2 * Math.PI * i * 300) / day),
    }))
    expect(cureProgress(slow, read, 3 * day)).toBeCloseTo(1, 2)
    // As the shop's thermometer counts, the colder of two readings: never sooner, and within 1 %.
    const { curedAt } = reckonCure(
      slow,
      read[0]!.temperature,
      read.map(each => ({ ...each, lowest: null })),
    )
    expect(curedAt! / (3 * day)).toBeGreaterThanOrEqual(1)
    expect(curedAt! / (3 * day)).toBeLessThan(1.01)
  }
})
