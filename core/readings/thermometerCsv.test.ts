import { loggedHours } from './thermometerCsv'

const at = (time: string) => Date.parse(`2026-03-01T${time}:00Z`)

test('a logger’s temperatures by hour: the last and the lowest of each', () => {
  const text = [
    'time;temperature_C;humidity',
    '2026-03-01T09:10:00Z;18,5;40',
    '2026-03-01T10:50:00Z;15;40',
    '2026-03-01T09:50:00Z;17;41',
    '2026-03-01T09:20:00Z;16;41',
    '',
  ].join('\r\n')
  const hours = loggedHours(`\uFEFF${text}`)
  expect(hours.map(({ at }) => at)).toEqual([at('09:50'), at('10:50')])
  expect(hours[0]!.temperature).toBeCloseTo(290.15, 9)
  expect(hours[0]!.lowest).toBeCloseTo(289.15, 9)
  expect(hours[1]).toMatchObject({ temperature: 288.15, lowest: 288.15 })
  expect(loggedHours('temperature_F,time\n50,2026-03-01T09:10:00Z')[0]!.temperature).toBeCloseTo(283.15, 9)
})

test.each([
  ['time_s,temperature_C\n0,18', 'dates'],
  ['time,pressure_kPa\n2026-03-01T09:10:00Z,6', 'temperature_C'],
  ['time,temperature_C\n', 'no temperatures'],
  ['', 'names time'],
  ['time,temperature_C\n2026-03-01T09:10:00Z,18\nyesterday,18', 'Row 3, column time: “yesterday”'],
  ['time,temperature_C\n2026-03-01,18', 'Row 2, column time'],
  ['time,temperature_C\n2026-03-01T09:10:00Z,18\n2026-03-01T09:20:00Z,"18', 'Row 3 has a quote'],
  ['time,temperature_C\n2026-03-01T09:10:00Z,warm', 'Row 2, column temperature_C: “warm”'],
  ['time,temperature_C\n2026-03-01T09:10:00Z,', 'Row 2'],
  ['time,temperature_C\n2026-03-01T09:10:00Z,291', 'Row 2'],
])('%j is refused: %s', (text, why) => {
  expect(() => loggedHours(text)).toThrow(why)
})
