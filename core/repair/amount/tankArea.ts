/** Sides of a box, m. */
interface BoxSides {
  length: number
  width: number
  height: number
}

/** How long, wide and high a tank of a shape usually is, as shares of its length. Source: general practice. */
const usualProportions = { length: 1, width: 0.6, height: 0.35 } as const

const positive = (value: number, name: string) => {
  if (!(value > 0) || !Number.isFinite(value)) throw new RangeError(`${name} must be more than zero.`)
  return value
}

/**
 * Sides of a box of a capacity in given proportions.
 * @param capacity m3 @throws RangeError unless above zero
 */
export function boxOf(capacity: number, { length, width, height }: BoxSides = usualProportions): BoxSides {
  const scale = Math.cbrt(positive(capacity, 'Capacity') / (length * width * height))
  return { length: length * scale, width: width * scale, height: height * scale }
}

/** Inside area of a box, m2. @throws RangeError unless every side is above zero */
export function boxArea({ length, width, height }: BoxSides): number {
  positive(length, 'Length')
  positive(width, 'Width')
  positive(height, 'Height')
  return 2 * (length * width + length * height + width * height)
}

/** Area that baffles add, both sides of each, m2. @param share of the cross-section that one fills */
export const baffleArea = ({ width, height }: Pick<BoxSides, 'width' | 'height'>, count: number, share = 0.8): number =>
  2 * count * share * width * height
