import { readingsOf } from './readingColumns'
import { readingsFromCsv, columnsFromLongCsv, ReadingsFileError, readingsTable } from './readingsCsv'

const at = (text: string) => readingsFromCsv(text)
function failure(text: string): ReadingsFileError {
  try {
    readingsFromCsv(text)
  } catch (error) {
    if (error instanceof ReadingsFileError) return error
    throw error
  }
  throw new Error('it was taken')
}

test('the plain form, in SI', () => {
  expect(at('time_s,pressure_kPa,difference_mmH2O\n0,6.9,-2\n')).toEqual([
    { t: 0, pressure: 6900, difference: expect.closeTo(-19.6, 1) },
  ])
  expect(at('time_s,pressure_kPa,temperature_C,barometer_hPa,event\n0,6.9,20,1013.25,\n10,6.89,20.05,1013.2,knock\n')).toEqual([
    { t: 0, pressure: 6900, temperature: 293.15, barometer: 101_325 },
    { t: 10, pressure: 6890, temperature: 293.2, barometer: 101_320, event: 'knock' },
  ])
})

test('a pressure may bring its own noise, and one of none is an error', () => {
  expect(at('time_s,pressure_kPa,pressureNoise_Pa\n0,6.9,20\n5,6.8,\n')).toEqual([
    { t: 0, pressure: 6900, noise: 20 },
    { t: 5, pressure: 6800 },
  ])
  expect(failure('time_s,pressure_kPa,pressureNoise_kPa\n0,6.9,0\n')).toMatchObject({ row: 2, column: 'pressureNoise' })
})

test('columns in any order, other units, minutes', () => {
  const [first, second] = at('pressure_psi;time_min;temperature_F\n1;0;68\n0,99;1,5;68')
  expect(first).toEqual({ t: 0, pressure: expect.closeTo(6894.757, 2), temperature: expect.closeTo(293.15, 6) })
  expect(second!.t).toBe(90)
  expect(second!.pressure).toBeCloseTo(0.99 * 6894.757, 1)
})

test.each(['mbar', 'hPa', 'Pa', 'inH2O', 'mmH2O', 'inHg', 'bar', 'kpa'])('pressure in %s is taken', unit => {
  expect(at(`time_s,pressure_${unit}\n0,0.5\n1,0.5\n`)).toHaveLength(2)
})

test('a byte-order mark, tabs, quotes, blank lines and a preamble', () => {
  expect(at('\uFEFFLogger 7\nstarted by hand\n\n"time_s"\t"pressure_kPa"\n0\t"6,90"\n\n10\t6.89\n')).toEqual([
    { t: 0, pressure: 6900 },
    { t: 10, pressure: 6890 },
  ])
})

test('clock times count from the first', () => {
  expect(at('time,pressure_kPa\n2026-03-01T10:00:00Z,7\n2026-03-01T10:01:30Z,6.9').map(reading => reading.t)).toEqual([0, 90])
})

test('a missing temperature in one row is a gap, not an error', () => {
  const [first, second] = at('time_s,pressure_kPa,temperature_C\n0,7,\n1,7,20')
  expect(first).not.toHaveProperty('temperature')
  expect(second).toHaveProperty('temperature')
})

test('a broken cell names its row and column, and nothing is taken', () => {
  const error = failure('time_s,pressure_kPa\n0,6.9\n10,6.8x\n20,6.7')
  expect(error).toMatchObject({ row: 3, column: 'pressure_kPa' })
  expect(error.message).toContain('Row 3, column pressure_kPa: “6.8x” is not a number.')
  expect(failure('a note\ntime_s,pressure_kPa\n0,6.9\n,6.8').row).toBe(4)
  expect(failure('time_s,pressure_kPa\n0,\n').message).toContain('missing')
})

test.each([
  ['', 'empty'],
  ['time_s,pressure_kPa\n', 'no readings under them'],
  ['time_s,pressure_furlong\n0,1', 'No row of column names'],
  ['a,b\n1,2', 'No row of column names'],
  ['time_s,pressure_kPa\n0,6\u0000', 'not text'],
  ['time_s,pressure_kPa,pressure_psi\n0,6,1', 'both give the same'],
  ['time,pressure_kPa\nyesterday,6', 'not a date and time'],
  ['time_s,pressure_kPa\n0,-6900', 'below a perfect vacuum'],
  ['time_s,pressure_kPa\n0,"6.9\n1,6.8', 'quote'],
])('%j is refused: %s', (text, words) => expect(failure(text).message).toContain(words))

describe('a file whose columns nobody knows', () => {
  const logger = 'Logger 7\nSerial 0042\n\nElapsed;Ch 1;Ch 2\n0,0;6,900;18,2\n0,5;6,890;18,2\n1,0;6,881;18,3\n'
  test('shows its table, with what the names do not say left open', () => {
    expect(readingsTable(logger)).toEqual({
      delimiter: ';',
      header: ['Elapsed', 'Ch 1', 'Ch 2'],
      meanings: [null, null, null],
      firstLine: 4,
      sample: [
        ['0,0', '6,900', '18,2'],
        ['0,5', '6,890', '18,2'],
        ['1,0', '6,881', '18,3'],
      ],
    })
    expect(readingsTable('0\t1013\n60\t1012\n').header).toEqual(['Column 1', 'Column 2'])
  })
  test('is read by what somebody says of them', () => {
    expect(
      readingsFromCsv(logger, [
        { field: 't', unit: 'min' },
        { field: 'pressure', unit: 'kPa' },
        { field: 'temperature', unit: 'C' },
      ]),
    ).toEqual([
      { t: 0, pressure: 6900, temperature: 291.34999999999997 },
      { t: 30, pressure: 6890, temperature: 291.34999999999997 },
      { t: 60, pressure: 6881, temperature: 291.45 },
    ])
    expect(readingsFromCsv(logger, [{ field: 't', unit: 's' }, null, { field: 'pressure', unit: 'mbar' }])[0]).toEqual({
      t: 0,
      pressure: 1820,
    })
  })
  test('is refused while time or pressure is not named, or twice', () => {
    expect(() => readingsFromCsv(logger)).toThrow('Say which is which')
    expect(() =>
      readingsFromCsv(logger, [
        { field: 't', unit: 's' },
        { field: 'pressure', unit: 'kPa' },
        { field: 'pressure', unit: 'kPa' },
      ]),
    ).toThrow('Ch 1 and Ch 2 both')
    expect(() =>
      readingsFromCsv(logger, [{ field: 't', unit: 's' }, { field: 'clock' }, { field: 'pressure', unit: 'kPa' }]),
    ).toThrow('both')
  })
  test('is not a table at all', () => {
    expect(() => readingsTable('a letter\nto somebody\n')).toThrow('No table of readings')
    expect(() => readingsTable('\uFFFD\uFFFD%PDF')).toThrow('not text')
  })
})

describe('a long file', () => {
  const row = (k: number) => `${k},${(5 - k / 1e6).toFixed(6)},${k % 1000 === 7 ? '"a knock,\nthen quiet"' : ''}`
  const count = 60_000
  const text = ['time_s,pressure_kPa,event', ...Array.from({ length: count }, (_, k) => row(k))].join('\r\n')
  test('is read in pieces that cut no quoted cell, with others getting a turn', async () => {
    let turns = 0
    const read = await columnsFromLongCsv(text, undefined, () => {
      turns++
      return Promise.resolve()
    })
    const readings = readingsOf(read)
    expect(turns).toBeGreaterThan(2)
    expect(readings).toHaveLength(count)
    expect(readings[count - 1]).toEqual({ t: count - 1, pressure: expect.closeTo(4940, 0) as number })
    expect(readings.filter(reading => reading.event)).toHaveLength(60)
    expect(readings[50_007]).toMatchObject({ t: 50_007, event: 'a knock,\nthen quiet' })
    expect(readingsFromCsv(text)).toEqual(readings)
  })
  test('names the row at fault far down', () => {
    const plain = ['time_s,pressure_kPa', ...Array.from({ length: count }, (_, k) => `${k},${k === 55_555 ? 'wet' : 5}`)].join(
      '\n',
    )
    expect(() => readingsFromCsv(plain)).toThrow('Row 55557, column pressure_kPa: “wet”')
  })
})

describe('a mark that only looks like a quote', () => {
  const rows = (note: string, count: number) =>
    [
      'time_s,pressure_kPa,event',
      `0,5,${note}`,
      ...Array.from({ length: count }, (_, k) => `${k + 1},${(5 - k / 1e6).toFixed(6)},`),
    ].join('\n')
  test('an inch within a cell is read in as many turns as a file without one, so that nobody waits', async () => {
    const turns = async (note: string) => {
      let count = 0
      const pause = () => {
        count++
        return Promise.resolve()
      }
      const readings = readingsOf(await columnsFromLongCsv(rows(note, 150_000), undefined, pause))
      expect(readings).toHaveLength(150_001)
      expect(readings[0]!.event).toBe(note)
      return count
    }
    const plain = await turns('5 inch hose')
    expect(plain).toBeGreaterThan(5)
    expect(await turns('5" hose')).toBe(plain)
  })
  test('one that opens a cell and never closes is named by its row, and not looked for to the end again and again', async () => {
    const open = rows('"5 hose', 300_000)
    expect(() => readingsFromCsv(open)).toThrow('Row 2 has a quote that is not closed.')
    await expect(columnsFromLongCsv(open, undefined, () => Promise.resolve())).rejects.toThrow(
      'Row 2 has a quote that is not closed.',
    )
  })
})
