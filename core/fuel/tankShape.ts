import { tankShapes, type TankShape } from '../circuit/tankKinds'

/**
 * Half-width of the cross-section at a height, both as shares of the tank's own; the area is what matters, so it may be off by
 * a factor.
 */
const widthAt: Record<TankShape, (height: number) => number> = {
  'box': () => 1,
  'lying cylinder': height => 2 * Math.sqrt(Math.max(0, height * (1 - height))),
  // A V that stands on its edge.
  'keel': height => height,
  // A wing bay: thickest below the middle, thin towards the upper skin.
  'wing': height => 1 - 0.6 * height,
}

const STEPS = 2000
/**
 * Volume and moment under every height, by Simpson's rule is not needed: the widths are smooth and the steps fine (midpoint
 * rule).
 */
const tables = Object.fromEntries(
  tankShapes.map(shape => {
    const volume = new Float64Array(STEPS + 1),
      moment = new Float64Array(STEPS + 1)
    for (let k = 0; k < STEPS; k++) {
      const height = (k + 0.5) / STEPS
      const slice = widthAt[shape](height) / STEPS
      volume[k + 1] = volume[k]! + slice
      moment[k + 1] = moment[k]! + slice * height
    }
    return [shape, { volume, moment }]
  }),
) as Record<TankShape, { volume: Float64Array; moment: Float64Array }>

const at = (table: Float64Array, height: number) => {
  const place = Math.min(STEPS, Math.max(0, height * STEPS))
  const k = Math.min(STEPS - 1, Math.floor(place))
  return table[k]! + (table[k + 1]! - table[k]!) * (place - k)
}

/** Share of the capacity below a height, which is a share of the tank's own. */
export const fuelAtHeight = (shape: TankShape, height: number): number =>
  at(tables[shape].volume, height) / tables[shape].volume[STEPS]!

/** Height of the fuel for a share of the capacity, both 0 to 1 (bisection). */
export function liquidHeight(shape: TankShape, share: number): number {
  let low = 0,
    high = 1
  for (let k = 0; k < 50; k++) {
    const middle = (low + high) / 2
    if (fuelAtHeight(shape, middle) < share) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/**
 * Height of the fuel's own centre of mass above the bottom, as a share of the tank's height, for a share of the capacity.
 * Source: statics, first moment of area.
 */
export function centreOfFuel(shape: TankShape, share: number): number {
  const height = liquidHeight(shape, Math.max(1e-6, share))
  const volume = at(tables[shape].volume, height)
  return volume > 0 ? at(tables[shape].moment, height) / volume : 0
}

/**
 * How far the fuel's centre moves to the low side when a part-full box is tilted: L² tan(angle) / (12 h) while the bottom stays
 * covered (statics of a free surface);
 * beyond that it lies in the low end, at most half the length off.
 * @param length of the tank in the direction of the tilt, m
 * @param depth of the fuel, m
 * @param angle degrees
 * @returns m
 */
export function tiltShift(length: number, depth: number, angle: number): number {
  const slope = Math.tan((Math.abs(angle) * Math.PI) / 180)
  if (!(depth > 0) || slope === 0) return 0
  const covered = (length * slope) / 2 <= depth
  if (covered) return (length ** 2 * slope) / (12 * depth)
  // A wedge of fuel in the low end, as long as its area makes it: its centroid lies a third of its length from the low wall.
  const wedge = Math.min(length, Math.sqrt((2 * depth * length) / slope))
  return length / 2 - wedge / 3
}
