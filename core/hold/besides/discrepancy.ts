import { STANDARD_PRESSURE } from '../../quantity/standardLeakRate'
import { HoldError, type HoldSetup } from '../holdSetup'
import type { BudgetPart } from '../budget'
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
  type UnseenWarmth,
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
type EffectName = keyof typeof effectParts

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
  const acting = new ActingOn(setup, surroundings, series)
  return { always: [acting.reference(), acting.gaugeDrift()], choices: acting.choices() }
}

/** What may act on one hold, each as a course over its blocks. */
class ActingOn {
  private readonly begun: number
  /** of the record, s and h */
  private readonly held: number
  private readonly hours: number
  private readonly perKelvin: Float64Array
  private readonly perPascal: number
  private readonly hasThermometer: boolean
  private readonly warmth: UnseenWarmth

  constructor(
    private readonly setup: HoldSetup,
    private readonly surroundings: Surroundings,
    private readonly series: HoldSeries,
  ) {
    const { times, inventory, meanTemperature } = series
    this.begun = times[0]!
    this.held = Math.max(1, times[times.length - 1]! - this.begun)
    this.hours = this.held / HOUR
    this.perKelvin = inventory.map(amount => amount / meanTemperature)
    this.perPascal = series.effectiveVolume / meanTemperature
    this.hasThermometer = series.temperatureScatter !== null
    const usual = unseenWarmth[surroundings.place]
    const { bottle } = setup
    this.warmth = bottle ? { ...usual, floor: bottleWarmth[bottle.lies].floor, blind: bottleWarmth[bottle.lies] } : usual
  }

  /** What the pressure is read against: the weather that nobody read, or a bottle that leaks. */
  reference(): Effect {
    const { bottle, space, barometerChangeUncertainty } = this.setup
    // What the bottle loses the difference gains.
    if (bottle) return this.effect('bottle leak', bottle.leakUncertainty / bottle.volume, t => this.perPascal * t)
    return this.effect(
      'unread weather',
      this.series.barometerScatter === null ? UNREAD_BAROMETER * this.rootHours() : barometerChangeUncertainty,
      t => ((space.volume / this.series.meanTemperature) * t) / this.held,
    )
  }

  /** A needle that sticks may stay behind all through a hold as slowly as a leak takes it. */
  gaugeDrift(): Effect {
    const spread = Math.hypot(GAUGE_DRIFT, (this.setup.gauge.stick ?? 0) / this.hours)
    return this.effect('gauge drift', spread, t => (this.perPascal * t) / HOUR)
  }

  choices(): Choice[] {
    const wanders = this.hasThermometer ? this.warmth.wander : this.warmth.blind.wander
    return [
      wanders.map(([scale, belief]) => ({ belief, effects: this.wandering(scale) })),
      ...(this.hasThermometer ? [this.gasBehindSkin()] : []),
      ...this.creeping(),
      this.vapour(),
    ]
  }

  private rootHours(): number {
    return Math.sqrt(Math.max(1, this.hours))
  }

  private course(of: (t: number, i: number) => number): Float64Array {
    return Float64Array.from(this.series.times, (t, i) => of(t - this.begun, i))
  }

  private effect(name: EffectName, spread: number, of: (t: number, i: number) => number, mean = 0): Effect {
    return { name, column: this.course(of), mean, spread }
  }

  /**
   * What the gas may do that nobody sees, a trend and waves: the least that any does, a wander, a drift, and what the thermometer and
   * the barometer leave open, whose errors go together.
   * @param scale of the wander, K a root hour
   */
  private wandering(scale: number): Effect[] {
    const { series, warmth } = this
    const seen = this.waves()
    const weather = series.meanTemperature / (series.meanPressure + series.meanBarometer)
    const variance = this.wanderVariance(scale, warmth)
    const covariance = seen.map((_, a) =>
      seen.map(
        (__, b) => (a === b ? variance(a) : 0) + doubtOf(series.skin, a, b) + weather * weather * doubtOf(series.weather, a, b),
      ),
    )
    const lower = choleskyOf(covariance)
    if (!lower) throw new HoldError('These readings do not determine a leak: their temperatures or pressures are no curve.')
    return seen.map((_, b) => {
      const column = new Float64Array(series.times.length)
      for (let a = b; a < seen.length; a++) for (let i = 0; i < column.length; i++) column[i]! += lower[a]![b]! * seen[a]![i]!
      return { name: b === 0 ? 'unseen warmth' : 'wander', column, mean: 0, spread: 1 }
    })
  }

  private waveColumns: Float64Array[] | null = null
  private waves(): Float64Array[] {
    this.waveColumns ??= trendAndWaves(this.series.times).map(column => column.map((value, i) => this.perKelvin[i]! * value))
    return this.waveColumns
  }

  /** Variance of the trend (0) and of each wave by its number, K2. */
  private wanderVariance(scale: number, warmth: UnseenWarmth): (wave: number) => number {
    const walked = Math.max(this.hours, 0.25)
    const drift = (this.hasThermometer ? 0 : warmth.blind.drift) * Math.sqrt(walked)
    const unread = Math.max(warmth.floor * this.rootHours(), this.setup.temperatureChangeUncertainty)
    return wave =>
      wave === 0
        ? unread ** 2 + drift ** 2 + scale ** 2 * walked
        : (2 * walked * scale ** 2) / waveNumber(wave - 1) ** 2 + ((SMOOTH_WAVE * drift) / wave ** 2) ** 2 + LEAST_WAVE ** 2
  }

  /** The gas away from the thermometer, which moves by another share of what the skin does, and may come late. */
  private gasBehindSkin(): Choice {
    const first = this.series.temperatures[0]!
    const moved = this.course((_, i) => this.perKelvin[i]! * (this.series.temperatures[i]! - first))
    return gasFollows.map(({ belief, far, lag }) => ({
      belief,
      effects: [{ name: 'far side', column: moved, mean: far.mean, spread: far.spread }, ...(lag ? [this.lateGas(lag)] : [])],
    }))
  }

  private lateGas({ tau, mean, spread }: { tau: number; mean: number; spread: number }): Effect {
    const { times, temperatures } = this.series
    const follows = new Float64Array(times.length)
    let gas = temperatures[0]!
    for (let i = 1; i < times.length; i++) {
      gas += (1 - Math.exp((times[i - 1]! - times[i]!) / tau)) * (temperatures[i]! - gas)
      follows[i] = gas - temperatures[i]!
    }
    return this.effect('late gas', spread, (_, i) => this.perKelvin[i]! * follows[i]!, mean)
  }

  /** The vapour of fuel that is left, which fills the gas in one of several times. */
  private vapour(): Choice {
    const risen = new Map<number, Float64Array>()
    return vapourRise[this.surroundings.inside].map(({ belief, mean, spread, tau }) => {
      const column = risen.get(tau) ?? this.course(t => this.perPascal * (1 - Math.exp(-t / tau)))
      risen.set(tau, column)
      return { belief, effects: [{ name: 'fuel vapour', column, mean, spread }] }
    })
  }

  /** A wall that goes on giving after each pumping, as large as the pressure jumped; none for what does not creep. */
  private creeping(): Choice[] {
    const wall = wallCreep[this.surroundings.wall]
    if (!wall) return []
    const { setup, series } = this
    const give = Math.max(setup.space.wallGive, wall.leastGive)
    const size = (series.meanBarometer * setup.space.volume * give * setup.testPressure) / series.meanTemperature
    const pumped = pumpings(setup, series)
    const sincePumping = (of: (since: number) => number) =>
      this.course(t =>
        pumped.reduce((sum, each) => sum + (t + this.begun >= each.t ? each.share * of(t + this.begun - each.t) : 0), 0),
      )
    // Its volume grows, which the inventory of a volume that does not takes for a loss.
    const column = sincePumping(t => -size * Math.log10(1 + t / CREEP_START))
    // What it would do if those tenfolds were counted from a little later.
    const later = sincePumping(t => (size * (t / CREEP_START)) / (1 + t / CREEP_START) / Math.LN10)
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
