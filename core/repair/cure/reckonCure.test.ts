import fc from 'fast-check'
import { cureProgress, timeToCure } from './cure'
import { reckonCure, type ShopTemperature } from './reckonCure'
import type { CureSheet } from '../material/repairMaterials'

const HOUR = 3600
/** Ten hours at 25 °C, none below 5 °C. */
const sheet: CureSheet = { cureTime: 10 * HOUR, potLife: 1800, referenceTemperature: 298.15, floor: 278.15, ceiling: 318.15 }
const at = (
  hours: number,
  temperature: number | null,
  lowest: [celsius: number, sinceHours: number] | null = null,
): ShopTemperature => ({
  t: hours * HOUR,
  temperature: temperature === null ? null : temperature + 273.15,
  lowest: lowest && { temperature: lowest[0] + 273.15, since: lowest[1] * HOUR },
})
const cured = (celsius: number, read: ShopTemperature[], of = sheet) => {
  const { curedAt } = reckonCure(of, celsius + 273.15, read)
  return curedAt === null ? null : curedAt / HOUR
}

test('without a reading it cures as it was put on', () => {
  expect(cured(25, [])).toBeCloseTo(10, 10)
  expect(cured(15, [])).toBeCloseTo(20, 10)
  expect(reckonCure(sheet, 298.15, [])).toEqual({ steps: [{ t: 0, temperature: 298.15 }], curedAt: 36_000 })
})

test('between two readings the colder one counts, and the last goes on', () => {
  // Four hours at 15 °C are two of the sheet's; eight are left, at 15 °C sixteen.
  expect(cured(25, [at(4, 15)])).toBeCloseTo(20, 10)
  // Warmer at the next reading is warm from then only.
  expect(cured(15, [at(4, 25)])).toBeCloseTo(12, 10)
})

test('the lowest of the night counts since it was last looked at, and what is warm again goes on warm', () => {
  // 12 h of night at 5 °C or a little below: nothing; then ten hours at 25 °C.
  expect(cured(25, [at(12, 25, [4, 0])])).toBeCloseTo(22, 10)
  // Looked at after two hours: these are warm, the ten after are not.
  expect(cured(25, [at(2, 25), at(12, 25, [4, 2])])).toBeCloseTo(20, 10)
  // Since before it was put on.
  expect(cured(25, [at(12, 25, [4, -9])])).toBeCloseTo(22, 10)
  expect(cured(25, [at(12, null, [15, 0])])).toBeCloseTo(20, 10)
})

test('below the floor it stands still until it is warm again', () => {
  expect(cured(25, [at(2, 3)])).toBeNull()
  expect(reckonCure(sheet, 298.15, [at(2, 3)]).steps).toEqual([{ t: 0, temperature: 276.15 }])
  expect(cured(25, [at(2, 3), at(5, 25)])).toBeCloseTo(15, 10)
})

test('a whole day on record comes again', () => {
  const slow = { ...sheet, cureTime: 48 * HOUR }
  // Twelve hours at 25 °C and twelve at 15 °C are eighteen a day; after two days and 36, six of 12 in the third are half of the cold.
  const read = [at(12, 25), at(24, 25, [15, 12])]
  expect(cured(25, read, slow)).toBeCloseTo(48 + 12, 10)
  expect(cured(25, [at(12, 3, [3, 0]), at(24, 3, [3, 12])], slow)).toBeNull()
  const { steps } = reckonCure(slow, 298.15, read)
  expect(steps.map(step => step.t / HOUR)).toEqual([0, 12, 24, 36, 48])
})

test('a cold day does not undo what had cured in the week before it', () => {
  expect(cured(25, [at(120, 3)])).toBeCloseTo(10, 10)
  expect(cured(25, [at(120, 3, [3, 48])])).toBeCloseTo(10, 10)
  // Twelve hours before it are in doubt: eight had cured by then.
  expect(cured(25, [at(20, 3), at(21, 25)])).toBeCloseTo(23, 10)
  expect(cured(15, [at(20, 3), at(21, 25)])).toBeCloseTo(27, 10)
})

test('what is read after it had cured, or before it was put on, changes nothing', () => {
  expect(cured(25, [at(-1, 3), at(11, 25), at(12, 3)])).toBeCloseTo(10, 10)
})

const reading = fc.record({
  t: fc.integer({ min: 1, max: 200 * HOUR }),
  temperature: fc.option(fc.double({ min: 265, max: 320, noNaN: true })),
  lowest: fc.record({
    temperature: fc.double({ min: 265, max: 320, noNaN: true }),
    since: fc.integer({ min: 0, max: 70 * HOUR }),
  }),
})
const readings = fc.array(
  reading.map(({ lowest, ...each }): ShopTemperature => ({
    ...each,
    lowest: { ...lowest, since: Math.max(-50, each.t - lowest.since) },
  })),
  { maxLength: 12 },
)
const warmth = fc.double({ min: 265, max: 320, noNaN: true })

test('the steps add up to the whole cure', () => {
  fc.assert(
    fc.property(warmth, readings, (temperature, read) => {
      const { steps, curedAt } = reckonCure(sheet, temperature, read)
      if (curedAt === null) return
      expect(cureProgress(sheet, steps, curedAt)).toBeCloseTo(1, 8)
      expect(curedAt).toBeGreaterThanOrEqual(timeToCure(sheet, 320) - 1e-6)
    }),
  )
})

test('colder at one reading never cures sooner', () => {
  const when = (temperature: number, read: readonly ShopTemperature[]) =>
    reckonCure(sheet, temperature, read).curedAt ?? Infinity
  fc.assert(
    fc.property(warmth, readings, fc.nat(), fc.double({ min: 0, max: 30, noNaN: true }), (temperature, read, which, colder) => {
      fc.pre(read.length > 0)
      const k = which % read.length
      const cooled = read.map((each, i): ShopTemperature => {
        if (i !== k) return each
        const lowest = each.lowest && { ...each.lowest, temperature: each.lowest.temperature - colder }
        return { ...each, temperature: each.temperature && each.temperature - colder, lowest }
      })
      expect(when(temperature, cooled)).toBeGreaterThanOrEqual(when(temperature, read) * (1 - 1e-9))
    }),
    { numRuns: 1000 },
  )
})
