import { STANDARD_PRESSURE } from '../../quantity/standardLeakRate'
import type { BudgetPart, HoldSetup } from '../hold'
import type { HoldSeries } from '../holdSeries'
import { pumpings } from './pumpings'
import {
  GAUGE_DRIFT,
  gasLags,
  LAG_SHARE,
  slowSettlings,
  SLOW_SHARE,
  UNREAD_BAROMETER,
  UNSEEN_SHARE,
  unseenWarmth,
  vapourRise,
  wallCreep,
  type Surroundings,
} from './surroundings'

/** Something that moves the inventory of a record without being a leak: its course, and how large it is believed to be beforehand. */
export interface Effect {
  part: BudgetPart
  /** Pa·m3/K for a size of one */
  column: Float64Array
  mean: number
  spread: number
}

/** Effects that act together in one way of looking at a hold. */
export interface Discrepancy {
  /** share of the belief beforehand, all together make 1 */
  belief: number
  effects: readonly Effect[]
}

/** Terms of a wander (Karhunen-Loeve expansion of Brownian motion, any text on stochastic processes). */
const WANDER_TERMS = 10
/** K for each share of the absolute pressure by which air was compressed: (gamma - 1) / gamma x T, adiabatic. */
const COMPRESSION = 84
const HOUR = 3600

/** Warmth that compression to the test pressure can give at the most, K. */
export const compressionWarmth = ({ testPressure }: HoldSetup): number =>
  (COMPRESSION * Math.abs(testPressure)) / (STANDARD_PRESSURE + Math.abs(testPressure))

/**
 * What real tanks, shops and instruments do besides leaking, as ways of looking at a hold that are weighed against each other by
 * what the record shows. A still record earns its certainty back: a wander that it does not show is not believed.
 */
export function discrepancies(setup: HoldSetup, surroundings: Surroundings, series: HoldSeries): Discrepancy[] {
  const { times } = series
  const begun = times[0]!
  const held = Math.max(1, times[times.length - 1]! - begun)
  const hours = held / HOUR
  const perKelvin =
    ((series.meanPressure + series.meanBarometer) * setup.space.volume * (1 + setup.space.wallGive * series.meanPressure)) /
    series.meanTemperature ** 2
  const perPascal = series.effectiveVolume / series.meanTemperature
  const course = (of: (t: number, i: number) => number) => Float64Array.from(times, (t, i) => of(t - begun, i))
  const effect = (part: BudgetPart, spread: number, of: (t: number, i: number) => number, mean = 0): Effect => ({
    part,
    column: course(of),
    mean,
    spread,
  })
  const pumped = pumpings(setup, series)
  /** What begins anew with each pumping, as large as the pressure jumped. */
  const settled = (of: (since: number) => number) => (t: number) =>
    pumped.reduce((sum, each) => sum + (t + begun >= each.t ? each.share * of(t + begun - each.t) : 0), 0)
  const hasThermometer = series.temperatureScatter !== null
  const warmth = unseenWarmth[surroundings.place]
  const root = Math.sqrt(Math.max(1, hours))
  const first = series.temperatures[0]!
  const always = [
    effect('temperature', Math.max(warmth.floor * root, setup.temperatureChangeUncertainty), t => (perKelvin * t) / held),
    effect(
      'barometer',
      series.barometerScatter === null ? UNREAD_BAROMETER * root : setup.barometerChangeUncertainty,
      t => ((setup.space.volume / series.meanTemperature) * t) / held,
    ),
    effect('readings', GAUGE_DRIFT, t => (perPascal * t) / HOUR),
    ...(hasThermometer ? [effect('temperature', UNSEEN_SHARE, (_, i) => perKelvin * (series.temperatures[i]! - first))] : []),
    ...creep(),
  ]
  const lags = (hasThermometer ? gasLags : [0]).map(lag => (lag === 0 ? [] : [late(lag)]))
  const slow = slowSettlings.map(tau =>
    tau === null
      ? []
      : [
          effect(
            'temperature',
            SLOW_SHARE.spread * compressionWarmth(setup),
            settled(t => perKelvin * Math.exp(-t / tau)),
            Math.sign(setup.testPressure) * SLOW_SHARE.mean * compressionWarmth(setup),
          ),
        ],
  )
  const vapour = vapourRise[surroundings.inside]
  const vapours = vapour.taus.map(tau => [
    effect('temperature', vapour.spread, t => perPascal * (1 - Math.exp(-t / tau)), vapour.mean),
  ])
  const wanders = (hasThermometer ? warmth.wander : [[warmth.blind, 1] as const]).map(([scale, belief]) => ({
    belief,
    effects: wander(scale),
  }))
  const options = lags.flatMap(lag =>
    slow.flatMap(settling =>
      vapours.flatMap(rise =>
        wanders.map(({ belief, effects }) => ({ belief, effects: [...always, ...lag, ...settling, ...rise, ...effects] })),
      ),
    ),
  )
  const ways = lags.length * slow.length * vapours.length
  return options.map(({ belief, effects }) => ({ belief: belief / ways, effects }))

  function late(lag: number): Effect {
    const follows = new Float64Array(times.length)
    let gas = first
    for (let i = 1; i < times.length; i++) {
      gas += (1 - Math.exp((times[i - 1]! - times[i]!) / lag)) * (series.temperatures[i]! - gas)
      follows[i] = gas - series.temperatures[i]!
    }
    return effect('temperature', LAG_SHARE.spread, (_, i) => perKelvin * follows[i]!, LAG_SHARE.mean)
  }

  /** @param scale K a root hour */
  function wander(scale: number): Effect[] {
    if (scale === 0) return []
    return Array.from({ length: WANDER_TERMS }, (_, k) => {
      const wave = (k + 0.5) * Math.PI
      return effect(
        'temperature',
        (scale * Math.sqrt(2 * Math.max(hours, 0.25))) / wave,
        t => perKelvin * Math.sin((wave * t) / held),
      )
    })
  }

  function creep(): Effect[] {
    const wall = wallCreep[surroundings.wall]
    if (!wall) return []
    const give = Math.max(setup.space.wallGive, wall.leastGive)
    const size = (series.meanBarometer * setup.space.volume * give * setup.testPressure) / series.meanTemperature
    // Its volume grows, which the inventory of a volume that does not takes for a loss.
    return [
      effect(
        'wallGive',
        wall.spread,
        settled(t => -size * Math.log10(1 + t / 60)),
        wall.mean,
      ),
    ]
  }
}

/** Beside one time constant: others close to it, and where gas begins as warm as compression makes it a slow rest. */
const NEAR_TAU = 0.4
const SLOW_REST = { times: 4, mean: 0.1, spread: 0.4 }

/**
 * What a settling does that is not one exponential alone.
 * @param tau s @param warmth K, scale of what settles @param hot whether it begins as warm as compression makes it
 */
export function settlingRest(
  setup: HoldSetup,
  series: HoldSeries,
  { tau, warmth, hot }: { tau: number; warmth: number; hot: boolean },
): Effect[] {
  const pumped = pumpings(setup, series)
  const kelvin = series.inventory[0]! / series.meanTemperature
  const column = (of: (since: number) => number) =>
    Float64Array.from(series.times, t =>
      pumped.reduce((sum, each) => sum + (t >= each.t ? each.share * kelvin * of(t - each.t) : 0), 0),
    )
  const most = compressionWarmth(setup)
  return [
    { part: 'readings', column: column(t => (t / tau) * Math.exp(-t / tau)), mean: 0, spread: NEAR_TAU * warmth },
    ...(hot
      ? [
          {
            part: 'temperature' as const,
            column: column(t => Math.exp(-t / (SLOW_REST.times * tau))),
            mean: Math.sign(setup.testPressure) * SLOW_REST.mean * most,
            spread: SLOW_REST.spread * most,
          },
        ]
      : []),
  ]
}
