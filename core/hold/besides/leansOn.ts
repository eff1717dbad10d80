import { STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import type { HoldSetup } from '../holdSetup'
import type { HoldSeries } from '../holdSeries'
import { holdEventKind } from '../series/holdEvents'
import { jumpAt } from './pumpings'

/** What a hold that came out tight may owe it to. */
export const leaningOn = ['thermometer', 'barometer', 'knocks'] as const

/** Something that alone takes so much off the fall that without it the hold would be over its limit. */
export interface LeansOn {
  on: (typeof leaningOn)[number]
  /** leak that the pressure alone would show beside what is left, Pa·m3/s */
  hides: number
  /** how far the instrument moved over the hold, K or Pa; of knocks what they took off the pressure, Pa */
  change: number
}

/** Slope of a straight line through values over times (ordinary least squares, any text on regression). */
function slopeOf(times: Float64Array, values: Float64Array): number {
  const mean = (of: Float64Array) => of.reduce((sum, value) => sum + value, 0) / of.length
  const [t0, v0] = [mean(times), mean(values)]
  let along = 0
  let square = 0
  for (let i = 0; i < times.length; i++) {
    along += (times[i]! - t0) * (values[i]! - v0)
    square += (times[i]! - t0) ** 2
  }
  return square > 0 ? along / square : 0
}

/** A hold's inventory P V / T falls as its gas cools, its gauge as the weather rises (EN 1779, pressure change technique). */
const instrumentsOf = (setup: HoldSetup, series: HoldSeries) => {
  const { meanPressure, meanBarometer, meanTemperature, temperatureScatter, barometerScatter } = series
  const gas = STANDARD_TEMPERATURE * (setup.space.volume / meanTemperature)
  return [
    ...(temperatureScatter === null
      ? []
      : [
          {
            on: 'thermometer' as const,
            values: series.temperatures,
            perUnit: (-gas * (meanPressure + meanBarometer)) / meanTemperature,
          },
        ]),
    ...(barometerScatter === null ? [] : [{ on: 'barometer' as const, values: series.barometers, perUnit: gas }]),
  ]
}

/** Falls of the gauge that are taken as knocks, told or found, one a step, Pa; a step the other way is below zero. */
export function knockFalls(setup: HoldSetup, series: HoldSeries, steps: readonly number[]): number[] {
  const kinds = new Map(series.events.map(event => [event.block, event.kind]))
  return steps
    .filter(block => block > 0 && holdEventKind(kinds.get(block) ?? 'knock') === 'step')
    .map(block => -jumpAt(setup, series, block) * Math.abs(setup.testPressure))
}

/**
 * What a hold leans on: instruments and knocks that each alone take so much off its fall that without them it would be over.
 * A tank that cools is not leaking, but nothing except its thermometer says so.
 * @param setup of the hold @param series of it @param steps blocks from which the pressure is offset
 * @param leak as estimated, Pa·m3/s
 */
export function leansOn(setup: HoldSetup, series: HoldSeries, steps: readonly number[], leak: number): LeansOn[] {
  const limit = Math.min(setup.limit, setup.strictest ?? setup.limit)
  const sign = setup.method === 'vacuum-decay' ? -1 : 1
  const held = Math.max(1, series.times.at(-1)! - series.times[0]!)
  const read = setup.bottle
    ? []
    : instrumentsOf(setup, series).map(({ on, values, perUnit }) => {
        const slope = slopeOf(series.times, values)
        return { on, hides: sign * perUnit * slope, change: slope * held }
      })
  const fell = knockFalls(setup, series, steps).reduce((sum, fall) => sum + fall, 0)
  const knocks = { on: 'knocks' as const, hides: (series.effectiveVolume * fell) / held, change: fell }
  return [...read, knocks].filter(({ hides }) => hides > 0 && Math.max(0, leak) + hides > limit)
}

/**
 * Whether knocks alone make a hold tight: a person who knocks a tank moves its gauge either way, and one after another downwards is
 * what a leak does.
 */
export const knockedTight = (setup: HoldSetup, series: HoldSeries, steps: readonly number[], leak: number): boolean =>
  knockFalls(setup, series, steps).filter(fall => fall > 0).length > 1 &&
  leansOn(setup, series, steps, leak).some(({ on }) => on === 'knocks')
