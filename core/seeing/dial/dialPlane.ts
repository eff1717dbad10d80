import type { Point } from '../picture'
import type { Conic } from './ellipse'

/** Where a picture’s points lie on the face of a dial: its centre is nought, its rim one, whatever the perspective. */
export interface DialPlane {
  onFace: (inPicture: Point) => Point
  inPicture: (onFace: Point) => Point
}

type Matrix = readonly [number, number, number, number, number, number, number, number, number]

const times = (m: Matrix, x: number, y: number, w = 1): [number, number, number] => [
  m[0] * x + m[1] * y + m[2] * w,
  m[3] * x + m[4] * y + m[5] * w,
  m[6] * x + m[7] * y + m[8] * w,
]
const mapped = (m: Matrix, { x, y }: Point): Point => {
  const [u, v, w] = times(m, x, y)
  return { x: u / w, y: v / w }
}
function inverse(m: Matrix): Matrix {
  const [a, b, c, d, e, f, g, h, i] = m
  const [A, B, C] = [e * i - f * h, f * g - d * i, d * h - e * g]
  const det = a * A + b * B + c * C
  return [A, c * h - b * i, b * f - c * e, B, a * i - c * g, c * d - a * f, C, b * g - a * h, a * e - b * d].map(
    each => each / det,
  ) as unknown as Matrix
}

/**
 * The plane of a dial from its rim and its centre as they are seen. The centre’s polar with respect to the rim is the plane’s
 * vanishing line; sent to infinity, the rim is an ellipse about the centre, and stretched it is a circle (Hartley and Zisserman,
 * Multiple View Geometry, 2nd ed., 2.7). Turned as it happens to be: angles are told from marks.
 * @throws RangeError where the centre is not inside of the rim
 */
export function dialPlane([a, b, c, d, e, f]: Conic, centre: Point): DialPlane {
  const conic: Matrix = [a, b / 2, d / 2, b / 2, c, e / 2, d / 2, e / 2, f]
  const [l1, l2, l3] = times(conic, centre.x, centre.y)
  const inside =
    (a * centre.x * centre.x + b * centre.x * centre.y + c * centre.y * centre.y + d * centre.x + e * centre.y + f) * (a + c)
  if (!(inside < 0)) throw new RangeError('The centre has to be inside of the rim.')
  const flat: Matrix = [1, 0, 0, 0, 1, 0, l1 / l3, l2 / l3, 1]
  const back = inverse(flat)
  // The rim after its vanishing line was sent to infinity: transposed inverse, the conic, inverse.
  const column = (k: number) => times(conic, back[k]!, back[k + 3]!, back[k + 6]!)
  const turned = [column(0), column(1), column(2)]
  const entry = (i: number, j: number) => back[i]! * turned[j]![0] + back[i + 3]! * turned[j]![1] + back[i + 6]! * turned[j]![2]
  const at = mapped(flat, centre)
  // About its centre it is p u^2 + 2 q u v + r v^2 = k.
  const [p, q, r] = [entry(0, 0), entry(0, 1), entry(1, 1)]
  const k = -(entry(0, 2) * at.x + entry(1, 2) * at.y + entry(2, 2))
  const root = Math.sqrt(p / k)
  const across = q / k / root
  const down = Math.sqrt(r / k - across * across)
  const round: Matrix = [root, across, -root * at.x - across * at.y, 0, down, -down * at.y, 0, 0, 1]
  const whole = [0, 1, 2].flatMap(i =>
    [0, 1, 2].map(j => round[3 * i]! * flat[j]! + round[3 * i + 1]! * flat[3 + j]! + round[3 * i + 2]! * flat[6 + j]!),
  ) as unknown as Matrix
  const undo = inverse(whole)
  return { onFace: point => mapped(whole, point), inPicture: point => mapped(undo, point) }
}
