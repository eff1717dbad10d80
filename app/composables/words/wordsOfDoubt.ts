import type { Budget } from '#core/hold/budget'
import type { Assumption } from '#core/hold/ahead/whatIf'
import type { Improvement } from '#core/planning/improvements'
import type { LeakLook } from '#core/fuel/fuelThroughLeak'

export const budgetWords: Record<keyof Budget, string> = {
  readings: 'Readings',
  temperature: 'Temperature change',
  unseenTemperature: 'Temperature nobody sees',
  barometer: 'Weather change',
  fuelVapour: 'Fuel vapour',
  wallCreep: 'Wall that goes on giving',
  instrumentDrift: 'Gauge drift',
  leakChange: 'Leak that may change',
  volume: 'Volume',
  wallGive: 'Wall give',
  law: 'Leak law',
  rig: 'Rig',
}

/** What limits a hold, as the start of a sentence. */
export const limitedByWords: Record<keyof Budget, string> = {
  readings: 'The gauge',
  temperature: 'Temperature',
  unseenTemperature: 'Temperature that nobody sees',
  barometer: 'The weather',
  fuelVapour: 'Fuel vapour',
  wallCreep: 'A wall that goes on giving',
  instrumentDrift: 'Drift of the gauge',
  leakChange: 'A leak that may open or close',
  volume: 'The volume',
  wallGive: 'Wall give',
  law: 'The kind of leak',
  rig: 'The rig’s own leak',
}
export const improvementWords: Record<Improvement, string> = {
  'thermometer': 'a thermometer on the skin',
  'barometer': 'a barometer',
  'finer gauge': 'a gauge ten times finer',
  'half the volume': 'half the gas volume',
  'bottle': 'a closed bottle on the skin',
  'bracket': 'a bracketed hold',
  'more pressure': 'more pressure, within the limit',
  'night': 'the night instead of the day',
}
export const assumptionWords: Record<Assumption, string> = {
  'no temperature': 'Temperature not seen',
  'no barometer': 'Weather not seen',
  'viscous law': 'Viscous leak only',
  'orifice law': 'Orifice leak only',
  'volume 10 % more': 'Volume 10 % more',
}
export const leakLookWords: Record<LeakLook, string> = {
  'nothing to see': 'Nothing to see or smell',
  'smell only': 'Smells, dries before it wets',
  'stain': 'Stains and creeps, no drop',
  'drip': 'Drips',
  'run': 'Runs',
}
