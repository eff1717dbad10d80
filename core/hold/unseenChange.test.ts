import { HoldRecord } from './series/holdRecord'
import { setupFromJson } from '../readings/setupJson'
import { withUnseenChange } from './unseenChange'

const setup = setupFromJson({
  method: 'pressure-decay',
  ullage_L: 60,
  gauge: { resolution_kPa: 0.01, noise_kPa: 0.003 },
  temperatureChangeUncertainty_C: 0.05,
  barometerChangeUncertainty_hPa: 0.1,
  testPressure_kPa: 6.9,
  acceptance: { limit_mLmin: 1 },
})
const both = { hasThermometer: true, hasBarometer: true }
const read = (change: object, rows = 3) => {
  const record = new HoldRecord()
  record.take([
    { t: 0, pressure: 6900, ...change },
    ...Array.from({ length: 2 }, (_, k) => ({ t: 60 * (k + 1), pressure: 6900, ...(k + 1 < rows && change) })),
  ])
  return (channel: 'temperature' | 'barometer') => record.sees(channel)
}

test('instruments that were read keep the drift that was set', () => {
  expect(withUnseenChange(setup, both, read({ temperature: 290, barometer: 101_000 }))).toEqual(setup)
})

test('an instrument that was promised and never read leaves the whole change unseen', () => {
  expect(withUnseenChange(setup, both, read({ barometer: 101_000 }))).toMatchObject({
    temperatureChangeUncertainty: 0.5,
    barometerChangeUncertainty: 10,
  })
  expect(withUnseenChange(setup, both, read({ temperature: 290 }))).toMatchObject({
    temperatureChangeUncertainty: 0.05,
    barometerChangeUncertainty: 40,
  })
  expect(withUnseenChange(setup, both, read({ temperature: 290 }, 1)).temperatureChangeUncertainty).toBe(0.5)
})

test('a larger doubt stays, and so does one that was set without an instrument', () => {
  expect(withUnseenChange({ ...setup, temperatureChangeUncertainty: 2 }, both, read({})).temperatureChangeUncertainty).toBe(2)
  expect(withUnseenChange(setup, { hasThermometer: false, hasBarometer: false }, read({}))).toEqual(setup)
})
