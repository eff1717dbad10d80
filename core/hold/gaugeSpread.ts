import type { Gauge } from './holdSetup'

/**
 * Standard deviation of one reading of a gauge, Pa: its noise, and its step as rounding noise of step / sqrt(12) (GUM, JCGM
 * 100, 4.3.7).
 */
export const gaugeSpread = ({ noise, resolution }: Pick<Gauge, 'noise' | 'resolution'>): number =>
  Math.sqrt(noise * noise + (resolution * resolution) / 12)
