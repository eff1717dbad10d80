import type { HoldSetup } from './holdSetup'

/**
 * Change over a hold that nobody measured, one standard deviation: temperature (K) and barometer (Pa). The set-up format's
 * defaults.
 */
export const UNSEEN_TEMPERATURE_CHANGE = 0.5
export const UNSEEN_BAROMETER_CHANGE = 40

/** Instruments that somebody said are read during the hold. */
export interface Instruments {
  hasThermometer: boolean
  hasBarometer: boolean
}

/**
 * The set-up with the doubt that its record deserves: the drift of an instrument says nothing when that instrument was never
 * read,
 * so a thermometer or barometer with fewer than two readings leaves the whole change unseen.
 * @param sees whether the record has at least two readings of a channel
 */
export function withUnseenChange(
  setup: HoldSetup,
  instruments: Instruments,
  sees: (channel: 'temperature' | 'barometer') => boolean,
): HoldSetup {
  const unread = (channel: 'temperature' | 'barometer') => !sees(channel)
  return {
    ...setup,
    temperatureChangeUncertainty:
      instruments.hasThermometer && unread('temperature')
        ? Math.max(setup.temperatureChangeUncertainty, UNSEEN_TEMPERATURE_CHANGE)
        : setup.temperatureChangeUncertainty,
    barometerChangeUncertainty:
      instruments.hasBarometer && unread('barometer')
        ? Math.max(setup.barometerChangeUncertainty, UNSEEN_BAROMETER_CHANGE)
        : setup.barometerChangeUncertainty,
  }
}
