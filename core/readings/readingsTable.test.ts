import { clockOfFile, meaningOf, readingsFromCsv, ReadingsFileError, readingsTable, toSi } from './readingsCsv'

const rows = (count: number, row = (k: number) => `${k};5,0`) => Array.from({ length: count }, (_, k) => row(k)).join('\n')

describe('what a column’s name says', () => {
  test.each([
    ['time_s', { field: 't', unit: 's' }],
    [' TIME_MIN ', { field: 't', unit: 'min' }],
    ['time', { field: 'clock' }],
    ['Event', { field: 'event' }],
    ['pressure_inH2O', { field: 'pressure', unit: 'inH2O' }],
    ['barometer_hpa', { field: 'barometer', unit: 'hPa' }],
    ['temperature_f', { field: 'temperature', unit: 'F' }],
  ])('%s', (name, meaning) => expect(meaningOf(name)).toEqual(meaning))
  test.each([
    'events',
    'my event',
    'daytime',
    'times',
    'pressure',
    'pressure_',
    'the pressure_kPa',
    'pressure_kPa x',
    '_s',
    'time_kPa',
    'temperature_s',
    'pressure_C',
  ])('%s says nothing', name => expect(meaningOf(name)).toBeNull())
  test('a value becomes SI by its meaning, an event’s stays', () => {
    expect(toSi({ field: 't', unit: 'h' }, 2)).toBe(7200)
    expect(toSi({ field: 'temperature', unit: 'C' }, 0)).toBe(273.15)
    expect(toSi({ field: 'barometer', unit: 'hPa' }, 1013)).toBe(101_300)
    expect(toSi({ field: 'event' }, 7)).toBe(7)
  })
})

describe('a table without names', () => {
  test('is found by its numbers, a clock among them; tab and semicolon go before a comma that may be decimal', () => {
    expect(readingsTable(rows(3))).toMatchObject({
      delimiter: ';',
      header: ['Column 1', 'Column 2'],
      firstLine: 0,
      meanings: [null, null],
    })
    expect(readingsTable('2026-05-20T08:00:00Z,5.1\n2026-05-20T08:00:05Z,5.0\n')).toMatchObject({
      delimiter: ',',
      firstLine: 0,
    })
    expect(readingsTable('2026-05-20 08:00\t5,1\n')).toMatchObject({ delimiter: '\t' })
  })
  test.each([
    '12026-05-20T08:00',
    '2026-5-20T08:00',
    '2026-05-2T08:00',
    '2026-05-20_08:00',
    '2026-05-20T8:00',
    '2026-05-20T08:0x',
    'x026-05-20T08:00',
    '2026-xx-20T08:00',
    '2026-13-45T08:00',
  ])('%s is no clock', cell => expect(() => readingsTable(`${cell};kPa\n`)).toThrow('No table of readings'))
  test('takes the names of a row above it of the same length, and none of another', () => {
    expect(readingsTable('when; Gauge \n0;5\n5;5\n')).toMatchObject({ header: ['when', 'Gauge'], firstLine: 1 })
    expect(readingsTable('a note; \n0;5\n').header).toEqual(['a note', 'Column 2'])
    expect(readingsTable('one\n0;5\n').header).toEqual(['Column 1', 'Column 2'])
  })
  test('wants most of a row to make sense, and two cells at least', () => {
    expect(readingsTable('x;1;2\n').firstLine).toBe(0)
    expect(readingsTable('x;y;z;1;2\n0;5;1;1;1\n')).toMatchObject({ firstLine: 1, header: ['x', 'y', 'z', '1', '2'] })
    expect(() => readingsTable('5\n6\n')).toThrow('No table of readings')
    expect(() => readingsTable('x;y;1;2;z;z\n')).toThrow('No table of readings')
  })
})

describe('a preamble', () => {
  const table = `time_s;pressure_kPa\n${rows(9)}`
  test('of fifty-nine lines is passed, of sixty is not', () => {
    const lines = (count: number) => 'Logger 7\n'.repeat(count)
    expect(readingsTable(lines(59) + table)).toMatchObject({ firstLine: 60, header: ['time_s', 'pressure_kPa'] })
    expect(() => readingsTable(lines(60) + table)).toThrow(ReadingsFileError)
  })
  test('names without both time and pressure are no head of a table', () =>
    expect(readingsTable(`pressure_kPa\nevent\n${table}`).firstLine).toBe(3))
  test('the first five rows are shown as written, empty lines left out, whatever ends a line', () => {
    const sample = [0, 1, 2, 3, 4].map(k => [String(k), '5,0'])
    for (const end of ['\n', '\r\n', '\r'])
      expect(readingsTable(`time_s;pressure_kPa\n\n  \n${rows(9)}`.replaceAll('\n', end)).sample).toEqual(sample)
  })
  test('a byte-order mark is no part of a name, a last line without an end counts', () => {
    expect(readingsTable('\uFEFFtime_s,pressure_kPa\n0,5').header).toEqual(['time_s', 'pressure_kPa'])
    expect(readingsFromCsv('\uFEFFtime_s,pressure_kPa\n0,5\n5,6')).toEqual([
      { t: 0, pressure: 5000 },
      { t: 5, pressure: 6000 },
    ])
  })
  test('what is no text, or only blank, is told', () => {
    expect(() => readingsTable('time_s,pressure_kPa\n0,\u0000')).toThrow('not text')
    expect(() => readingsTable(' \n\t\n ')).toThrow('empty')
    expect(readingsTable(`time_s,pressure_kPa,event\n${'0,5,x\n'.repeat(2000)}0,5,\uFFFD`).firstLine).toBe(1)
  })
})

describe('rows', () => {
  test('cells are trimmed, blank rows are none, and a row’s number is that of the file', () => {
    expect(readingsFromCsv('time_s,pressure_kPa\n 0 , 5 \n , \n5,6\n')).toHaveLength(2)
    expect(() => readingsFromCsv('note\ntime_s,pressure_kPa\n0,5\n5,x\n')).toThrow(
      'Row 4, column pressure_kPa: “x” is not a number.',
    )
    expect(() => readingsFromCsv('time_s,pressure_kPa\n0\n')).toThrow('Row 2, column pressure_kPa: the value is missing.')
  })
  test('a column that was said to be there and is not in the file is not read', () => {
    const meanings = [
      { field: 't', unit: 's' },
      { field: 'pressure', unit: 'kPa' },
      { field: 'temperature', unit: 'C' },
    ] as const
    expect(readingsFromCsv('time_s,pressure_kPa\n0,5\n5,5', [...meanings])).toEqual([
      { t: 0, pressure: 5000 },
      { t: 5, pressure: 5000 },
    ])
  })
  test('nothing is below a perfect vacuum', () => {
    expect(readingsFromCsv('time_s,pressure_bar\n0,-0.999').at(0)!.pressure).toBeCloseTo(-99_900, 6)
    expect(() => readingsFromCsv('time_s,pressure_bar\n0,-1')).toThrow('−100.0 kPa is below a perfect vacuum')
  })
  test('a quote that is not closed is told by its row', () =>
    expect(() => readingsFromCsv('time_s,pressure_kPa,event\n0,5,x\n5,5,"open\n10,5,y')).toThrow('quote that is not closed'))
})

describe('when a file was measured', () => {
  test('is the time of its first row, by the column that is a clock', () => {
    const at = Date.parse('2026-05-20T08:00:00Z')
    expect(clockOfFile('time,pressure_kPa\n2026-05-20T08:00:00Z,5\n2026-05-20T09:00:00Z,5')).toBe(at)
    expect(clockOfFile('a,b\n1, 2026-05-20T08:00:00Z ', [{ field: 'pressure', unit: 'kPa' }, { field: 'clock' }])).toBe(at)
  })
  test('is not known where it has no dates', () => {
    expect(clockOfFile('time_s,pressure_kPa\n0,5')).toBeNull()
    expect(clockOfFile('time,pressure_kPa\nsoon,5')).toBeNull()
    expect(clockOfFile('time,pressure_kPa\n')).toBeNull()
  })
})
