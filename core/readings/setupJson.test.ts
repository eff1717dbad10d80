import { throughputFromStandard } from '../quantity/standardLeakRate'
import { setupFromJson, setupToJson } from './setupJson'

const whole = {
  method: 'pressure-decay',
  ullage_L: 60,
  ullageUncertainty_L: 1.2,
  wallGive_perKPa: 0.006,
  wallGiveUncertainty_perKPa: 0.001,
  gauge: { resolution_kPa: 0.01, noise_kPa: 0.003 },
  temperatureChangeUncertainty_C: 0.1,
  barometerChangeUncertainty_hPa: 0.2,
  testPressure_kPa: 6.9,
  acceptance: { limit_mLmin: 1 },
  rigLeak_mLmin: 0.02,
  rigLeakUncertainty_mLmin: 0.01,
}
const near = (value: number) => expect.closeTo(value, 12)

test('each quantity becomes SI', () => {
  expect(setupFromJson(whole)).toEqual({
    method: 'pressure-decay',
    space: { volume: near(0.06), wallGive: near(6e-6) },
    volumeUncertainty: near(0.0012),
    wallGiveUncertainty: near(1e-6),
    gauge: { resolution: near(10), noise: near(3) },
    temperatureChangeUncertainty: 0.1,
    barometerChangeUncertainty: near(20),
    testPressure: near(6900),
    limit: near(throughputFromStandard(1)),
    rigLeak: near(throughputFromStandard(0.02)),
    rigLeakUncertainty: near(throughputFromStandard(0.01)),
  })
})

test('a set-up that was written is read back as the same hold, surroundings and bottle with it', () => {
  const bottle = { volume_L: 1, lies: 'beside', resolution_kPa: 0.001, noise_kPa: 0.002, leakUncertainty_mLmin: 0.004 }
  const vacuum = { ...whole, method: 'vacuum-decay', testPressure_kPa: -3, place: 'outdoors', wall: 'plastic', inside: 'dry' }
  for (const json of [whole, { ...whole, bottle }, vacuum]) {
    const setup = setupFromJson(json)
    const written = setupToJson(setup)
    expect(written).toEqual(expect.objectContaining(json))
    expect(setupFromJson(JSON.parse(JSON.stringify(written)))).toEqual(setup)
  }
})

test('what is absent is none, of the volume 2 %, of the surroundings what nobody sees', () => {
  const { method, ullage_L, testPressure_kPa, acceptance } = whole
  expect(setupFromJson({ method, ullage_L, testPressure_kPa, acceptance, gauge: {} })).toMatchObject({
    space: { wallGive: 0 },
    volumeUncertainty: near(0.0012),
    wallGiveUncertainty: 0,
    gauge: { resolution: 0, noise: 0 },
    temperatureChangeUncertainty: 0.5,
    barometerChangeUncertainty: near(40),
    rigLeak: 0,
    rigLeakUncertainty: 0,
  })
})

test.each<[object | null, string]>([
  [null, 'The set-up must be a JSON object.'],
  [[], 'The set-up must be a JSON object.'],
  [{ ...whole, gauge: undefined }, 'gauge must be a JSON object.'],
  [{ ...whole, acceptance: 1 }, 'acceptance must be a JSON object.'],
  [{ ...whole, method: 'feel' }, 'method must be pressure-decay or vacuum-decay.'],
  [{ ...whole, ullage_L: undefined }, 'ullage_L is missing from the set-up.'],
  [{ ...whole, ullage_L: '60' }, 'ullage_L in the set-up must be a number.'],
  [{ ...whole, testPressure_kPa: Infinity }, 'testPressure_kPa in the set-up must be a number.'],
  [{ ...whole, gauge: { noise_kPa: true } }, 'noise_kPa in the set-up must be a number.'],
])('%j: %s', (json, words) => expect(() => setupFromJson(json)).toThrow(words))

test('what is told of the surroundings is taken, the rest as is usual, and without any nothing is', () => {
  expect(setupFromJson(whole).surroundings).toBeUndefined()
  expect(setupFromJson({ ...whole, place: 'outdoors', wall: 'plastic', inside: 'wet with fuel' }).surroundings).toEqual({
    place: 'outdoors',
    wall: 'plastic',
    inside: 'wet with fuel',
  })
  expect(setupFromJson({ ...whole, wall: 'plastic' }).surroundings).toEqual({
    place: 'indoors',
    wall: 'plastic',
    inside: 'aired',
  })
  expect(() => setupFromJson({ ...whole, place: 'the moon' })).toThrow(
    'place in the set-up must be one of: still room, indoors, outdoors.',
  )
})

test('a bottle is taken with what is usual of it, and one that cannot be is named', () => {
  expect(setupFromJson(whole)).not.toHaveProperty('bottle')
  const bottle = { volume_L: 1.5, resolution_kPa: 0.001 }
  expect(setupFromJson({ ...whole, bottle }).bottle).toMatchObject({
    volume: 0.0015,
    lies: 'on the skin',
    gauge: { resolution: 1, noise: 0 },
  })
  expect(() => setupFromJson({ ...whole, bottle: { ...bottle, volume_L: 0 } })).toThrow('volume_L of the bottle')
  expect(() => setupFromJson({ ...whole, bottle: { volume_L: 1 } })).toThrow('between tank and bottle')
  expect(() => setupFromJson({ ...whole, bottle: { ...bottle, lies: 'upstairs' } })).toThrow(
    'lies in the set-up must be one of',
  )
  expect(() => setupFromJson({ ...whole, bottle: 'green' })).toThrow('bottle must be a JSON object')
})

test('a vacuum is as good', () => {
  expect(setupFromJson({ ...whole, method: 'vacuum-decay', testPressure_kPa: -3 })).toMatchObject({
    method: 'vacuum-decay',
    testPressure: -3000,
  })
})
