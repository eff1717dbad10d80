/**
 * Thins a long curve for the eye without hiding a spike: of each bucket the first, lowest, highest and last point stay, in order.
 * @param points ascending in x
 * @param most about how many may stay
 */
export function minMaxThin<P extends { x: number; y: number }>(points: readonly P[], most: number): readonly P[] {
  if (points.length <= most) return points
  const bucket = Math.ceil(points.length / (most / 4))
  const out: P[] = []
  for (let from = 0; from < points.length; from += bucket) {
    const to = Math.min(points.length, from + bucket)
    let low = from,
      high = from
    for (let i = from + 1; i < to; i++) {
      if (points[i]!.y < points[low]!.y) low = i
      if (points[i]!.y > points[high]!.y) high = i
    }
    for (const i of [...new Set([from, low, high, to - 1])].sort((a, b) => a - b)) out.push(points[i]!)
  }
  return out
}
