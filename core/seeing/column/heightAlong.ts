import type { Point } from '../picture'

/** A mark beside a tube: where it is seen, and its height, in whatever unit the column is read in. */
export interface HeightMark {
  at: Point
  height: number
}

/**
 * Heights along a tube from its marks. Two make it even; with three the perspective along it is known too: four points of a line
 * keep their cross-ratio (Hartley and Zisserman, Multiple View Geometry, 2nd ed., 2.5).
 * @returns height at a distance from the foot, px
 * @throws RangeError for fewer than two marks, and for marks that do not follow each other
 */
export function heightAlong(foot: Point, top: Point, marks: readonly HeightMark[]): (px: number) => number {
  const length = Math.hypot(top.x - foot.x, top.y - foot.y)
  if (!(length > 0)) throw new RangeError('The tube has no length in the picture.')
  const placed = marks
    .map(({ at, height }) => ({
      px: ((at.x - foot.x) * (top.x - foot.x) + (at.y - foot.y) * (top.y - foot.y)) / length,
      height,
    }))
    .sort((a, b) => a.px - b.px)
  const [first, last] = [placed[0], placed.at(-1)]
  if (!first || !last || placed.length < 2) throw new RangeError('Two marks of different heights are needed.')
  const way = Math.sign(last.height - first.height)
  if (
    way === 0 ||
    placed.some(({ height, px }, k) => k > 0 && (way * (height - placed[k - 1]!.height) <= 0 || px - placed[k - 1]!.px < 2))
  )
    throw new RangeError('The marks do not follow each other along the tube. Look at their heights.')
  if (placed.length === 2) {
    const slope = (last.height - first.height) / (last.px - first.px)
    return px => first.height + slope * (px - first.px)
  }
  // height = (a px + b) / (c px + 1) through the first, the middle one and the last.
  const between = placed[Math.floor(placed.length / 2)]!
  const scaled = (px: number) => (px - first.px) / (last.px - first.px)
  const u = scaled(between.px)
  const h = (between.height - first.height) / (last.height - first.height)
  const c = (u - h) / (h * u - u)
  return px => {
    const v = scaled(px)
    return first.height + ((last.height - first.height) * ((1 + c) * v)) / (c * v + 1)
  }
}
