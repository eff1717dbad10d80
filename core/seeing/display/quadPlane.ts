import type { Point } from '../picture'

/** Corners of a window as it is seen: upper left, upper right, lower right, lower left. */
export type Corners = readonly [Point, Point, Point, Point]

/**
 * Where a place of a window is in the picture, from its corners: the one projective map of the unit square (Heckbert 1989,
 * Fundamentals of texture mapping and image warping, 2.2.3).
 * @returns the place in the picture of a share across and down
 * @throws RangeError where the corners make no window
 */
export function quadPlane([p, q, r, s]: Corners): (across: number, down: number) => Point {
  const [dx1, dx2, dx3] = [q.x - r.x, s.x - r.x, p.x - q.x + r.x - s.x]
  const [dy1, dy2, dy3] = [q.y - r.y, s.y - r.y, p.y - q.y + r.y - s.y]
  const det = dx1 * dy2 - dx2 * dy1
  const turns = [p, q, r, s].map((at, k, all) => {
    const [next, after] = [all[(k + 1) % 4]!, all[(k + 2) % 4]!]
    return (next.x - at.x) * (after.y - next.y) - (next.y - at.y) * (after.x - next.x)
  })
  if (!(turns.every(each => each > 50) || turns.every(each => each < -50)))
    throw new RangeError('The four corners make no window: tap them in their order, round it.')
  const g = (dx3 * dy2 - dx2 * dy3) / det
  const h = (dx1 * dy3 - dx3 * dy1) / det
  const [a, b, d, e] = [q.x - p.x + g * q.x, s.x - p.x + h * s.x, q.y - p.y + g * q.y, s.y - p.y + h * s.y]
  return (across, down) => {
    const w = g * across + h * down + 1
    return { x: (a * across + b * down + p.x) / w, y: (d * across + e * down + p.y) / w }
  }
}
