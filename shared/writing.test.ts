import { format } from 'date-fns'
import { ratioProblem } from '../core/repair/amount/mix'
import {
  countText,
  dayPattern,
  figureText,
  shortFigure,
  timePattern,
  typedFigure,
  usualWriting,
  writeAs,
  writtenFigure,
} from './writing'

afterEach(() => writeAs(usualWriting))

test('figures have the reader’s decimal sign, and nothing else of them changes', () => {
  expect([figureText(-6.949, 2), shortFigure(0.00051234, 2), writtenFigure('1e-7')]).toEqual(['−6.95', '0.00051', '1e−7'])
  writeAs({ ...usualWriting, decimal: 'comma' })
  expect([figureText(-6.949, 2), shortFigure(1234.5, 6), figureText(7, 0)]).toEqual(['−6,95', '1234,5', '7'])
  // What stands in a field can be typed again on any keyboard.
  expect(typedFigure('-6.9')).toBe('-6,9')
})

test('sentences of the core have it too', () => {
  const tooMuch = () => ratioProblem(0.05, 0.02, { hardener: 11.5, baseDensity: 1600, hardenerDensity: 1500 })?.sentence
  expect(tooMuch()).toContain('to 50.0 g of base belong 5.8 g')
  writeAs({ ...usualWriting, decimal: 'comma' })
  expect(tooMuch()).toContain('to 50,0 g of base belong 5,8 g')
})

test('a count is told apart from a decimal in both writings', () => {
  expect(countText(12_345)).toBe('12\u202F345')
  writeAs({ ...usualWriting, decimal: 'comma' })
  expect(countText(1_234_567)).toBe('1\u202F234\u202F567')
})

test.each([
  ['day first', '28 Nov 2026', '28 Nov'],
  ['month first', 'Nov 28, 2026', 'Nov 28'],
  ['year first', '2026-11-28', '11-28'],
] as const)('dates are written %s', (dates, whole, short) => {
  const at = new Date(2026, 10, 28, 15, 5)
  const own = { ...usualWriting, dates }
  expect(format(at, dayPattern({ year: true }, own))).toBe(whole)
  expect(format(at, dayPattern({ year: false }, own))).toBe(short)
  expect(format(at, timePattern(own))).toBe('15:05')
  expect(format(at, timePattern({ ...own, clock: '12 hours' }))).toBe('3:05 PM')
})
