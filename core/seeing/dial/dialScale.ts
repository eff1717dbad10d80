/** A mark of a dial: the value that stands at it, and the angle at which it is seen on the face, radians. */
interface SeenMark {
  value: number
  angle: number
}

/** What an angle of the needle means. */
export interface DialScale {
  /** radians from the first mark on, with the scale */
  valueAt: (angle: number) => number
  /** value of one radian about an angle */
  slope: number
  /** least and greatest value that stand on it */
  from: number
  to: number
}

const TURN = 2 * Math.PI
const wrapped = (angle: number) => ((angle % TURN) + TURN) % TURN
/** Marks that lie this close to a straight scale, as a share of its span, are one: taps are not surer than that. */
const STRAIGHT = 0.012

/**
 * The scale of a dial from its marks. It turns whichever way takes the marks in their order within one turn; where they lie on a
 * straight scale it is drawn through them by least squares, otherwise from mark to mark.
 * @param marks two or more of different values
 * @throws RangeError for fewer, and where they do not follow each other round the face
 */
export function dialScale(marks: readonly SeenMark[]): DialScale {
  const inOrder = [...marks].sort((a, b) => a.value - b.value)
  const [first, last] = [inOrder[0], inOrder.at(-1)]
  if (!first || !last || !(last.value > first.value)) throw new RangeError('Two marks of different values are needed.')
  const turned = (way: 1 | -1) => {
    let sum = 0
    return inOrder.map(({ angle }, k) => (sum += k === 0 ? 0 : wrapped(way * (angle - inOrder[k - 1]!.angle))))
  }
  const way = turned(1).at(-1)! <= turned(-1).at(-1)! || inOrder.length === 2 ? 1 : -1
  const along = turned(way)
  if (along.at(-1)! > TURN) throw new RangeError('The marks do not follow each other round the face. Look at their values.')
  const span = last.value - first.value
  const n = inOrder.length
  const mean = (list: readonly number[]) => list.reduce((sum, each) => sum + each, 0) / n
  const [ma, mv] = [mean(along), mean(inOrder.map(({ value }) => value))]
  const straight =
    along.reduce((sum, a, k) => sum + (a - ma) * (inOrder[k]!.value - mv), 0) / along.reduce((sum, a) => sum + (a - ma) ** 2, 0)
  const isStraight = inOrder.every(({ value }, k) => Math.abs(mv + straight * (along[k]! - ma) - value) <= STRAIGHT * span)
  /** The gap below the first mark is taken as below it, so that a needle on its pin is not above the last. */
  const gap = TURN - along.at(-1)!
  const past = (angle: number) => {
    const at = wrapped(way * (angle - first.angle))
    return at > along.at(-1)! + gap / 2 ? at - TURN : at
  }
  const piece = (at: number) => {
    const k = Math.min(
      n - 2,
      Math.max(0, along.findIndex(each => each > at) < 0 ? n - 2 : along.findIndex(each => each > at) - 1),
    )
    const slope = (inOrder[k + 1]!.value - inOrder[k]!.value) / (along[k + 1]! - along[k]!)
    return inOrder[k]!.value + slope * (at - along[k]!)
  }
  return {
    valueAt: angle => (isStraight ? mv + straight * (past(angle) - ma) : piece(past(angle))),
    slope: isStraight ? straight : span / along.at(-1)!,
    from: first.value,
    to: last.value,
  }
}
