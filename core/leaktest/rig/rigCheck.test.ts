import { rigCheckSetup, rigLeakAt, RIG_LIMIT } from './rigCheck'

test('a rig is held on its own as a hold is, either side of zero, its volume known to a seventh', () => {
  const gauge = { resolution: 10, noise: 5 }
  expect(rigCheckSetup(4e-5, 5000, gauge)).toMatchObject({
    method: 'pressure-decay',
    testPressure: 5000,
    limit: RIG_LIMIT,
    gauge,
  })
  expect(rigCheckSetup(4e-5, 5000, gauge).volumeUncertainty).toBeCloseTo(6e-6, 12)
  expect(rigCheckSetup(4e-5, -3000, gauge).method).toBe('vacuum-decay')
  expect(rigCheckSetup(4e-5, 0, gauge).method).toBe('pressure-decay')
})

test('its leak goes with the pressure in the viscous way, with its doubt', () => {
  const leak = { leak: 2e-5, uncertainty: 3e-6, checkedAt: 5000 }
  expect(rigLeakAt(leak, 5000)).toEqual({ leak: 2e-5, uncertainty: 3e-6 })
  // (Pu² − Pd²)/2 at 2.5 and 5 kPa over 101.325 kPa: 256.4 and 519.1 MPa², so 0.4940.
  expect(rigLeakAt(leak, 2500).leak / 2e-5).toBeCloseTo(0.494, 3)
  expect(rigLeakAt(leak, -2500).leak).toBeGreaterThan(0)
})
