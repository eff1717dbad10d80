import { DROP_FROM, DROP_TO, DROP_VOLUME } from '../../quantity/dropVolume'
import { countedRate } from './countedRate'

/** A rate of liquid, m3/s, with its 95 % interval. */
export interface LiquidRate {
  likely: number
  low: number
  high: number
}

/**
 * Fuel that is lost by the drops that fall in a time. The interval takes the smallest drop with the fewest that the count allows,
 * and the largest with the most: it is wider than 95 %, never narrower.
 * @param drops whole, 0 or more
 * @param seconds s, above zero
 * @throws RangeError as `countedRate`
 */
export function dropRate(drops: number, seconds: number): LiquidRate {
  const { likely, low, high } = countedRate(drops, seconds)
  return { likely: likely * DROP_VOLUME, low: low * DROP_FROM, high: high * DROP_TO }
}

/**
 * How long no drop may fall until the loss is surely below a rate.
 * @param rate m3/s, above zero
 * @returns s
 */
export const dropFreeTime = (rate: number): number => dropRate(0, 1).high / rate

/** The eye is out by so much when it measures the width of a spot with a rule, as a share. */
const SPOT_DOUBT = 0.1

/**
 * Fuel in a spot on paper, against the spot that one drop of the same fuel makes on the same paper: paper takes up so much a
 * square metre, so that the volume goes with the square of the width.
 * @param width m of the spot, above zero
 * @param dropWidth m of the spot of one drop, above zero
 * @param seconds s that the paper lay there, above zero
 * @throws RangeError for a width or a time that cannot be
 */
export function spotRate(width: number, dropWidth: number, seconds: number): LiquidRate {
  if (!(width > 0) || !(dropWidth > 0)) throw new RangeError('Measure both spots: a width is more than zero.')
  if (!(seconds > 0) || !Number.isFinite(seconds)) throw new RangeError('Say how long the paper lay there: more than no time.')
  const squares = (width / dropWidth) ** 2
  const [least, most] = [((1 - SPOT_DOUBT) / (1 + SPOT_DOUBT)) ** 2, ((1 + SPOT_DOUBT) / (1 - SPOT_DOUBT)) ** 2]
  return {
    likely: (squares * DROP_VOLUME) / seconds,
    low: (squares * least * DROP_FROM) / seconds,
    high: (squares * most * DROP_TO) / seconds,
  }
}
