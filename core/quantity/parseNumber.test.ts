import { parseNumber } from './parseNumber'

test.each([
  ['6.9', 6.9],
  ['6,9', 6.9],
  [' 12 ', 12],
  ['-3.5', -3.5],
  ['\u22123,5', -3.5],
  ['+2', 2],
  ['.5', 0.5],
  ['1e-3', 0.001],
  ['0', 0],
])('%s is %d', (text, value) => expect(parseNumber(text)).toBe(value))

test.each(['', ' ', 'abc', '1,234.5', '1.2.3', '6.9 kPa', '--1', 'NaN', 'Infinity', '1,2,3', '0x10'])(
  '“%s” is no number',
  text => expect(parseNumber(text)).toBeNull(),
)
