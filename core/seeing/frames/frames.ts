import { pressureFrom } from '../../readings/pressureScale'
import { pascalsPer, type AnyPressureUnit } from '../../quantity/units'
import { readColumn, setUpColumn, type Column } from '../column/readColumn'
import type { HeightMark } from '../column/heightAlong'
import { readDial, setUpDial, type Dial } from '../dial/readDial'
import { readDisplay, type DisplaySetup } from '../display/readDisplay'
import type { Picture, Point } from '../picture'

/** An instrument as it was set up in a picture, px. */
export type SeenInstrument =
  | { kind: 'dial'; rim: readonly Point[]; centre: Point; needle: Point; marks: readonly (Point & { value: number })[] }
  | { kind: 'column'; limbs: readonly SeenLimb[]; /** kg/m3 */ density: number }
  | { kind: 'display'; corners: readonly Point[]; digits: number; unit: AnyPressureUnit }
interface SeenLimb {
  foot: Point
  top: Point
  /** on the edge of the bore, beside the foot */
  side: Point
  /** m */
  marks: readonly (Point & { value: number })[]
}

/** Why a frame is left out, whatever it shows. */
export type FrameLeftOut =
  | 'dark'
  | 'covered'
  | 'glare'
  | 'blurred'
  | 'moved'
  | 'two needles'
  | 'on its pin'
  | 'no column'
  | 'broken column'
  | 'faint'
  | 'doubtful'
  | 'blank'
  | 'frozen'

/** A pressure read in one frame, Pa with its standard uncertainty, or why there is none. */
export type FrameReading = { pressure: number; uncertainty: number } | { leftOut: FrameLeftOut }
/** Reads frame after frame. */
export type FrameReader = (picture: Picture) => FrameReading

/**
 * A reader of frames from the picture that an instrument is set up in.
 * @throws RangeError with one sentence where it cannot be set up there
 */
export function frameReader(picture: Picture, seen: SeenInstrument): FrameReader {
  switch (seen.kind) {
    case 'dial':
      return dialReader(setUpDial(picture, seen))
    case 'column': {
      const columns = seen.limbs.map(limb => setUpColumn(picture, columnOf(limb)))
      return frame => columnPressure(columns, seen.density, frame)
    }
    case 'display': {
      const [a, b, c, d] = seen.corners
      if (!a || !b || !c || !d) throw new RangeError('A display has four corners.')
      const setup: DisplaySetup = { corners: [a, b, c, d], digits: seen.digits }
      const first = readDisplay(picture, setup)
      if ('leftOut' in first)
        throw new RangeError(
          'The digits are not read there: put the four corners tight about them, and say how many there are.',
        )
      return frame => displayPressure(setup, seen.unit, frame)
    }
  }
}

const dialReader =
  (dial: Dial): FrameReader =>
  frame => {
    const read = readDial(frame, dial)
    return 'leftOut' in read ? read : { pressure: read.value, uncertainty: read.uncertainty }
  }

function columnOf({ foot, top, side, marks }: SeenLimb) {
  const length = Math.hypot(top.x - foot.x, top.y - foot.y)
  const [ux, uy] = [(top.x - foot.x) / length, (top.y - foot.y) / length]
  const across = Math.abs((side.x - foot.x) * -uy + (side.y - foot.y) * ux)
  const placed: HeightMark[] = marks.map(({ value, ...at }) => ({ at, height: value }))
  return { foot, top, bore: 2 * across, marks: placed }
}

/** One limb stands as high as the pressure; of two the tank pushes the first down and the open one up (p = rho g h). */
function columnPressure(columns: readonly Column[], density: number, frame: Picture): FrameReading {
  const [first, second] = columns.map(column => readColumn(frame, column))
  if (!first || 'leftOut' in first) return first ?? { leftOut: 'no column' }
  if (second && 'leftOut' in second) return second
  const scale = { kind: 'column', density } as const
  const height = second ? second.height - first.height : first.height
  return {
    pressure: pressureFrom(scale, height),
    uncertainty: pressureFrom(scale, Math.hypot(first.uncertainty, second?.uncertainty ?? 0)),
  }
}

function displayPressure(setup: DisplaySetup, unit: AnyPressureUnit, frame: Picture): FrameReading {
  const read = readDisplay(frame, setup)
  if ('leftOut' in read) return read
  const decimals = read.text.includes('.') ? (read.text.replace(/\.$/, '').split('.')[1]?.length ?? 0) : 0
  // The last digit may be off by half of itself: a rectangular distribution (GUM, JCGM 100, 4.3.7).
  return { pressure: read.value * pascalsPer[unit], uncertainty: (10 ** -decimals * pascalsPer[unit]) / Math.sqrt(12) }
}
