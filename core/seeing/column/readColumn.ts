import { brightness, colourAt, type Colour, type Picture, type Point } from '../picture'
import { heightAlong, type HeightMark } from './heightAlong'

/** What is set up once for a limb of a tube, in the picture that it is set up with. */
interface ColumnSetup {
  /** two points on the tube’s middle, the lower one first: the column stands between them */
  foot: Point
  top: Point
  /** px of the tube’s bore across */
  bore: number
  /** marks beside the tube with their heights; two, or three where the phone looks up or down at it */
  marks: readonly HeightMark[]
}

/** Why a picture of a column is left out. */
type ColumnLeftOut = 'dark' | 'no column' | 'broken column'
type ColumnReading =
  | { height: number; /** standard uncertainty, from the picture itself, in the unit of the marks */ uncertainty: number }
  | { leftOut: ColumnLeftOut }

/** A limb that is set up, ready to be read in picture after picture. */
export interface Column {
  setup: ColumnSetup
  /** coloured water is told by its colour, clear water by the line of its meniscus */
  told: { by: 'colour'; air: Colour; fluid: Colour } | { by: 'meniscus' }
}

/** Samples a pixel along the tube. */
const FINE = 2
/** Least distance of two colours that are told from each other, of 441. */
const APART = 30
/** Lines across the bore, as shares of half of it: its edges bend what is behind them. */
const ACROSS = [-0.6, -0.45, -0.3, -0.15, 0, 0.15, 0.3, 0.45, 0.6] as const
/** Half of the stretch about an edge that its place is told from, px. */
const ABOUT = 14
/** A second edge of so much of the first is one too many. */
const SECOND = 0.55
/** A step has to be so much of what it was when the tube was set up. */
const LEAST = 0.45
/** A meniscus has to be so much darker or lighter than the water about it, of 255. */
const LINE = 9

/** The tube from its foot up: the mean colour across its bore at each half pixel. */
function along(picture: Picture, { foot, top, bore }: ColumnSetup): { colours: Colour[]; length: number } {
  const length = Math.hypot(top.x - foot.x, top.y - foot.y)
  const [ux, uy] = [(top.x - foot.x) / length, (top.y - foot.y) / length]
  const colours: Colour[] = []
  for (let k = 0; k <= Math.floor(length * FINE); k++) {
    const sum = [0, 0, 0]
    let seen = 0
    for (const across of ACROSS) {
      const off = (across * bore) / 2
      const colour = colourAt(picture, { x: foot.x + (ux * k) / FINE - uy * off, y: foot.y + (uy * k) / FINE + ux * off })
      if (!colour) continue
      seen++
      for (let c = 0; c < 3; c++) sum[c]! += colour[c]!
    }
    colours.push(seen > 0 ? [sum[0]! / seen, sum[1]! / seen, sum[2]! / seen] : [0, 0, 0])
  }
  return { colours, length }
}

const apart = (a: Colour, b: Colour) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
const middleOf = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0
const middleColour = (colours: readonly Colour[]): Colour => [
  middleOf(colours.map(each => each[0])),
  middleOf(colours.map(each => each[1])),
  middleOf(colours.map(each => each[2])),
]

/**
 * Sets a limb up from a picture of it, with some of the column and some air in view.
 * @throws RangeError with one sentence where the points make no tube
 */
export function setUpColumn(picture: Picture, setup: ColumnSetup): Column {
  heightAlong(setup.foot, setup.top, setup.marks)
  if (!(setup.bore > 1)) throw new RangeError('Say how wide the tube is.')
  const { colours, length } = along(picture, setup)
  if (length < 40) throw new RangeError('The tube is too small in the picture: go closer.')
  const end = Math.max(4, Math.floor(colours.length * 0.08))
  const [fluid, air] = [middleColour(colours.slice(0, end)), middleColour(colours.slice(-end))]
  const column: Column =
    apart(fluid, air) >= APART ? { setup, told: { by: 'colour', air, fluid } } : { setup, told: { by: 'meniscus' } }
  if ('leftOut' in readColumn(picture, column))
    throw new RangeError('No column is seen in the tube: put its foot in the water and its top in the air.')
  return column
}

/** Reads a column in a picture. @returns its height with its standard uncertainty, or why the picture is left out */
export function readColumn(picture: Picture, { setup, told }: Column): ColumnReading {
  const { colours } = along(picture, setup)
  if (middleOf(colours.map(brightness)) < 12) return { leftOut: 'dark' }
  const edge = told.by === 'colour' ? stepIn(colours, told) : lineIn(colours.map(brightness))
  if ('leftOut' in edge) return edge
  const height = heightAlong(setup.foot, setup.top, setup.marks)
  const at = edge.at / FINE
  return { height: height(at), uncertainty: Math.abs(height(at + 0.5) - height(at - 0.5)) * Math.max(0.15, edge.doubt / FINE) }
}

/** Tints this far apart are told from each other. */
const TINTED = 0.08
const tintOf = (colour: Colour): Colour => {
  const sum = Math.max(1, colour[0] + colour[1] + colour[2])
  return [colour[0] / sum, colour[1] / sum, colour[2] / sum]
}

type Edge = { at: number; doubt: number } | { leftOut: ColumnLeftOut }

/** Where fluid ends and air begins: the step of least squares, and within it where as much of one is missing as of the other. */
function stepIn(seen: readonly Colour[], told: { air: Colour; fluid: Colour }): Edge {
  // A meniscus darkens what is about it and does not change its tint: where tints differ, they alone are looked at.
  const tinted = apart(tintOf(told.air), tintOf(told.fluid)) > TINTED
  const [air, fluid] = tinted ? [tintOf(told.air), tintOf(told.fluid)] : [told.air, told.fluid]
  const colours = tinted ? seen.map(tintOf) : seen
  const axis = [air[0] - fluid[0], air[1] - fluid[1], air[2] - fluid[2]] as const
  const size = axis[0] ** 2 + axis[1] ** 2 + axis[2] ** 2
  const share = colours.map(
    colour => ((colour[0] - fluid[0]) * axis[0] + (colour[1] - fluid[1]) * axis[1] + (colour[2] - fluid[2]) * axis[2]) / size,
  )
  const near = ABOUT * FINE
  const mean = (from: number, to: number) => {
    const piece = share.slice(Math.max(0, from), Math.max(0, to))
    return piece.length > 0 ? piece.reduce((sum, each) => sum + each, 0) / piece.length : NaN
  }
  const steps = share.map((_, k) => (k < 3 || k > share.length - 4 ? 0 : mean(k, k + near) - mean(k - near, k)))
  const at = steps.reduce((best, step, k) => (Math.abs(step) > Math.abs(steps[best]!) ? k : best), 0)
  const step = steps[at]!
  if (step < LEAST) return { leftOut: 'no column' }
  if (steps.some((each, k) => Math.abs(k - at) > 1.6 * near && Math.abs(each) > SECOND * step))
    return { leftOut: 'broken column' }
  const from = Math.max(0, at - near / 2)
  const to = Math.min(share.length, at + near / 2)
  const [below, above] = [mean(from - near, from), mean(to, to + near)]
  const risen = share.slice(from, to).map(each => Math.min(1.2, Math.max(-0.2, (each - below) / (above - below))))
  const spread = Math.sqrt(
    share.slice(Math.max(0, from - near), from).reduce((sum, each) => sum + (each - below) ** 2, 0) / near,
  )
  // The area under the step tells its place whatever its blur.
  return { at: to - risen.reduce((sum, each) => sum + each, 0), doubt: (spread / (above - below)) * Math.sqrt(near) }
}

/** The line of a meniscus: what differs most from the water and air about it. */
function lineIn(light: readonly number[]): Edge {
  const about = 10 * FINE
  const off = light.map((each, k) => {
    const piece = [...light.slice(Math.max(0, k - about), Math.max(0, k - 4)), ...light.slice(k + 5, k + about)]
    return Math.abs(each - middleOf(piece))
  })
  const at = off.reduce((best, each, k) => (each > off[best]! ? k : best), 0)
  if (off[at]! < LINE || off[at]! < 4 * middleOf(off)) return { leftOut: 'no column' }
  if (off.some((each, k) => Math.abs(k - at) > about && each > SECOND * off[at]!)) return { leftOut: 'broken column' }
  let [weight, sum] = [0, 0]
  for (let k = Math.max(0, at - 6); k <= Math.min(off.length - 1, at + 6); k++) {
    const over = Math.max(0, off[k]! - 0.3 * off[at]!)
    weight += over
    sum += over * k
  }
  return { at: sum / weight, doubt: Math.max(0.3, (3 * middleOf(off)) / off[at]!) }
}
