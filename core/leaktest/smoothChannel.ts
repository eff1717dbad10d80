/**
 * Smooths a slow channel (skin temperature, barometer) whose instrument step is coarse beside its movement:
 * local linear regression with a triangular kernel (any text on local polynomial regression).
 * @param times s, ascending
 * @param values one a time, or undefined where that reading has none
 * @param halfWidth s, of the kernel
 * @returns one value a time, or null when fewer than two readings carry the channel
 */
export function smoothChannel(times: Float64Array, values: (number | undefined)[], halfWidth: number): Float64Array | null {
  const known: number[] = []
  values.forEach((value, i) => {
    if (value !== undefined && Number.isFinite(value)) known.push(i)
  })
  if (known.length < 2) return null
  const out = new Float64Array(times.length)
  // A thinned set of nodes carries the curve, so that a long log costs no more than a short one.
  const start = times[0]!
  const end = times[times.length - 1]!
  const nodeCount = Math.max(2, Math.min(129, known.length))
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
      fitted = localLine(times, values, known, from, at, width)
      width *= 2
    }
    nodes[node] = fitted
  }
  for (let i = 0; i < times.length; i++) {
    const position = Math.min(nodeCount - 1, (times[i]! - start) / step)
    const left = Math.min(nodeCount - 2, Math.floor(position))
    out[i] = nodes[left]! + (position - left) * (nodes[left + 1]! - nodes[left]!)
  }
  return out
}

function localLine(times: Float64Array, values: (number | undefined)[], known: number[], from: number, at: number, width: number): number | null {
  let s0 = 0, s1 = 0, s2 = 0, v0 = 0, v1 = 0
  for (let k = from; k < known.length; k++) {
    const i = known[k]!
    const x = times[i]! - at
    if (x > width) break
    const weight = 1 - Math.abs(x) / width
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
