import { throughputFromStandard } from '../quantity/standardLeakRate'
import type { HoldSetup } from './holdSetup'

/** A steel tank of 20 L at 5 kPa that may leak 1 mL/min, read by a digital gauge, thermometer and barometer, for tests. */
export const holdSetup = (change: Partial<HoldSetup> = {}): HoldSetup => ({
  method: 'pressure-decay',
  space: { volume: 0.02, wallGive: 0 },
  volumeUncertainty: 0.0004,
  wallGiveUncertainty: 0,
  gauge: { resolution: 10, noise: 6 },
  temperatureChangeUncertainty: 0.05,
  barometerChangeUncertainty: 10,
  testPressure: 5000,
  limit: throughputFromStandard(1),
  rigLeak: 0,
  rigLeakUncertainty: 0,
  ...change,
})

/** The same where somebody said where it stands. */
export const indoors = { place: 'indoors', wall: 'metal', inside: 'aired' } as const
