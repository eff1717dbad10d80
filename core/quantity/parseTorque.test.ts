import { parseTorque } from './parseTorque'

test.each([
  ['9', 9],
  ['9,5', 9.5],
  ['25 Nm', 25],
  ['25 N·m', 25],
  ['25 n m', 25],
  ['10 lbf ft', 13.55818],
  ['10 ft-lb', 13.55818],
  ['10 lb·ft', 13.55818],
  ['80 lbf in', 9.038784],
  ['80in lb', 9.038784],
  ['1 kgf m', 9.80665],
  ['50 kg cm', 4.903325],
])('%s is %d N·m', (text, newtonMetres) => expect(parseTorque(text)).toBeCloseTo(newtonMetres, 6))

test.each(['', 'tight', '9 bar', '9 ft', '9 lb', 'ft lb', '9 N', '9 Nm or so'])('%s is no torque', text =>
  expect(parseTorque(text)).toBeNull(),
)
