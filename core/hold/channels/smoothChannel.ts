import { correlationWidening } from '../fit/correlationWidening'

/** A slow channel (skin temperature, barometer) made smooth. */
interface SmoothChannel {
  /** one value a time */
  values: Float64Array
  /** as given, its jumps taken out */
  raw: Float64Array
  /** standard uncertainty of its change from the first time to the last, from how far readings scatter about the curve */
  changeUncertainty: number
  /** of one reading, one standard deviation; what an instrument's step has in common from one reading to the next is in it */
  scatter: number
  /** times at which the instrument jumped, s; the jumps are taken out of the values */
  jumps: number[]
}

/** s; nothing that heats a tank's gas changes faster than minutes. */
const NARROWEST = 300
const MOST_NODES = 65

/**
 * Smooths a slow channel whose instrument step is coarse beside its movement:
 * local linear regression with a triangular kernel (any text on local polynomial regression).
 * @param times s, ascending
 * @param given one value a time, NaN where there is none
 * @param counts readings behind each value
 * @param widest half-width of the kernel, s; narrowed where the instrument is fine enough to follow what it reads
 * @param jump a change from one value to the next that no gas space follows; Infinity when there is none
 * @returns null when fewer than two times carry the channel
 */
export function smoothChannel(
  times: Float64Array,
  given: Float64Array,
  counts: Float64Array,
  widest: number,
  jump = Infinity,
): SmoothChannel | null {
  const known: number[] = []
  for (let i = 0; i < given.length; i++) if (!Number.isNaN(given[i]!)) known.push(i)
  if (known.length < 2) return null
  const { values, jumps } = withoutJumps(times, given, known, jump)
  const halfWidth = Math.min(widest, Math.max(NARROWEST, widthFor(times, values, known)))
  const out = new Float64Array(times.length)
  // A thinned set of nodes carries the curve, so that a long log costs no more than a short one.
  const start = times[0]!
  const end = times[times.length - 1]!
  const nodeCount = Math.max(2, Math.min(MOST_NODES, known.length))
  const step = (end - start) / (nodeCount - 1) || 1
  const nodes = new Float64Array(nodeCount)
  let from = 0
  for (let node = 0; node < nodeCount; node++) {
    const at = start + node * step
    let width = halfWidth
    let fitted: number | null = null
    while (fitted === null) {
      while (from > 0 && times[known[from]!]! > at - width) from--
      while (from < known.length - 1 && times[known[from]!]! < at - width) from++
      fitted = localLine({ times, values, counts, known }, from, at, width)
      width *= 2
    }
    nodes[node] = fitted
  }
  for (let i = 0; i < times.length; i++) {
    const position = Math.min(nodeCount - 1, (times[i]! - start) / step)
    const left = Math.min(nodeCount - 2, Math.floor(position))
    out[i] = nodes[left]! + (position - left) * (nodes[left + 1]! - nodes[left]!)
  }
  let scatter = 0,
    spread = 0
  for (const i of known) {
    const square = (values[i]! - out[i]!) * (values[i]! - out[i]!)
    scatter += square
    spread += counts[i]! * square
  }
  const count = known.length
  const left = Float64Array.from(known, i => values[i]! - out[i]!)
  const widening = correlationWidening(left, new Uint8Array(count).fill(1))
  return {
    values: out,
    jumps,
    changeUncertainty: count > 4 ? Math.sqrt((12 * scatter) / (count - 2) / count) : 0,
    scatter: count > 4 ? Math.sqrt((widening * spread) / (count - 2)) : 0,
    raw: values,
  }
}

/**
 * Half-width that averages the instrument's scatter and step down to a small share of how far it moved over the hold.
 * Only values that differ from the one before tell something new: a needle that stands still says the same each time.
 */
function widthFor(times: Float64Array, values: Float64Array, known: number[]): number {
  let moves = 0,
    squares = 0,
    low = Infinity,
    high = -Infinity
  known.forEach((i, k) => {
    low = Math.min(low, values[i]!)
    high = Math.max(high, values[i]!)
    if (k === 0) return
    const change = values[i]! - values[known[k - 1]!]!
    if (change === 0) return
    moves++
    squares += change * change
  })
  if (moves < 8) return Infinity
  // Two values in a row differ by the root of two times the scatter; means this many moves wide are as good as a fiftieth of
  // the range.
  const scatter = squares / moves / 2
  const wanted = scatter / ((high - low) / 50) ** 2
  return ((times[known[known.length - 1]!]! - times[known[0]!]!) * wanted) / moves
}

/** Takes out what comes and goes at once: a value that stands alone is set to its neighbours', a lasting jump is shifted back. */
function withoutJumps(
  times: Float64Array,
  given: Float64Array,
  known: number[],
  jump: number,
): { values: Float64Array; jumps: number[] } {
  const values = Float64Array.from(given)
  const jumps: number[] = []
  if (!Number.isFinite(jump)) return { values, jumps }
  const steps = new Float64Array(known.length - 1)
  for (let k = 0; k < steps.length; k++) steps[k] = Math.abs(given[known[k + 1]!]! - given[known[k]!]!)
  steps.sort()
  const limit = Math.max(jump, 8 * (steps[steps.length >> 1] ?? 0))
  let shift = 0
  for (let k = 1; k < known.length; k++) {
    const i = known[k]!
    const change = given[i]! - shift - values[known[k - 1]!]!
    if (Math.abs(change) > limit) {
      const next = known[k + 1]
      if (next !== undefined && Math.abs(given[next]! - shift - values[known[k - 1]!]!) <= limit) {
        jumps.push(times[i]!)
        values[i] = values[known[k - 1]!]!
        continue
      }
      jumps.push(times[i]!)
      shift += change
    }
    values[i] = given[i]! - shift
  }
  return { values, jumps }
}

/** A line through what was read near a moment, weighed less the further away (local regression); null where it is not determined. */
function localLine(
  { times, values, counts, known }: { times: Float64Array; values: Float64Array; counts: Float64Array; known: number[] },
  from: number,
  at: number,
  width: number,
): number | null {
  let s0 = 0,
    s1 = 0,
    s2 = 0,
    v0 = 0,
    v1 = 0
  for (let k = from; k < known.length; k++) {
    const i = known[k]!
    const x = times[i]! - at
    if (x > width) break
    const weight = (1 - Math.abs(x) / width) * counts[i]!
    if (weight <= 0) continue
    const value = values[i]!
    s0 += weight
    s1 += weight * x
    s2 += weight * x * x
    v0 += weight * value
    v1 += weight * x * value
  }
  const determinant = s0 * s2 - s1 * s1
  if (s0 <= 0 || determinant <= 1e-9 * s0 * s0 * width * width) return null
  return (s2 * v0 - s1 * v1) / determinant
}
