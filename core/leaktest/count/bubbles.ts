import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../quantity/standardLeakRate'
import { STANDARD_GRAVITY } from '../../quantity/units'
import { WATER_DENSITY } from '../../quantity/waterDensity'
import { countedRate } from './countedRate'

/** What water weighs on a place at a depth, Pa. @param depth m, 0 or more */
export const depthPressure = (depth: number): number => WATER_DENSITY * STANDARD_GRAVITY * depth

/** Throughput at 293.15 K, Pa·m3/s, with its interval. */
interface BubbleRate {
  likely: number
  low: number
  high: number
}

/** The eye is out by so much in a bubble's width, as a share; it counts three times in its volume. */
const WIDTH_DOUBT = 0.2

/**
 * Gas that leaves a tank under water by the bubbles that rise in a time: pi d³ / 6 each, at the pressure where they form (ASTM
 * E515). What the skin of a bubble adds, four times the surface tension over its width, is under 0.3 % from 1 mm on and left out.
 * @param bubbles whole, 0 or more
 * @param seconds s, above zero
 * @param width m of one bubble near where it comes out, 0.0005 to 0.02
 * @param options depth of the place under water, m; temperature of the water, K; barometer, Pa
 * @throws RangeError for what cannot be
 */
export function bubbleRate(
  bubbles: number,
  seconds: number,
  width: number,
  { depth = 0.1, temperature = STANDARD_TEMPERATURE, barometer = STANDARD_PRESSURE } = {},
): BubbleRate {
  if (!(width >= 0.0005 && width <= 0.02))
    throw new RangeError('Bubbles between half a millimetre and 20 mm wide can be counted. Check the unit.')
  if (!(depth >= 0 && depth <= 5)) throw new RangeError('A tank is held under by a hand or a weight: a depth from 0 to 5 m.')
  const counted = countedRate(bubbles, seconds)
  const volume = (Math.PI * width ** 3) / 6
  const each = volume * (barometer + depthPressure(depth)) * (STANDARD_TEMPERATURE / temperature)
  return {
    likely: counted.likely * each,
    low: counted.low * each * (1 - WIDTH_DOUBT) ** 3,
    high: counted.high * each * (1 + WIDTH_DOUBT) ** 3,
  }
}
