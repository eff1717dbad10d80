import { readingsFromNdjson } from './readingsNdjson'

const start = Date.parse('2026-03-01T09:00:00Z')

test('units are in the names, the time is from the start or by the clock, what is not known is ignored', () => {
  const { readings, refused } = readingsFromNdjson(
    [
      '{"t": 12, "pressure_kPa": 6.9, "temperature_C": 20, "barometer_hPa": 1010, "event": "knock", "battery": 3.1}',
      '{"time": "2026-03-01T09:01:00Z", "pressure_psi": 1}',
      '{"time_min": 2, "pressure_Pa": -3500, "temperature_C": null}',
      '',
      '  ',
    ].join('\n'),
    start,
  )
  expect(refused).toBe(0)
  expect(readings).toEqual([
    { t: 12, pressure: 6900, temperature: 293.15, barometer: 101_000, event: 'knock' },
    { t: 60, pressure: expect.closeTo(6894.757, 3) as number },
    { t: 120, pressure: -3500 },
  ])
})

test.each([
  ['{"t": 1', 'not JSON'],
  ['7', 'not a JSON object'],
  ['null', 'not a JSON object'],
  ['[1]', 'not a JSON object'],
  ['{"t": "1", "pressure_kPa": 5}', 't is not a number'],
  ['{"pressure_kPa": 5}', 'time is missing'],
  ['{"t": 1, "pressure": 5}', 'pressure is missing'],
  ['{"t": 1, "pressure_kPa": null}', 'pressure is missing'],
  ['{"t": 1, "pressure_kPa": 5, "pressureNoise_kPa": 0}', 'pressureNoise_kPa has to be more than zero'],
  ['{"time": "yesterday", "pressure_kPa": 5}', 'not a date'],
])('%s is refused: %s', (line, words) => {
  const { readings, refused, named } = readingsFromNdjson(`{"t": 0, "pressure_kPa": 5}\n${line}`, start)
  expect(readings).toHaveLength(1)
  expect(refused).toBe(1)
  expect(named[0]).toEqual({ line: 2, message: expect.stringContaining(words) as string })
})

test('a reading may bring its own noise', () => {
  const { readings } = readingsFromNdjson('{"t": 1, "pressure_kPa": 5, "pressureNoise_kPa": 0.02}', start)
  expect(readings).toEqual([{ t: 1, pressure: 5000, noise: 20 }])
})

test('nonsense without end is counted, and only the first of it named', () => {
  const { refused, named } = readingsFromNdjson(Array.from({ length: 5000 }, () => '?').join('\n'), start)
  expect(refused).toBe(5000)
  expect(named).toHaveLength(20)
})
