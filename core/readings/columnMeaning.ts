import type { pressureChannels } from '../hold/series/channels'
import type { AnyPressureUnit, toKelvin } from '../quantity/units'

export const timeUnits = ['s', 'min', 'h'] as const
/** What a column of a file holds. */
export type ColumnMeaning =
  | { field: 't'; unit: (typeof timeUnits)[number] }
  | { field: 'clock' }
  | { field: (typeof pressureChannels)[number]; unit: AnyPressureUnit }
  | { field: 'temperature'; unit: keyof typeof toKelvin }
  | { field: 'event' }
