import fc from 'fast-check'
import { pascalsPer } from '../quantity/units'
import type { Reading } from '../hold/holdSetup'
import { readingsFromCsv, ReadingsFileError } from './readingsCsv'

/** What loggers write: columns in whatever order, unit, separator, decimal sign, line end, quotes, blank lines and preamble. */
const format = fc.record({
  pressureUnit: fc.constantFrom('kPa', 'psi', 'mbar', 'hPa', 'Pa', 'inH2O', 'mmH2O', 'inHg', 'bar'),
  temperatureUnit: fc.constantFrom('C', 'F', 'K'),
  timeUnit: fc.constantFrom('s', 'min', 'h'),
  separator: fc.constantFrom(',', ';', '\t'),
  decimalComma: fc.boolean(),
  lineEnd: fc.constantFrom('\n', '\r\n'),
  quoted: fc.boolean(),
  mark: fc.boolean(),
  preamble: fc.constantFrom([], ['Logger 7', ''], ['# made by hand', 'serial 12']),
  blankEvery: fc.constantFrom(0, 3),
  reversed: fc.boolean(),
})
type Format = typeof format extends fc.Arbitrary<infer F> ? F : never
const readings = fc.array(
  fc.record({
    t: fc.integer({ min: 0, max: 100_000 }),
    pressure: fc.integer({ min: -20_000, max: 25_000 }),
    temperature: fc.option(fc.integer({ min: 260, max: 320 }), { nil: undefined }),
  }),
  { minLength: 1, maxLength: 30 },
)

function write(rows: { t: number; pressure: number; temperature?: number | undefined }[], f: Format): string {
  const comma = f.decimalComma && f.separator !== ','
  const cell = (value: number | undefined) => {
    if (value === undefined) return ''
    const text = value.toFixed(9)
    const shown = comma ? text.replace('.', ',') : text
    return f.quoted ? `"${shown}"` : shown
  }
  const temperature = (kelvin: number | undefined) =>
    kelvin === undefined
      ? undefined
      : { C: kelvin - 273.15, F: (kelvin - 273.15) * 1.8 + 32, K: kelvin }[f.temperatureUnit as 'C' | 'F' | 'K']
  const seconds = { s: 1, min: 60, h: 3600 }[f.timeUnit as 's' | 'min' | 'h']
  const columns: [string, (row: (typeof rows)[number]) => string][] = [
    [`time_${f.timeUnit}`, row => cell(row.t / seconds)],
    [`pressure_${f.pressureUnit}`, row => cell(row.pressure / pascalsPer[f.pressureUnit as keyof typeof pascalsPer])],
    [`temperature_${f.temperatureUnit}`, row => cell(temperature(row.temperature))],
  ]
  if (f.reversed) columns.reverse()
  const lines = [...f.preamble, columns.map(([name]) => name).join(f.separator)]
  rows.forEach((row, i) => {
    if (f.blankEvery && i % f.blankEvery === 1) lines.push('')
    lines.push(columns.map(([, of]) => of(row)).join(f.separator))
  })
  return (f.mark ? '\uFEFF' : '') + lines.join(f.lineEnd)
}

test('whatever a logger writes comes back as it was', () => {
  fc.assert(
    fc.property(readings, format, (rows, f) => {
      const back = readingsFromCsv(write(rows, f))
      return (
        back.length === rows.length &&
        back.every(
          (reading: Reading, i) =>
            Math.abs(reading.t - rows[i]!.t) < 1e-3 &&
            Math.abs(reading.pressure - rows[i]!.pressure) < 1e-2 &&
            (rows[i]!.temperature === undefined
              ? reading.temperature === undefined
              : Math.abs(reading.temperature! - rows[i]!.temperature!) < 1e-6),
        )
      )
    }),
    { numRuns: 300, seed: 5 },
  )
})

test('any text at all is taken or refused in words, never worse', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string({ maxLength: 400 }),
        fc.string({ maxLength: 80 }).map(text => `time_s,pressure_kPa\n${text}`),
      ),
      text => {
        try {
          return readingsFromCsv(text).every(reading => Number.isFinite(reading.t) && Number.isFinite(reading.pressure))
        } catch (error) {
          return error instanceof ReadingsFileError && /[?.]$/.test(error.message)
        }
      },
    ),
    { numRuns: 500, seed: 6 },
  )
})
