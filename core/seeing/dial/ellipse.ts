import type { Point } from '../picture'

/** A conic, as the symmetric matrix of x^2, xy, y^2, x, y and 1: a x^2 + b xy + c y^2 + d x + e y + f = 0. */
export type Conic = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

/**
 * The ellipse through points on a rim, by least squares of the algebraic distance with f = -1 about their mean (conic fitting;
 * Bookstein 1979 has the caution that it favours flat ones, which five or more points all around do not show).
 * @param points at least five, all around
 * @throws RangeError for fewer, and where no ellipse goes through them
 */
export function ellipseThrough(points: readonly Point[]): Conic {
  if (points.length < 5) throw new RangeError('An ellipse needs five points all around its rim.')
  const mx = points.reduce((sum, { x }) => sum + x, 0) / points.length
  const my = points.reduce((sum, { y }) => sum + y, 0) / points.length
  const scale = Math.max(...points.map(({ x, y }) => Math.hypot(x - mx, y - my)))
  const rows = points.map(({ x, y }) => {
    const [u, v] = [(x - mx) / scale, (y - my) / scale]
    return [u * u, u * v, v * v, u, v]
  })
  const normal = Array.from({ length: 5 }, (_, i) =>
    Array.from({ length: 6 }, (__, j) => rows.reduce((sum, row) => sum + row[i]! * (j < 5 ? row[j]! : 1), 0)),
  )
  const [a, b, c, d, e] = solved(normal) as [number, number, number, number, number]
  if (!(4 * a * c - b * b > 1e-6))
    throw new RangeError('No ellipse goes through these points: put them on the rim, all around.')
  // Back from the mean and the scale of the points.
  const s = 1 / scale
  const [A, B, C, D, E] = [a * s * s, b * s * s, c * s * s, d * s, e * s]
  return [
    A,
    B,
    C,
    D - 2 * A * mx - B * my,
    E - 2 * C * my - B * mx,
    A * mx * mx + B * mx * my + C * my * my - D * mx - E * my - 1,
  ]
}

/** Solves linear equations by elimination with the largest pivot; the right side is the last column. */
function solved(equations: number[][]): number[] {
  const m = equations.map(row => [...row])
  const n = m.length
  for (let k = 0; k < n; k++) {
    const pivot = m.slice(k).reduce((best, row, i) => (Math.abs(row[k]!) > Math.abs(m[best]![k]!) ? i + k : best), k)
    ;[m[k], m[pivot]] = [m[pivot]!, m[k]!]
    if (Math.abs(m[k]![k]!) < 1e-12) throw new RangeError('The points lie too close together.')
    for (let i = k + 1; i < n; i++) {
      const factor = m[i]![k]! / m[k]![k]!
      for (let j = k; j <= n; j++) m[i]![j]! -= factor * m[k]![j]!
    }
  }
  const x = new Array<number>(n).fill(0)
  for (let i = n - 1; i >= 0; i--)
    x[i] = (m[i]![n]! - m[i]!.slice(i + 1, n).reduce((sum, each, j) => sum + each * x[i + 1 + j]!, 0)) / m[i]![i]!
  return x
}
