import type { Reading } from '../../../core/hold/holdSetup'
import { readingFields, type ReadingField } from '../../../core/hold/series/channels'

/** What a reading may be, SI, and what to say of one that is not; the ends themselves are not believed. */
export const readingBounds = {
  t: {
    low: -1e-9,
    tooLow: 'A reading cannot come before the start.',
    high: 60 * 86_400,
    tooHigh: 'A hold of more than 60 days is not believable. Check the time’s unit.',
  },
  pressure: {
    low: -101_325,
    tooLow: 'That is below a perfect vacuum. Check the unit.',
    high: 1_000_000,
    tooHigh: 'That is above 1,000 kPa. Check the unit.',
  },
  temperature: {
    low: 200,
    tooLow: 'That is colder than any tank. Check the unit.',
    high: 400,
    tooHigh: 'That is hotter than any tank. Check the unit.',
  },
  barometer: {
    low: 50_000,
    tooLow: 'That is no weather on the ground. Check the unit.',
    high: 115_000,
    tooHigh: 'That is no weather on the ground. Check the unit.',
  },
  difference: {
    low: -200_000,
    tooLow: 'A difference of more than 200 kPa to the bottle is not believable. Check the unit.',
    high: 200_000,
    tooHigh: 'A difference of more than 200 kPa to the bottle is not believable. Check the unit.',
  },
  noise: {
    low: 0,
    tooLow: 'The noise of a pressure has to be more than zero.',
    high: 5000,
    tooHigh: 'A pressure that may be off by 5 kPa shows nothing on a tank. Check the unit.',
  },
} as const satisfies Record<ReadingField, { low: number; tooLow: string; high: number; tooHigh: string }>

/** Why a reading cannot be one, or null. A form says the same through its schema; this is for thousands at a time. */
export function readingProblem(reading: Reading): string | null {
  for (const field of readingFields) {
    const value = reading[field]
    if (value === undefined) continue
    const { low, tooLow, high, tooHigh } = readingBounds[field]
    if (!(value > low)) return tooLow
    if (value > high) return tooHigh
  }
  return null
}
