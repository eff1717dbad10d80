import { STANDARD_PRESSURE } from '../../quantity/standardLeakRate'
import { HoldError, type BudgetPart, type HoldSetup } from '../hold'
import type { HoldSeries } from '../holdSeries'
import { choleskyOf } from '../../algebra/covariance'
import { trendAndWaves, waveNumber, type WanderingChannel } from '../channels/wanderingChannel'
import { pumpings } from './pumpings'
import {
  bottleWarmth,
  GAUGE_DRIFT,
  gasFollows,
  UNREAD_BAROMETER,
  unseenWarmth,
  vapourRise,
  wallCreep,
  type Surroundings,
} from './surroundings'

/** What acts besides a leak, and the part of the budget that it is counted to. */
export const effectParts = {
  'unseen warmth': 'unseenTemperature',
  'far side': 'unseenTemperature',
  'late gas': 'unseenTemperature',
  'wander': 'unseenTemperature',
  'slow settling': 'unseenTemperature',
  'settling': 'readings',
  'unread weather': 'barometer',
  'gauge drift': 'instrumentDrift',
  'bottle leak': 'instrumentDrift',
  'fuel vapour': 'fuelVapour',
  'wall creep': 'wallCreep',
} as const satisfies Record<string, BudgetPart>
export type EffectName = keyof typeof effectParts

/** Something that moves the inventory of a record without being a leak: its course, and how large it is believed to be beforehand. */
export interface Effect {
  name: EffectName
  /** Pa·m3/K for a size of one */
  column: Float64Array
  mean: number
  spread: number
}

/** Ways of looking at one thing that may act besides a leak, each with its belief beforehand; together they make 1. */
export type Choice = readonly { belief: number; effects: readonly Effect[] }[]

/** What may act besides a leak: what always does, and choices that are independent of each other. */
export interface Discrepancies {
  always: readonly Effect[]
  choices: readonly Choice[]
}

/** K for each share of the absolute pressure by which air was compressed: (gamma - 1) / gamma x T, adiabatic. */
export const COMPRESSION = 84
const HOUR = 3600
/** A wave that no instrument is so good as not to have, K. */
const LEAST_WAVE = 1e-6
/** Of a drift, how far it is from a straight line in its first wave; each shorter one is as much smoother as an integral is. */
const SMOOTH_WAVE = 0.4
/** Tenfolds of time that a wall goes on giving for are counted from about where pumping ends, s. */
const CREEP_START = 30
/** How far that is from where it is counted from, as a logarithm. */
const CREEP_START_DOUBT = 0.7

/** Covariance of two of a channel's trend and waves; none without one. */
const doubtOf = (channel: WanderingChannel | null, a: number, b: number) => channel?.doubt[a]?.[b] ?? 0

/** Warmth that compression to the test pressure can give at the most, K. */
export const compressionWarmth = ({ testPressure }: HoldSetup): number =>
  (COMPRESSION * Math.abs(testPressure)) / (STANDARD_PRESSURE + Math.abs(testPressure))

/**
 * What real tanks, shops and instruments do besides leaking, as ways of looking at a hold that are weighed against each other by
 * what the record shows. A still record earns its certainty back: a wander that it does not show is not believed.
 */
export function discrepancies(setup: HoldSetup, surroundings: Surroundings, series: HoldSeries): Discrepancies {
  const { times } = series
  const begun = times[0]!
  const held = Math.max(1, times[times.length - 1]! - begun)
  const hours = held / HOUR
  const perKelvin = series.inventory.map(amount => amount / series.meanTemperature)
  const perPascal = series.effectiveVolume / series.meanTemperature
  const course = (of: (t: number, i: number) => number) => Float64Array.from(times, (t, i) => of(t - begun, i))
  const effect = (name: EffectName, spread: number, of: (t: number, i: number) => number, mean = 0): Effect => ({
    name,
    column: course(of),
    mean,
    spread,
  })
  const pumped = pumpings(setup, series)
  /** What begins anew with each pumping, as large as the pressure jumped. */
  const settled = (of: (since: number) => number) => (t: number) =>
    pumped.reduce((sum, each) => sum + (t + begun >= each.t ? each.share * of(t + begun - each.t) : 0), 0)
  const hasThermometer = series.temperatureScatter !== null
  const { bottle } = setup
  const usual = unseenWarmth[surroundings.place]
  const warmth = bottle ? { ...usual, floor: bottleWarmth[bottle.lies].floor, blind: bottleWarmth[bottle.lies] } : usual
  const root = Math.sqrt(Math.max(1, hours))
  const first = series.temperatures[0]!
  let moved: Float64Array | null = null
  const always = [
    bottle
      ? // What the bottle loses the difference gains.
        effect('bottle leak', bottle.leakUncertainty / bottle.volume, t => perPascal * t)
      : effect(
          'unread weather',
          series.barometerScatter === null ? UNREAD_BAROMETER * root : setup.barometerChangeUncertainty,
          t => ((setup.space.volume / series.meanTemperature) * t) / held,
        ),
    // A needle that sticks may stay behind all through a hold as slowly as a leak takes it.
    effect('gauge drift', Math.hypot(GAUGE_DRIFT, (setup.gauge.stick ?? 0) / hours), t => (perPascal * t) / HOUR),
  ]
  const walked = Math.max(hours, 0.25)
  const drift = (hasThermometer ? 0 : warmth.blind.drift) * Math.sqrt(walked)
  const seen = trendAndWaves(times).map(column => column.map((value, i) => perKelvin[i]! * value))
  const weather = series.meanTemperature / (series.meanPressure + series.meanBarometer)
  const unread = Math.max(warmth.floor * root, setup.temperatureChangeUncertainty)
  /**
   * What the gas may do that nobody sees, a trend and waves: the least that any does, a wander, a drift, and what the thermometer and
   * the barometer leave open, whose errors go together.
   * @param scale of the wander, K a root hour
   */
  const wandering = (scale: number): Effect[] => {
    const variance = (a: number) =>
      a === 0
        ? unread ** 2 + drift ** 2 + scale ** 2 * walked
        : (2 * walked * scale ** 2) / waveNumber(a - 1) ** 2 + ((SMOOTH_WAVE * drift) / a ** 2) ** 2 + LEAST_WAVE ** 2
    const covariance = seen.map((_, a) =>
      seen.map(
        (__, b) => (a === b ? variance(a) : 0) + doubtOf(series.skin, a, b) + weather * weather * doubtOf(series.weather, a, b),
      ),
    )
    const lower = choleskyOf(covariance)
    if (!lower) throw new HoldError('These readings do not determine a leak: their temperatures or pressures are no curve.')
    return seen.map((_, b) => {
      const column = new Float64Array(times.length)
      for (let a = b; a < seen.length; a++) for (let i = 0; i < column.length; i++) column[i]! += lower[a]![b]! * seen[a]![i]!
      return { name: b === 0 ? 'unseen warmth' : 'wander', column, mean: 0, spread: 1 }
    })
  }
  const risen = new Map<number, Float64Array>()
  const vapour = (tau: number) => {
    const kept = risen.get(tau) ?? course(t => perPascal * (1 - Math.exp(-t / tau)))
    risen.set(tau, kept)
    return kept
  }
  return {
    always,
    choices: [
      (hasThermometer ? warmth.wander : warmth.blind.wander).map(([scale, belief]) => ({
        belief,
        effects: wandering(scale),
      })),
      ...(hasThermometer
        ? [gasFollows.map(({ belief, far, lag }) => ({ belief, effects: [farSide(far), ...(lag ? [late(lag)] : [])] }))]
        : []),
      ...creeps(),
      vapourRise[surroundings.inside].map(({ belief, mean, spread, tau }) => ({
        belief,
        effects: [{ name: 'fuel vapour' as const, column: vapour(tau), mean, spread }],
      })),
    ],
  }

  function farSide({ mean, spread }: { mean: number; spread: number }): Effect {
    moved ??= course((_, i) => perKelvin[i]! * (series.temperatures[i]! - first))
    return { name: 'far side', column: moved, mean, spread }
  }

  function late({ tau, mean, spread }: { tau: number; mean: number; spread: number }): Effect {
    const follows = new Float64Array(times.length)
    let gas = first
    for (let i = 1; i < times.length; i++) {
      gas += (1 - Math.exp((times[i - 1]! - times[i]!) / tau)) * (series.temperatures[i]! - gas)
      follows[i] = gas - series.temperatures[i]!
    }
    return effect('late gas', spread, (_, i) => perKelvin[i]! * follows[i]!, mean)
  }

  function creeps(): Choice[] {
    const wall = wallCreep[surroundings.wall]
    if (!wall) return []
    const give = Math.max(setup.space.wallGive, wall.leastGive)
    const size = (series.meanBarometer * setup.space.volume * give * setup.testPressure) / series.meanTemperature
    // Its volume grows, which the inventory of a volume that does not takes for a loss.
    const column = course(settled(t => -size * Math.log10(1 + t / CREEP_START)))
    // What it would do if those tenfolds were counted from a little later.
    const later = course(settled(t => (size * (t / CREEP_START)) / (1 + t / CREEP_START) / Math.LN10))
    return [
      wall.shares.map(({ belief, mean, spread }) => ({
        belief,
        effects: [
          { name: 'wall creep', column, mean, spread },
          { name: 'wall creep', column: later, mean: 0, spread: mean * CREEP_START_DOUBT },
        ],
      })),
    ]
  }
}
