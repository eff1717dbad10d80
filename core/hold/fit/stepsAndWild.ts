import type { HoldSeries } from '../holdSeries'

const STEP_IMPROVEMENT = 30
const SUDDEN = 5
const WILD = 6

/**
 * The block from which an offset would explain the residuals best, or null when none is worth it (two-sample likelihood ratio).
 * @param residuals a value a block
 * @param used 1 where a block counts
 */
export function findStep(series: HoldSeries, residuals: Float64Array, used: Uint8Array): number | null {
  const { counts } = series
  const count = residuals.length
  // From one block to the next, so that the step itself does not widen it; as the spread of one reading.
  const jumps = new Float64Array(count - 1)
  for (let i = 0; i + 1 < count; i++)
    jumps[i] = (residuals[i + 1]! - residuals[i]!) / Math.sqrt(1 / counts[i]! + 1 / counts[i + 1]!)
  const spread = Math.max(series.noise, robustSpread(jumps))
  let total = 0,
    totalCount = 0,
    blocks = 0
  for (let i = 0; i < count; i++) {
    if (!used[i]) continue
    total += counts[i]! * residuals[i]!
    totalCount += counts[i]!
    blocks++
  }
  let left = 0,
    leftCount = 0,
    leftBlocks = 0
  let best = STEP_IMPROVEMENT,
    at: number | null = null
  for (let i = 0; i < count - 3; i++) {
    if (!used[i]) continue
    left += counts[i]! * residuals[i]!
    leftCount += counts[i]!
    leftBlocks++
    if (leftBlocks < 3 || blocks - leftBlocks < 3) continue
    const rightCount = totalCount - leftCount
    const jump = left / leftCount - (total - left) / rightCount
    const improvement = (jump * jump * leftCount * rightCount) / totalCount / (spread * spread)
    if (!(improvement > best)) continue
    // A step is sudden: the blocks on its two sides must show it too, not only the two halves.
    const share = 1 / Math.sqrt(Math.min(counts[i]!, counts[i + 1]!))
    if (Math.abs(residuals[i + 1]! - residuals[i]!) + Math.abs(residuals[i + 2]! - residuals[i - 1]!) < SUDDEN * spread * share)
      continue
    const sudden = Math.abs(median(residuals, i - 3, i + 1) - median(residuals, i + 1, i + 5))
    // Where the model bends away from the readings, neighbours differ without a step: it must stand out from those differences
    // as well.
    if (sudden > SUDDEN * spread * share && sudden > SUDDEN * share * robustSpread(jumps.subarray(Math.max(0, i - 8), i + 9))) {
      best = improvement
      at = i + 1
    }
  }
  return at
}

/**
 * Blocks that stand six robust standard deviations off the model and off their neighbours; none when that were a quarter of the
 * hold, which is then no exception.
 */
export function findWild(series: HoldSeries, residuals: Float64Array): number[] {
  const scaled = new Float64Array(residuals.length)
  for (let i = 0; i < scaled.length; i++) scaled[i] = residuals[i]! * Math.sqrt(series.counts[i]!)
  const spread = Math.max(series.noise, robustSpread(scaled))
  const wild: number[] = []
  for (let i = 0; i < scaled.length; i++) {
    if (Math.abs(scaled[i]!) <= WILD * spread) continue
    // Off its neighbours too, and further than they are off each other: a stretch that bends away as one is the model's fault.
    const middle = median(residuals, i - 6, i + 7)
    const around = robustSpread(residuals.slice(Math.max(0, i - 6), i + 7).map(each => each - middle))
    if (Math.abs(residuals[i]! - middle) > WILD * Math.max(around, spread / Math.sqrt(series.counts[i]!))) wild.push(i)
  }
  return wild.length > residuals.length / 4 ? [] : wild
}

/** 1.4826 x median absolute deviation from zero: a standard deviation that wild values do not move. */
function robustSpread(values: Float64Array): number {
  const sorted = new Float64Array(values.length)
  for (let i = 0; i < values.length; i++) sorted[i] = Math.abs(values[i]!)
  sorted.sort()
  return sorted.length ? 1.4826 * sorted[sorted.length >> 1]! : 0
}

function median(values: Float64Array, from: number, to: number): number {
  const slice = values.slice(Math.max(0, from), Math.min(values.length, to)).sort()
  return slice.length ? slice[slice.length >> 1]! : 0
}
