import { randomUUID } from 'node:crypto'
import { type ValidationError, type AnyObjectSchema } from 'yup'
import { readingProblem } from './hold/readingBounds'
import { balloonSchema, girthSchema } from './balloon/balloonForm'
import { fileSchema, holdSchema, markSchema, volumeCheckSchema } from './hold/holdForm'
import { kitItemSchema, rigCheckSchema } from '../schemas/kit'

const id = randomUUID()
function problem(schema: AnyObjectSchema, value: object): string {
  try {
    schema.validateSync(value)
    return ''
  } catch (error) {
    return (error as ValidationError).message
  }
}

describe('a piece of kit', () => {
  const item = (facts: object, change = {}) => ({ id, name: 'Grey digital', facts, ...change })
  test.each<[object, string]>([
    [{ kind: 'gauge', resolution: 10, noise: 5 }, ''],
    [{ kind: 'gauge', resolution: 0, noise: 5 }, 'more than zero'],
    [{ kind: 'gauge', resolution: 10 }, 'Noise is missing'],
    [{ kind: 'thermometer', drift: 0.05 }, ''],
    [{ kind: 'thermometer', drift: 9 }, 'says nothing'],
    [{ kind: 'barometer', drift: 1e4 }, 'says nothing'],
    [{ kind: 'rig', volume: 4e-5 }, ''],
    [{ kind: 'rig', volume: 40 }, 'a tank, not a rig'],
    [{ kind: 'pump', stroke: 1e-4, strokeUncertainty: -1 }, 'cannot be negative'],
    [{ kind: 'anvil' }, 'must be one of'],
  ])('%j: %s', (facts, words) =>
    words ? expect(problem(kitItemSchema, item(facts))).toContain(words) : expect(problem(kitItemSchema, item(facts))).toBe(''),
  )
  test('keeps only what belongs to its kind, and is due after it was calibrated', () => {
    expect(kitItemSchema.cast(item({ kind: 'rig', volume: 4e-5, noise: 3, stroke: 1 }), { stripUnknown: true }).facts).toEqual({
      kind: 'rig',
      volume: 4e-5,
    })
    expect(
      problem(kitItemSchema, item({ kind: 'barometer', drift: 10 }, { calibratedAt: 2000, calibrationDue: 1000 })),
    ).toContain('due after')
    const dated = (calibratedAt: number | null, calibrationDue: number | null | undefined) =>
      problem(kitItemSchema, item({ kind: 'barometer', drift: 10 }, { calibratedAt, calibrationDue }))
    expect(dated(2000, 2000)).toContain('due after')
    expect([dated(2000, 2001), dated(null, 1000), dated(2000, null), dated(2000, undefined)]).toEqual(['', '', '', ''])
  })
  test('a rig check wants readings, a gauge and a pressure', () => {
    const check = { id, pressure: 5000, gaugeId: randomUUID(), readings: [0, 1, 2].map(t => ({ t, pressure: 5000 })) }
    expect(problem(rigCheckSchema, check)).toBe('')
    expect(problem(rigCheckSchema, { ...check, pressure: 0 })).toContain('at a pressure')
    expect(problem(rigCheckSchema, { ...check, readings: check.readings.slice(1) })).toContain('at least three')
  })
})

describe('a hold', () => {
  const form = {
    id,
    source: 'typed',
    method: 'pressure-decay',
    volume: 0.06,
    volumeUncertainty: 0.001,
    testPressure: 5000,
    gaugeStep: 10,
    gaugeNoise: 5,
    temperatureDoubt: 0.1,
    barometerDoubt: 10,
    rigLeak: 0,
    rigLeakDoubt: 0,
    closures: { [id]: 'fed' },
    wettedShare: 0,
  }
  test.each<[object, string]>([
    [{ kind: 'gauge' }, ''],
    [{ kind: 'column', density: 998 }, ''],
    [{ kind: 'column', density: 1 }, 'density'],
    [{ kind: 'sensor', zero: 0.5, slope: 2500 }, ''],
    [{ kind: 'sensor', zero: 0.5, slope: 0 }, 'cannot be zero'],
    [{ kind: 'sensor', zero: 99, slope: 1 }, 'no pressure'],
    [{ kind: 'feel' }, 'Say what is read'],
  ])('reads %j: %s', (scale, words) =>
    words
      ? expect(problem(holdSchema, { ...form, scale })).toContain(words)
      : expect(problem(holdSchema, { ...form, scale })).toBe(''),
  )
  test('without a scale reads a gauge, and with too much fuel nothing', () => {
    expect(holdSchema.validateSync(form)).toMatchObject({ scale: { kind: 'gauge' }, kit: {}, wettedShare: 0 })
    expect(problem(holdSchema, { ...form, wettedShare: 1 })).toContain('no gas left')
  })
  test('a push has an amount, a knock has none', () => {
    expect(problem(markSchema, { id, kind: 'push' })).toContain('missing')
    expect(markSchema.cast({ id, kind: 'knock', amount: 3 })).toEqual({ id, kind: 'knock' })
    expect(problem(volumeCheckSchema, { id, pushed: 1e-4, pushedUncertainty: 1, before: 1, after: 2 })).toContain(
      'larger than what was pushed',
    )
  })
  test('a file’s columns have units of their own kind', () => {
    expect(
      problem(fileSchema, {
        text: 'x',
        columns: [{ field: 't', unit: 's' }, null, { field: 'pressure', unit: 'kPa' }, { field: 'clock' }],
      }),
    ).toBe('')
    expect(problem(fileSchema, { text: 'x', columns: [{ field: 't', unit: 'kPa' }] })).toContain('Unit of time')
    expect(problem(fileSchema, { text: '' })).toContain('empty')
  })
})

test('a balloon and its girths are of a believable size', () => {
  const form = {
    id,
    volume: 0.06,
    volumeUncertainty: 0.001,
    pressure: 2500,
    girthUncertainty: 0.002,
    closures: { [id]: 'fed' },
    wettedShare: 0,
  }
  expect(problem(balloonSchema, form)).toBe('')
  expect(problem(balloonSchema, { ...form, pressure: 25_000 })).toContain('No balloon')
  expect(problem(girthSchema, { id, girth: 640 })).toContain('Check the unit')
  expect(problem(girthSchema, { id })).toContain('Girth is missing')
})

test.each<[object, string | null]>([
  [{ t: 0, pressure: 0 }, null],
  [{ t: -1, pressure: 0 }, 'before the start'],
  [{ t: 0, pressure: -2e5 }, 'perfect vacuum'],
  [{ t: 0, pressure: 2e6 }, '1,000 kPa'],
  [{ t: 1e8, pressure: 0 }, '60 days'],
  [{ t: 0, pressure: 0, temperature: 20 }, 'colder than any tank'],
  [{ t: 0, pressure: 0, barometer: 1013 }, 'no weather'],
  [{ t: NaN, pressure: 0 }, 'before the start'],
])('a reading %j: %s', (reading, words) => {
  const said = readingProblem(reading as never)
  if (words === null) expect(said).toBeNull()
  else expect(said).toContain(words)
})
