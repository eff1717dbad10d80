import { normalAt } from './seededRandom'

const DAY = 86_400

/** A shed by the water: its mean, its swing by day and night, and when it is warmest, K and s after midnight. */
export interface Shed {
  mean: number
  swing: number
  warmestAt: number
}
export const usualShed: Shed = { mean: 287.15, swing: 5, warmestAt: 15 * 3600 }

/** Temperature in a shed, K, at a time of day (s since midnight, any day). */
export function shedAt(seed: number, t: number, { mean, swing, warmestAt }: Shed = usualShed): number {
  const day = Math.floor(t / DAY)
  const drift = 1.5 * normalAt(seed, 42, day) * (1 - (t / DAY - day)) + 1.5 * normalAt(seed, 42, day + 1) * (t / DAY - day)
  return mean + drift + swing * Math.cos((2 * Math.PI * (t - warmestAt)) / DAY)
}

/** What a thermometer with a memory shows: now, and its lowest since a moment, in steps of a tenth of a kelvin. */
export function shopThermometer(
  seed: number,
  t: number,
  since: number,
  shed = usualShed,
): { temperature: number; lowest: number } {
  const step = (kelvin: number) => Math.round((kelvin - 273.15) * 10) / 10 + 273.15
  const looks = Math.max(1, Math.ceil((t - since) / 600))
  const lowest = Math.min(...Array.from({ length: looks + 1 }, (_, i) => shedAt(seed, since + ((t - since) * i) / looks, shed)))
  return { temperature: step(shedAt(seed, t, shed)), lowest: step(lowest) }
}
