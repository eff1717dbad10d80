import { HoldError } from '../../hold/holdSetup'
import { ONE_SIDED_95, TWO_SIDED_95 } from '../../quantity/normalDistribution'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import {
  balloonGas,
  girthNoise,
  lossOf,
  RUBBER_LOSS,
  RUBBER_WANDERS,
  SHORTEST_SPAN,
  type BalloonSetup,
  type GirthReading,
} from './balloon'

/** A balloon on one of two like tanks, its girths with the moment at which each was typed, s on a clock that both share. */
export interface ComparedBalloon {
  setup: BalloonSetup
  girths: readonly (GirthReading & { at: number })[]
}

interface BalloonComparison {
  /** how much more the first loses than the second, Pa·m3/s; below zero when the second loses more */
  more: number
  low95: number
  high95: number
  uncertainty: number
  /** which loses more, at 95 % to one side; neither where that cannot be told */
  loses: 'first' | 'second' | 'neither'
  /** pairs of girths of about the same moment */
  pairs: number
}

/** Girths further apart in time are not of the same weather, s. */
const SAME_MOMENT = 1800
/** Two tanks side by side are not of the same warmth, K, one standard deviation. Source: general trade practice. */
const TANKS_APART = 0.3
/** Two balloons of one bag lose and wander alike but for a third of what one does. */
const RUBBERS_APART = 1 / 3

/**
 * Two like tanks under the same weather, each with a balloon: what warms, cools and presses both alike drops out of their
 * difference. What is left is the difference of their own warmth, of their rubbers, and the tape.
 * (EN 1779, comparison with a reference volume; uncertainty by GUM, JCGM 100.)
 * @throws HoldError when there are not two pairs of girths at least ten minutes apart
 */
export function compareBalloons(first: ComparedBalloon, second: ComparedBalloon): BalloonComparison {
  const pairs = [...first.girths]
    .sort((a, b) => a.at - b.at)
    .flatMap(a => {
      const b = second.girths.reduce<(typeof second.girths)[number] | null>(
        (best, each) => (!best || Math.abs(each.at - a.at) < Math.abs(best.at - a.at) ? each : best),
        null,
      )
      return b && Math.abs(b.at - a.at) <= SAME_MOMENT ? [{ a, b }] : []
    })
  const span = pairs.length ? pairs.at(-1)!.a.at - pairs[0]!.a.at : 0
  if (pairs.length < 2 || span < SHORTEST_SPAN)
    throw new HoldError('Two balloons are compared by at least two girths of each, typed within the same half hour.')
  const shared = pairs.map(({ a, b }) => {
    const weather = { temperature: a.temperature ?? b.temperature, barometer: a.barometer ?? b.barometer }
    const under = ({ temperature: _, barometer: __, ...reading }: GirthReading): GirthReading => ({
      ...reading,
      ...(weather.temperature !== undefined && { temperature: weather.temperature }),
      ...(weather.barometer !== undefined && { barometer: weather.barometer }),
      t: a.at,
    })
    return { a: under(a), b: under(b) }
  })
  const loss = (setup: BalloonSetup, readings: readonly GirthReading[]) =>
    lossOf(readings, reading => balloonGas(setup, reading), girthNoise(setup, readings))
  const lossA = loss(
      first.setup,
      shared.map(each => each.a),
    ),
    lossB = loss(
      second.setup,
      shared.map(each => each.b),
    )
  const [volumeA, volumeB] = [first.setup.volume, second.setup.volume]
  const perSecond = STANDARD_PRESSURE / span
  const apart = Math.hypot(volumeA - volumeB, first.setup.volumeUncertainty, second.setup.volumeUncertainty)
  const unread = (channel: 'temperature' | 'barometer', doubt: number) =>
    shared.filter(({ a }) => a[channel] !== undefined).length < 2 ? 10 * doubt : doubt
  const uncertainty = Math.hypot(
    lossA.uncertainty,
    lossB.uncertainty,
    ((Math.max(volumeA, volumeB) * TANKS_APART) / STANDARD_TEMPERATURE) * perSecond,
    ((apart * unread('temperature', first.setup.temperatureChangeUncertainty)) / STANDARD_TEMPERATURE) * perSecond,
    (apart * unread('barometer', first.setup.barometerChangeUncertainty)) / span,
    (Math.max(volumeA, volumeB) * first.setup.pressure * RUBBER_WANDERS * RUBBERS_APART) / span,
    RUBBERS_APART * RUBBER_LOSS.rate,
  )
  const more = lossA.rate - lossB.rate
  const loses = more > ONE_SIDED_95 * uncertainty ? 'first' : -more > ONE_SIDED_95 * uncertainty ? 'second' : 'neither'
  return {
    more,
    low95: more - TWO_SIDED_95 * uncertainty,
    high95: more + TWO_SIDED_95 * uncertainty,
    uncertainty,
    loses,
    pairs: pairs.length,
  }
}
