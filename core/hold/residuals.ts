import { gaugeFromInventory } from '../gas/inventory'
import type { Explained } from './estimateHold'

/** What the model left of a block of readings: s, Pa read less Pa fitted, and whether the fit left it out. */
export interface Residual {
  t: number
  pressure: number
  fitted: number
  ignored: boolean
}

/** Readings less the fitted curve, a value a block, as gauge pressure. */
export function residualsOf({ series, fits, setup }: Explained): Residual[] {
  const ignored = new Set(fits.ignored)
  return Array.from(series.times, (t, i) => {
    const at = (amount: number) => gaugeFromInventory(setup.space, amount, series.barometers[i]!, series.temperatures[i]!)
    const fitted = at(fits.fitted[i]!)
    return { t, pressure: at(series.inventory[i]!) - fitted, fitted, ignored: ignored.has(i) }
  })
}
