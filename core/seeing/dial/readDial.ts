import { brightness, colourAt, type Colour, type Picture, type Point } from '../picture'
import { dialPlane, type DialPlane } from './dialPlane'
import { dialScale, type DialScale } from './dialScale'
import { ellipseThrough } from './ellipse'

/** What is set up once for a dial, in the picture that it is set up with. */
interface DialSetup {
  /** five or more points on its rim, all around */
  rim: readonly Point[]
  centre: Point
  /** a point on the needle, well out from the centre */
  needle: Point
  marks: readonly (Point & { value: number })[]
}

/** Why a picture of a dial is left out. */
export type LeftOut = 'dark' | 'covered' | 'glare' | 'blurred' | 'moved' | 'two needles' | 'on its pin'

/** A dial read in one picture, or why it was left out: nothing is guessed. */
type DialReading =
  { value: number; /** standard uncertainty, from the picture itself */ uncertainty: number } | { leftOut: LeftOut }

/** A dial that is set up, ready to be read in picture after picture. */
export interface Dial {
  plane: DialPlane
  scale: DialScale
  setUp: SetUp
  /** where in the picture each direction and radius of the face is, x and y by turns */
  rays: Float32Array
  /** the same of the ring of marks */
  ring: Float32Array
  /** no picture is better than this whatever the needle’s line says, radians: pixels, lens and print pull at it */
  finest: number
}
/** What the picture of the set-up showed. */
interface SetUp {
  needle: Colour
  face: Colour
  width: number
  height: number
  /** brightness along the ring of marks, for whether it moved */
  ring: Float64Array
  /** half the needle’s width, radians */
  halfWidth: number
}

const TURN = 2 * Math.PI
/** Angles that the face is looked at in: a quarter of a degree. */
const ANGLES = 1440
/** From where to where the needle is looked for, as shares of the rim: past its tail, short of the numerals’ marks. */
const FROM = 0.42
const TO = 0.74
const RADII = 26
const RING = [0.8, 0.84, 0.88, 0.92] as const
/** Beside the needle the face is taken from so far off, in angles. */
const NEAR = 14
const FAR = 44

const polar = (plane: DialPlane, angle: number, radius: number) =>
  plane.inPicture({ x: radius * Math.cos(angle), y: radius * Math.sin(angle) })

const radii = Array.from({ length: RADII }, (_, r) => FROM + ((TO - FROM) * r) / (RADII - 1))
/** Places of all directions at some radii, direction by direction. */
function placesOf(plane: DialPlane, at: readonly number[]): Float32Array {
  const places = new Float32Array(2 * ANGLES * at.length)
  for (let k = 0; k < ANGLES; k++)
    for (const [r, radius] of at.entries()) {
      const { x, y } = polar(plane, (k * TURN) / ANGLES, radius)
      places.set([x, y], 2 * (k * at.length + r))
    }
  return places
}

/** A colour between pixels written into a list, without making one: a hundred thousand of them are read in each picture. */
function sample({ width, height, data }: Picture, x: number, y: number, into: Float64Array, at: number): boolean {
  const left = Math.floor(x)
  const top = Math.floor(y)
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return false
  const [u, v] = [x - left, y - top]
  const here = 4 * (top * width + left)
  const below = here + 4 * width
  for (let c = 0; c < 3; c++)
    into[at + c] =
      (1 - v) * ((1 - u) * data[here + c]! + u * data[here + 4 + c]!) +
      v * ((1 - u) * data[below + c]! + u * data[below + 4 + c]!)
  return true
}

/**
 * Sets a dial up from a picture of it.
 * @throws RangeError with one sentence where points do not make a dial
 */
export function setUpDial(picture: Picture, { rim, centre, needle, marks }: DialSetup): Dial {
  const plane = dialPlane(ellipseThrough(rim), centre)
  const angleOf = (point: Point) => {
    const { x, y } = plane.onFace(point)
    return Math.atan2(y, x)
  }
  const scale = dialScale(marks.map(mark => ({ value: mark.value, angle: angleOf(mark) })))
  const at = angleOf(needle)
  const along = Array.from({ length: 12 }, (_, k) => FROM + ((TO - FROM) * k) / 11)
  const seen = (angle: number) => along.flatMap(radius => colourAt(picture, polar(plane, angle, radius)) ?? [])
  const median = (colours: readonly (Colour | number)[], k: 0 | 1 | 2) =>
    middle((colours as unknown as number[]).filter((_, i) => i % 3 === k))
  const flat = (angles: readonly number[]): Colour => {
    const all = angles.flatMap(angle => seen(angle) as number[])
    return [median(all, 0), median(all, 1), median(all, 2)]
  }
  const face = flat([-0.35, -0.28, -0.2, 0.2, 0.28, 0.35].map(off => at + off))
  // The needle is a hair off where a finger puts it: it is where it differs most from the face.
  const offsets = Array.from({ length: 41 }, (_, k) => (k - 20) * (TURN / ANGLES) * 0.7)
  const best = offsets
    .map(off => ({ off, colour: flat([at + off]) }))
    .sort((a, b) => distance(b.colour, face) - distance(a.colour, face))[0]!
  if (distance(best.colour, face) < 25)
    throw new RangeError('The needle cannot be told from the face there. Tap it again, in better light.')
  const [rays, ring] = [placesOf(plane, radii), placesOf(plane, RING)]
  const setUp = {
    needle: best.colour,
    face,
    width: picture.width,
    height: picture.height,
    ring: ringOf(picture, ring),
    halfWidth: 0.02,
  }
  const profile = profileOf(picture, { rays, setUp })
  const peak = peakNear(profile.score, Math.round(((at + best.off + TURN) % TURN) / (TURN / ANGLES)))
  const reach = Math.hypot(plane.inPicture({ x: 1, y: 0 }).x - centre.x, plane.inPicture({ x: 1, y: 0 }).y - centre.y)
  const finest = PULLED / (reach * ((FROM + TO) / 2))
  const dial = {
    plane,
    scale,
    rays,
    ring,
    finest,
    setUp: { ...setUp, halfWidth: Math.max(0.004, widthAt(profile.score, peak) / 2) },
  }
  // What is not read where a finger has just put it is not read at all.
  const read = lookAt(picture, dial)
  if ('leftOut' in read || Math.abs(turnedFrom(read.angle, at)) > TAPPED)
    throw new RangeError('The needle is not seen clearly there: turn the phone so that nothing shines on it, and tap it again.')
  return dial
}

/** What pixels, lens and print pull at a needle by, px. */
const PULLED = 0.15
/** A finger is surer than this of where a needle points, radians. */
const TAPPED = 0.06
const turnedFrom = (angle: number, from: number) => ((((angle - from + Math.PI) % TURN) + TURN) % TURN) - Math.PI

const distance = (a: Colour, b: Colour) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
function middle(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}

/** Brightness along the ring where the marks are. */
function ringOf(picture: Picture, places: Float32Array): Float64Array {
  const ring = new Float64Array(ANGLES)
  const colour = new Float64Array(3)
  for (let k = 0; k < ANGLES; k++)
    for (let r = 0; r < RING.length; r++) {
      const at = 2 * (k * RING.length + r)
      if (sample(picture, places[at]!, places[at + 1]!, colour, 0))
        ring[k]! += brightness([colour[0]!, colour[1]!, colour[2]!]) / RING.length
    }
  return ring
}

interface Profile {
  /** how like the needle it is along each angle, 0 to 1 */
  score: Float64Array
  /** the same at each angle and radius */
  cells: Float64Array
  bright: number
  white: Float64Array
}

/** How like the needle each direction of the face is: colours are measured from the face beside it to the needle as it was set up. */
function profileOf(picture: Picture, { rays, setUp: { needle, face } }: Pick<Dial, 'rays' | 'setUp'>): Profile {
  const axis = [needle[0] - face[0], needle[1] - face[1], needle[2] - face[2]] as const
  const length = Math.hypot(...axis)
  const cells = new Float64Array(ANGLES * RADII)
  const score = new Float64Array(ANGLES)
  const white = new Float64Array(ANGLES)
  const values = new Float64Array(3 * ANGLES)
  const sums = new Float64Array(3 * (ANGLES + 1))
  const off = new Float64Array(3)
  let bright = 0
  for (let r = 0; r < RADII; r++) {
    for (let k = 0; k < ANGLES; k++) {
      const place = 2 * (k * RADII + r)
      if (!sample(picture, rays[place]!, rays[place + 1]!, values, 3 * k)) values.set(face, 3 * k)
      const light = 0.299 * values[3 * k]! + 0.587 * values[3 * k + 1]! + 0.114 * values[3 * k + 2]!
      bright += light / (ANGLES * RADII)
      if (light > 248) white[k]! += 1 / RADII
    }
    sums.fill(0, 0, 3)
    for (let k = 0; k < ANGLES; k++) for (let c = 0; c < 3; c++) sums[3 * (k + 1) + c] = sums[3 * k + c]! + values[3 * k + c]!
    const sum = (from: number, to: number, c: number): number => {
      const first = round(from)
      const end = first + to - from
      const whole = sums[3 * Math.min(end, ANGLES) + c]! - sums[3 * first + c]!
      return end > ANGLES ? whole + sums[3 * (end - ANGLES) + c]! - sums[c]! : whole
    }
    for (let k = 0; k < ANGLES; k++) {
      let onto = 0
      let whole = 0
      for (let c = 0; c < 3; c++) {
        const left = sum(k - FAR, k - NEAR, c) / (FAR - NEAR)
        const right = sum(k + NEAR + 1, k + FAR + 1, c) / (FAR - NEAR)
        // Of the two sides the one that is less like the needle is the face.
        const beside = axis[c]! < 0 ? Math.max(left, right) : Math.min(left, right)
        off[c] = values[3 * k + c]! - beside
        onto += (off[c]! * axis[c]!) / length
        whole += off[c]! * off[c]!
      }
      const aside = Math.sqrt(Math.max(0, whole - onto * onto))
      const like = Math.min(1.2, Math.max(0, onto / length)) * Math.exp(-0.5 * (aside / (0.35 * length)) ** 2)
      cells[k * RADII + r] = like
    }
  }
  for (let k = 0; k < ANGLES; k++) {
    const along = cells.slice(k * RADII, (k + 1) * RADII).sort()
    // Print along the way is short: the lower half tells a needle that goes all the way out.
    score[k] = (along[Math.floor(RADII * 0.3)]! + along[Math.floor(RADII * 0.5)]!) / 2
  }
  return { score, cells, bright, white }
}

const round = (k: number) => ((k % ANGLES) + ANGLES) % ANGLES

function peakNear(score: Float64Array, near: number, within = 16): number {
  let best = near
  for (let k = near - within; k <= near + within; k++) if (score[round(k)]! > score[round(best)]!) best = k
  return round(best)
}

/** Width of a peak at half its height, radians. */
function widthAt(score: Float64Array, peak: number): number {
  const half = score[peak]! / 2
  const side = (way: 1 | -1) => {
    for (let k = 1; k < 120; k++) {
      const [here, before] = [score[round(peak + way * k)]!, score[round(peak + way * (k - 1))]!]
      if (here < half) return k - 1 + (before - half) / Math.max(1e-9, before - here)
    }
    return 120
  }
  return ((side(1) + side(-1)) * TURN) / ANGLES
}

/** Least likeness of what is taken for the needle. */
const LEAST = 0.35
/** What else is this much like it makes two. */
const SECOND = 0.72
/** It is as wide as it was, but for so much. */
const WIDER = 2.1
/** Standard deviation of the needle’s own line about its angle beyond which it is no straight needle, radians. */
const CROOKED = 0.022
/** The ring of marks is as it was to so much (correlation). */
const SAME = 0.55
const ON_PIN = 0.004

/**
 * Reads a dial in a picture: its face is unrolled round the centre, the direction that is most like the needle all the way out is
 * found, and its angle is the middle of the directions at which it lies at each radius, to a fraction of a degree.
 * @returns the value with its standard uncertainty, or why the picture is left out
 */
export function readDial(picture: Picture, dial: Dial): DialReading {
  const { scale } = dial
  const seen = lookAt(picture, dial)
  if ('leftOut' in seen) return seen
  const value = scale.valueAt(seen.angle)
  const span = scale.to - scale.from
  if (value < scale.from - ON_PIN * span || value > scale.to + ON_PIN * span) return { leftOut: 'on its pin' }
  return { value, uncertainty: Math.abs(scale.slope) * Math.hypot(seen.uncertainty, dial.finest) }
}

/** At which angle of the face the needle stands, with its standard uncertainty, radians. */
function lookAt(picture: Picture, dial: Dial): { angle: number; uncertainty: number } | { leftOut: LeftOut } {
  const { setUp } = dial
  if (picture.width !== setUp.width || picture.height !== setUp.height) return { leftOut: 'moved' }
  const { score, cells, bright, white } = profileOf(picture, dial)
  if (bright < 18 || bright < 0.12 * brightness(setUp.face)) return { leftOut: 'dark' }
  let peak = 0
  for (let k = 1; k < ANGLES; k++) if (score[k]! > score[peak]!) peak = k
  const { likeness, shift } = sameRing(ringOf(picture, dial.ring), setUp.ring)
  if (score[peak]! < LEAST)
    return { leftOut: white.some(share => share > 0.6) ? 'glare' : likeness < SAME ? 'covered' : 'blurred' }
  if (likeness < SAME) return { leftOut: 'covered' }
  if (shift !== 0) return { leftOut: 'moved' }
  const width = widthAt(score, peak)
  const away = Math.ceil((3 * setUp.halfWidth * ANGLES) / TURN) + 10
  let second = 0
  for (let k = away; k < ANGLES - away; k++) second = Math.max(second, score[round(peak + k)]!)
  if (second > SECOND * score[peak]!) return { leftOut: 'two needles' }
  if (width > WIDER * 2 * setUp.halfWidth + 0.02) return { leftOut: 'blurred' }
  const line = lineAt(cells, peak, Math.max(3, Math.round((1.2 * width * ANGLES) / TURN)))
  if (!line) return { leftOut: 'glare' }
  if (line.spread > CROOKED) return { leftOut: 'blurred' }
  return line
}

/** Where the needle lies at each radius, and the middle of that. */
function lineAt(cells: Float64Array, peak: number, within: number) {
  const angles: number[] = []
  for (let r = 0; r < RADII; r++) {
    let [weight, sum, most] = [0, 0, 0]
    for (let k = -within; k <= within; k++) most = Math.max(most, cells[round(peak + k) * RADII + r]!)
    if (most < LEAST) continue
    for (let k = -within; k <= within; k++) {
      const over = Math.max(0, cells[round(peak + k) * RADII + r]! - 0.25 * most)
      weight += over
      sum += over * k
    }
    angles.push(((peak + sum / weight) * TURN) / ANGLES)
  }
  if (angles.length < RADII / 2) return null
  const angle = middle(angles)
  const spread = 1.4826 * middle(angles.map(each => Math.abs(each - angle)))
  // Neighbouring radii share pixels: of all about half tell something of their own.
  return { angle, spread, uncertainty: (1.2533 * spread) / Math.sqrt(angles.length / 2) }
}

/** How like the ring of marks is to how it was, and by how many angles it is turned. */
function sameRing(now: Float64Array, then: Float64Array): { likeness: number; shift: number } {
  const centred = (ring: Float64Array) => {
    const smooth = Float64Array.from(ring, (_, k) => {
      let sum = 0
      for (let j = -30; j <= 30; j++) sum += ring[round(k + j)]! / 61
      return ring[k]! - sum
    })
    const size = Math.sqrt(smooth.reduce((sum, each) => sum + each * each, 0)) || 1
    return smooth.map(each => each / size)
  }
  const [a, b] = [centred(now), centred(then)]
  const at = (shift: number) => a.reduce((sum, each, k) => sum + each * b[round(k + shift)]!, 0)
  const shifts = [-8, -6, -4, -3, -2, -1, 0, 1, 2, 3, 4, 6, 8].map(shift => ({ shift, likeness: at(shift) }))
  const best = shifts.reduce((most, each) => (each.likeness > most.likeness ? each : most))
  return Math.abs(best.shift) >= 2 ? best : { likeness: Math.max(best.likeness, at(0)), shift: 0 }
}
