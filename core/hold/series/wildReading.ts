const HALF_WINDOW = 3
const WILD = 6

/**
 * Whether a reading in a dense record stands apart from its neighbours: Hampel's identifier, six robust standard deviations
 * from the median
 * of itself and three neighbours a side (Hampel 1974; Pearson 2002).
 * @param values in order of time
 * @param spread smallest standard deviation that a good reading has
 */
export function isWild(values: Float64Array, size: number, i: number, spread: number): boolean {
  const value = values[i]!
  // Nearly every reading ends here: close to the middle of its neighbours.
  if (i > 0 && i < size - 1 && Math.abs(value - (values[i - 1]! + values[i + 1]!) / 2) < (WILD / 2) * spread) return false
  const window = values.slice(Math.max(0, i - HALF_WINDOW), Math.min(size, i + HALF_WINDOW + 1)).sort()
  const median = window[window.length >> 1]!
  const deviations = window.map(each => Math.abs(each - median)).sort()
  return Math.abs(value - median) > WILD * Math.max(spread, 1.4826 * deviations[deviations.length >> 1]!)
}
