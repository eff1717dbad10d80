import fc from 'fast-check'
import { DROP_VOLUME } from '../../quantity/dropVolume'
import { standardFromThroughput } from '../../quantity/standardLeakRate'
import { bubbleRate, depthPressure } from './bubbles'
import { countedRate, MOST_COUNTED } from './countedRate'
import { dropFreeTime, dropRate, spotRate } from './drops'

const mLday = (rate: number) => rate * 1e6 * 86_400

describe('a rate by counting', () => {
  test.each([
    // Exact intervals of a Poisson mean, tables of any text on counting (Garwood).
    [0, 0, 3.689],
    [1, 0.0253, 5.572],
    [5, 1.623, 11.668],
    [10, 4.795, 18.39],
    [100, 81.36, 121.63],
  ])('%i counted lie between %f and %f', (count, low, high) => {
    const rate = countedRate(count, 1)
    expect(rate.likely).toBe(count)
    expect(rate.low).toBeCloseTo(low, count < 5 ? 3 : 2)
    expect(rate.high).toBeCloseTo(high, 2)
  })
  test('twice the time with twice the count is the same rate, known better', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.double({ min: 1, max: 3600, noNaN: true }), (count, seconds) => {
        const [once, twice] = [countedRate(count, seconds), countedRate(2 * count, 2 * seconds)]
        expect(twice.likely).toBeCloseTo(once.likely, 9)
        expect(twice.high - twice.low).toBeLessThan(once.high - once.low)
        expect(once.low).toBeLessThan(once.likely)
        expect(once.high).toBeGreaterThan(once.likely)
      }),
      { numRuns: 50 },
    )
  })
  test('what cannot be counted is told', () => {
    for (const count of [-1, 2.5, NaN, MOST_COUNTED + 1]) expect(() => countedRate(count, 60)).toThrow('whole ones')
    for (const seconds of [0, -1, NaN, Infinity]) expect(() => countedRate(1, seconds)).toThrow('how long')
  })
})

describe('drops', () => {
  test('six drops a minute of 0.025 mL are 216 mL a day', () => {
    const rate = dropRate(6, 60)
    // 6/min x 0.025 mL x 1440 min
    expect(mLday(rate.likely)).toBeCloseTo(216, 6)
    // Fewest 2.202 of 0.02 mL, most 13.06 of 0.03 mL.
    expect(mLday(rate.low)).toBeCloseTo(2.202 * 0.02 * 1440, 0)
    expect(mLday(rate.high)).toBeCloseTo(13.06 * 0.03 * 1440, 0)
  })
  test('none in ten minutes may still be 15.9 mL a day', () => {
    // 3.689 of 0.03 mL in 10 min
    expect(mLday(dropRate(0, 600).high)).toBeCloseTo(3.689 * 0.03 * 144, 1)
    expect(dropRate(0, 600)).toMatchObject({ likely: 0, low: 0 })
  })
  test('without a drop for that long it is surely less', () => {
    const rate = 1e-10
    expect(dropRate(0, dropFreeTime(rate)).high).toBeCloseTo(rate, 15)
  })
  test('a spot twice as wide as a drop’s holds four drops', () => {
    const rate = spotRate(0.04, 0.02, 3600)
    expect(rate.likely).toBeCloseTo((4 * DROP_VOLUME) / 3600, 18)
    expect(mLday(rate.likely)).toBeCloseTo(2.4, 9)
    expect(rate.low).toBeLessThan(rate.likely)
    expect(rate.high).toBeGreaterThan(rate.likely)
  })
  test('a spot without a width, or without a time, is told', () => {
    expect(() => spotRate(0, 0.02, 60)).toThrow('both spots')
    expect(() => spotRate(0.02, NaN, 60)).toThrow('both spots')
    expect(() => spotRate(0.02, 0.02, 0)).toThrow('how long')
  })
})

describe('bubbles', () => {
  test('one of 3 mm a second is 0.85 mL a minute at the surface, and more by its depth', () => {
    // pi (3 mm)³ / 6 = 14.14 mm3; x 60 = 0.848 mL/min at 101.325 kPa and 20 °C
    expect(standardFromThroughput(bubbleRate(60, 60, 0.003, { depth: 0 }).likely)).toBeCloseTo(0.848, 3)
    // 1 m of water is 9.789 kPa: x 1.0966
    expect(depthPressure(1)).toBeCloseTo(9789, 0)
    expect(standardFromThroughput(bubbleRate(60, 60, 0.003, { depth: 1 }).likely)).toBeCloseTo(0.848 * 1.0966, 3)
  })
  test('warm water, and a low barometer, hold less gas in the same bubble', () => {
    const plain = bubbleRate(10, 60, 0.003, { depth: 0.2 })
    expect(bubbleRate(10, 60, 0.003, { depth: 0.2, temperature: 313.15 }).likely / plain.likely).toBeCloseTo(293.15 / 313.15, 9)
    expect(bubbleRate(10, 60, 0.003, { depth: 0.2, barometer: 97_000 }).likely).toBeLessThan(plain.likely)
  })
  test('a width out by a fifth is a volume out by half to three quarters', () => {
    const { likely, low, high } = bubbleRate(2000, 600, 0.003)
    expect(low / likely).toBeLessThan(0.512)
    expect(high / likely).toBeGreaterThan(1.728)
  })
  test('what is no bubble and no depth is told', () => {
    expect(() => bubbleRate(1, 60, 3)).toThrow('Check the unit')
    expect(() => bubbleRate(1, 60, 0.003, { depth: -1 })).toThrow('depth')
    expect(() => bubbleRate(1, 60, 0.003, { depth: NaN })).toThrow('depth')
  })
})
