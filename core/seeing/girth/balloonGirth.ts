import { brightness, colourAt, type Picture, type Point } from '../picture'

/** A balloon in a picture with a strip of known length beside it, px. */
interface SeenBalloon {
  strip: readonly [Point, Point]
  /** m */
  stripLength: number
  /** its two sides at the widest place */
  sides: readonly [Point, Point]
  /** m from the phone to the balloon’s middle */
  distance: number
}
export interface SeenGirth {
  /** m */
  girth: number
  /** standard uncertainty, m */
  uncertainty: number
}

/** What is not known of how somebody holds it all, one standard deviation each (estimates of ours; GUM, JCGM 100, 4.3). */
const DOUBT = {
  /** px of a place that a finger put, and of one that an edge was found at */
  finger: 1.2,
  edge: 0.35,
  /** m that the strip hangs nearer or further than the balloon’s middle */
  strip: 0.01,
  /** of the distance told */
  distance: 0.1,
  /** of its girth that a balloon is out of round */
  round: 0.003,
}
/** Half of the stretch that an edge is looked for in, px. */
const REACH = 10
/** Least change of brightness over an edge, of 255. */
const EDGE = 14

/**
 * Where the picture changes most near a place, along a direction.
 * @returns the edge to a fraction of a pixel; null where there is none
 */
export function edgeNear(picture: Picture, at: Point, along: Point): Point | null {
  const length = Math.hypot(along.x, along.y)
  const [ux, uy] = [along.x / length, along.y / length]
  const light = (off: number) => {
    let sum = 0
    for (const across of [-2, -1, 0, 1, 2]) {
      const colour = colourAt(picture, { x: at.x + ux * off - uy * across, y: at.y + uy * off + ux * across })
      if (!colour) return null
      sum += brightness(colour) / 5
    }
    return sum
  }
  const steps: number[] = []
  for (let off = -REACH; off <= REACH; off += 0.5) {
    const [before, after] = [light(off - 1), light(off + 1)]
    if (before === null || after === null) return null
    steps.push(after - before)
  }
  const best = steps.reduce((most, step, k) => (Math.abs(step) > Math.abs(steps[most]!) ? k : most), 0)
  if (Math.abs(steps[best]!) < EDGE) return null
  let [weight, sum] = [0, 0]
  for (let k = Math.max(0, best - 4); k <= Math.min(steps.length - 1, best + 4); k++) {
    const share = Math.max(0, steps[k]! * Math.sign(steps[best]!))
    weight += share
    sum += share * (k / 2 - REACH)
  }
  return { x: at.x + (ux * sum) / weight, y: at.y + (uy * sum) / weight }
}

/**
 * Girth of a balloon from its width beside a strip of known length that hangs beside its middle. A ball is seen wider than it is: the
 * lines of sight touch it before its middle, so that its radius is D sin(a) where the plane through its middle shows D tan(a)
 * (geometry of a sphere in central projection).
 * @param found whether each of the four places was found at an edge, or is where a finger put it
 * @throws RangeError with one sentence where the strip or the balloon has no width
 */
export function balloonGirthSeen(
  { strip, stripLength, sides, distance }: SeenBalloon,
  found: { strip: boolean; sides: boolean },
): SeenGirth {
  const across = ([a, b]: readonly [Point, Point]) => Math.hypot(a.x - b.x, a.y - b.y)
  const [stripPx, widthPx] = [across(strip), across(sides)]
  if (!(stripPx > 20) || !(widthPx > 20)) throw new RangeError('Go closer: strip and balloon are too small in the picture.')
  if (!(distance > 0) || !(stripLength > 0)) throw new RangeError('Say how long the strip is, and how far away the phone.')
  const flat = ((widthPx / stripPx) * stripLength) / 2
  const radiusAt = (away: number) => flat / Math.hypot(1, flat / away)
  const radius = radiusAt(distance)
  const relative = Math.hypot(
    (Math.SQRT2 * (found.strip ? DOUBT.edge : DOUBT.finger)) / stripPx,
    (Math.SQRT2 * (found.sides ? DOUBT.edge : DOUBT.finger)) / widthPx,
    DOUBT.strip / distance,
    (radiusAt(distance * (1 + DOUBT.distance)) - radius) / radius,
    DOUBT.round,
  )
  const girth = 2 * Math.PI * radius
  return { girth, uncertainty: girth * relative }
}
