import { cubicMetresPer, fromKelvin, pascalsPer, pressureUnits, temperatureUnits, toKelvin, volumeUnits } from './units'
import { standardFromThroughput, throughputFromStandard } from './standardLeakRate'

test('pressures are those of NIST SP 811', () => {
  expect(pascalsPer.psi).toBeCloseTo(6894.757, 3)
  expect(pascalsPer.inH2O).toBeCloseTo(249.0889, 4)
  expect(pascalsPer.inHg).toBeCloseTo(3386.389, 3)
  expect(1000 / pascalsPer.mmH2O).toBeCloseTo(102, 0)
  expect(pressureUnits.every(unit => pascalsPer[unit] > 0)).toBe(true)
})

test('a US gallon is 231 cubic inches', () => {
  expect(cubicMetresPer.gal).toBeCloseTo(231 * 0.0254 ** 3, 12)
  expect(volumeUnits).toContain('gal')
})

test('temperatures go there and back', () => {
  expect(toKelvin.F(32)).toBeCloseTo(273.15, 10)
  expect(toKelvin.C(20)).toBeCloseTo(293.15, 10)
  expect(toKelvin.K(300)).toBe(300)
  for (const unit of temperatureUnits) expect(fromKelvin[unit](toKelvin[unit](17.3))).toBeCloseTo(17.3, 10)
})

test('one standard mL/min is 1.68875e-3 Pa·m3/s', () => {
  expect(throughputFromStandard(1)).toBeCloseTo(1.68875e-3, 9)
  expect(standardFromThroughput(throughputFromStandard(3.2))).toBeCloseTo(3.2, 12)
})
