import { standardFromThroughput } from '../quantity/standardLeakRate'
import { airViscosity } from './air'
import { orificeDrive, orificeFlow } from './orificeFlow'
import { capillaryFlow, viscousDrive } from './viscousFlow'

const ATMOSPHERE = 101_325

test.each([
  [0.508, 3487, 563.9],
  [1.016, 2491, 1906.9],
  [0.25, 6895, 191.8],
  [0.508, 20_684, 1365.0],
])('a sharp hole of %d mm at %d Pa passes %d std mL/min', (millimetres, gauge, rate) => {
  const flow = standardFromThroughput(orificeFlow(millimetres / 1000, ATMOSPHERE + gauge, ATMOSPHERE))
  expect(Math.abs(flow / rate - 1)).toBeLessThan(0.002)
})

test.each([
  [50, 2.412],
  [20, 0.0618],
])('a capillary of %d µm, 1.5 mm long, at 6.895 kPa passes %d std mL/min', (micrometres, rate) => {
  const flow = standardFromThroughput(
    capillaryFlow({ diameter: micrometres * 1e-6, length: 1.5e-3 }, ATMOSPHERE + 6895, ATMOSPHERE),
  )
  expect(Math.abs(flow / rate - 1)).toBeLessThan(0.003)
})

test('viscosity of air at 20 °C is about 18.1 µPa·s', () => expect(airViscosity(293.15)).toBeCloseTo(1.813e-5, 7))

test('an orifice chokes below a pressure ratio of 0.528', () => {
  expect(orificeDrive(200_000, 90_000)).toBeCloseTo(orificeDrive(200_000, 20_000), 6)
  expect(orificeDrive(200_000, 150_000)).toBeLessThan(orificeDrive(200_000, 90_000))
})

test('at small pressures an orifice follows the square root of the pressure, a viscous leak the pressure', () => {
  const gauge = (p: number) => ATMOSPHERE + p
  expect(orificeDrive(gauge(400), ATMOSPHERE) / orificeDrive(gauge(100), ATMOSPHERE)).toBeCloseTo(2, 2)
  expect(viscousDrive(gauge(400), ATMOSPHERE) / viscousDrive(gauge(100), ATMOSPHERE)).toBeCloseTo(4, 1)
})

test('flow turns with the pressure', () => {
  expect(orificeFlow(1e-4, ATMOSPHERE, ATMOSPHERE + 500)).toBeCloseTo(-orificeFlow(1e-4, ATMOSPHERE + 500, ATMOSPHERE), 12)
  expect(capillaryFlow({ diameter: 1e-4, length: 1e-3 }, ATMOSPHERE, ATMOSPHERE + 500)).toBeLessThan(0)
  expect(orificeFlow(1e-4, ATMOSPHERE, ATMOSPHERE)).toBeCloseTo(0, 12)
})
