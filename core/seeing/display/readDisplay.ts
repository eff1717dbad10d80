import { brightness, colourAt, type Picture } from '../picture'
import { quadPlane, type Corners } from './quadPlane'
import { darkPlaces, pointPlace, segmentPlaces, segments, signsOfSegments } from './sevenSegments'

/** What is set up once for a display of seven segments. */
export interface DisplaySetup {
  /** of the row of digits, tight about it, slant and all */
  corners: Corners
  /** cells in the row */
  digits: number
}

/** Why a picture of a display is left out. */
type DisplayLeftOut = 'dark' | 'faint' | 'doubtful' | 'blank'
type DisplayReading = { value: number; /** as it stands there */ text: string } | { leftOut: DisplayLeftOut }

/** What is lit has to stand out of what is not by so much, of 255. */
const APART = 24
/** What lies between lit and not lit, nearer to its middle than so much of their distance, is doubtful. */
const DOUBT = 0.2
/** Half of the patch that a segment is looked at in, as a share of a cell's width. */
const PATCH = 0.045

/**
 * Reads a display. Each segment is lit or not by what it shows beside places that are never lit; what is neither, and what is no
 * sign, leaves the whole picture out: a digit is never guessed.
 */
export function readDisplay(picture: Picture, { corners, digits }: DisplaySetup): DisplayReading {
  const plane = quadPlane(corners)
  const lightAt = (cell: number, x: number, y: number, patch = PATCH) => {
    let [sum, seen] = [0, 0]
    for (const [dx, dy] of [
      [0, 0],
      [-patch, 0],
      [patch, 0],
      [0, -patch / 2],
      [0, patch / 2],
    ] as const) {
      const colour = colourAt(picture, plane((cell + x + dx) / digits, y + dy))
      if (!colour) continue
      sum += brightness(colour)
      seen++
    }
    return seen > 0 ? sum / seen : 0
  }
  const cells = Array.from({ length: digits }, (_, cell) => {
    const never = darkPlaces.reduce((sum, { x, y }) => sum + lightAt(cell, x, y) / darkPlaces.length, 0)
    return {
      never,
      bars: segments.map(segment => lightAt(cell, segmentPlaces[segment].x, segmentPlaces[segment].y) - never),
      point: lightAt(cell, pointPlace.x, pointPlace.y, PATCH / 3) - never,
    }
  })
  const most = cells.flatMap(({ bars }) => bars).reduce((best, each) => (Math.abs(each) > Math.abs(best) ? each : best), 0)
  const light = Math.max(...cells.map(({ never }) => never)) + Math.max(0, most)
  if (light < 25) return { leftOut: 'dark' }
  if (Math.abs(most) < APART) return { leftOut: 'faint' }
  const lit = (off: number): boolean | null => {
    const share = off / most
    return Math.abs(share - 0.5) < DOUBT ? null : share > 0.5
  }
  let text = ''
  for (const { bars, point } of cells) {
    const on = bars.map(lit)
    const dot = lit(point)
    if (dot === null || on.includes(null)) return { leftOut: 'doubtful' }
    const sign = signsOfSegments.get(segments.filter((_, k) => on[k]).join(''))
    if (sign === undefined) return { leftOut: 'doubtful' }
    text += sign + (dot ? '.' : '')
  }
  const said = text.trim()
  if (said === '') return { leftOut: 'blank' }
  // A blank or a sign between digits, and two points, are no number.
  return /^-?\d*\.?\d+\.?$/.test(said) ? { value: Number(said), text: said } : { leftOut: 'doubtful' }
}
