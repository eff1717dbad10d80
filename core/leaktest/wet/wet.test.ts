import fc from 'fast-check'
import { LEAST_WATCH, smallestWetSeen, wetWatch } from './smallestWetSeen'
import { wetLook, wetLooks } from './wetLooks'

const petrol = { density: 745, drying: 1.5e-4 }
const diesel = { density: 832, drying: 5e-8 }
const mLday = (rate: number) => rate * 1e6 * 86_400
const perDay = (mL: number) => (mL * 1e-6) / 86_400

describe('the smallest loss that shows', () => {
  test('diesel wiped dry for an hour: a drop, 0.6 mL a day', () => {
    // 0.025 mL x 24; what dries off 10 cm2 is 0.005 mL a day
    expect(mLday(smallestWetSeen(wetLook('dry wipe'), diesel, 3600))).toBeCloseTo(0.605, 3)
  })
  test('petrol wiped dry: 17 mL a day dry off before anything shows, however long the watch', () => {
    // 1.5e-4 kg/(m2 s) x 10 cm2 / 745 kg/m3 = 17.4 mL a day
    expect(mLday(smallestWetSeen(wetLook('dry wipe'), petrol, 1e9))).toBeCloseTo(17.4, 1)
    expect(wetWatch(wetLook('dry wipe'), petrol, perDay(7))).toBe(Infinity)
  })
  test('petrol on talc for half an hour: 2 mL a day', () => {
    // 0.005 mL x 48 + 1.74 mL a day off 1 cm2
    expect(mLday(smallestWetSeen(wetLook('talc'), petrol, 1800))).toBeCloseTo(0.24 + 1.74, 2)
  })
  test('under foil nothing dries: the same on paper for every fuel', () => {
    const paper = wetLook('blotting paper')
    expect(smallestWetSeen(paper, petrol, 3600)).toBe(smallestWetSeen(paper, diesel, 3600))
  })
})

describe('how long to watch', () => {
  test('never shorter than fuel takes to find its way', () => {
    expect(wetWatch(wetLook('talc'), diesel, perDay(1000))).toBe(LEAST_WATCH)
  })
  test('after the watch for a loss, that loss is what shows', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...wetLooks),
        fc.constantFrom(petrol, diesel),
        fc.double({ min: 0.01, max: 1000, noNaN: true }),
        (look, fuel, mL) => {
          const watch = wetWatch(look, fuel, perDay(mL))
          if (watch === Infinity) return expect(smallestWetSeen(look, fuel, 1e12)).toBeGreaterThanOrEqual(perDay(mL) * 0.999)
          expect(smallestWetSeen(look, fuel, watch)).toBeLessThanOrEqual(perDay(mL) * (1 + 1e-9))
        },
      ),
    )
  })
  test('what cannot be is told', () => {
    expect(() => smallestWetSeen(wetLook('talc'), petrol, 0)).toThrow('longer than no time')
    expect(() => smallestWetSeen(wetLook('talc'), petrol, NaN)).toThrow('longer than no time')
    expect(() => wetWatch(wetLook('talc'), petrol, 0)).toThrow('more than none')
    expect(() => wetLook('feel')).toThrow('no way of seeing')
  })
})
