import { normalAt, uniformAt } from './seededRandom'

/** A make of dial face, as the stand-in camera draws it. Lengths are shares of the rim. */
export interface DialFace {
  face: readonly [number, number, number]
  ink: readonly [number, number, number]
  needle: readonly [number, number, number]
  /** half widths at the hub and at the tip, and how far out it goes */
  taper: readonly [number, number, number]
  tail: number
  /** angle of the first mark and how far round the scale goes, radians clockwise from the right */
  start: number
  sweep: number
  majors: number
  minors: number
  /** coloured sector at the end of the scale, as a share of it */
  sector: number
  /** a drag pointer in another colour stands at this share of the scale */
  second: number | null
}

/** How a picture of it is taken. */
export interface DialTaking {
  width: number
  height: number
  /** px of the rim seen straight on, and where the centre is */
  radius: number
  centre: readonly [number, number]
  /** away from straight on, radians, and towards where */
  tilt: number
  towards: number
  blur: number
  noise: number
  /** 0 none to 1 */
  glare: number
  shade: number
  light: number
  /** a hand over this share of it */
  hand: number
  seed: number
}

/** The picture, and where its rim, centre and marks are in it. */
export interface DialPicture {
  picture: { width: number; height: number; data: Uint8ClampedArray }
  at: (angle: number, radius: number) => { x: number; y: number }
}

/** Distance of the camera, in radii of the rim. */
const DISTANCE = 6

/** A picture of a dial whose needle stands at a share of its scale. Pinhole camera; each pixel is looked up on the face. */
export function dialPicture(face: DialFace, taking: DialTaking, share: number): DialPicture {
  const { width, height, radius, centre, tilt, towards, seed } = taking
  const [ct, st, ca, sa] = [Math.cos(tilt), Math.sin(tilt), Math.cos(towards), Math.sin(towards)]
  const at = (angle: number, r: number) => {
    const [x, y] = [r * Math.cos(angle), r * Math.sin(angle)]
    // Turned about an axis in the face, seen from a distance.
    const along = x * ca + y * sa
    const across = -x * sa + y * ca
    const depth = DISTANCE + along * st
    const scale = (radius * DISTANCE) / depth
    const u = along * ct
    return { x: centre[0] + scale * (u * ca - across * sa), y: centre[1] + scale * (u * sa + across * ca) }
  }
  const onFace = (px: number, py: number) => {
    const [dx, dy] = [(px - centre[0]) / radius, (py - centre[1]) / radius]
    const u = dx * ca + dy * sa
    const v = -dx * sa + dy * ca
    const along = (u * DISTANCE) / (DISTANCE * ct - u * st)
    const across = (v * (DISTANCE + along * st)) / DISTANCE
    return [along * ca - across * sa, along * sa + across * ca] as const
  }
  const pixel = 1 / radius
  const colours = new Float64Array(width * height * 3)
  const needleAngle = face.start + share * face.sweep
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [fx, fy] = onFace(x, y)
      const colour = faceColour(face, fx, fy, needleAngle, pixel)
      const light = taking.light * (1 - taking.shade * (0.5 + (0.5 * (x - width / 2)) / width) * 0.8)
      for (let c = 0; c < 3; c++) colours[3 * (y * width + x) + c] = colour[c]! * light
    }
  const soft = taking.blur > 0 ? blurred(colours, width, height, taking.blur) : colours
  const data = new Uint8ClampedArray(4 * width * height)
  const draw = (k: number) => uniformAt(seed, 300, k)
  const [gx, gy] = [centre[0] + radius * (draw(0) - 0.5), centre[1] + radius * (draw(1) - 0.5)]
  const [gw, gh] = [radius * (0.15 + 0.35 * draw(2)), radius * (0.05 + 0.15 * draw(3))]
  const handFrom = width * (1 - taking.hand)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const k = y * width + x
      const shine = 255 * taking.glare * Math.exp(-(((x - gx) / gw) ** 2) - ((y - gy) / gh) ** 2)
      for (let c = 0; c < 3; c++) {
        const seen = x > handFrom ? [150, 110, 90][c]! * taking.light : soft[3 * k + c]! + shine
        data[4 * k + c] = seen + taking.noise * normalAt(seed, 301 + c, k)
      }
      data[4 * k + 3] = 255
    }
  return { picture: { width, height, data }, at }
}

const cover = (distance: number, pixel: number) => Math.min(1, Math.max(0, 0.5 - distance / pixel))
const mixed = (under: readonly number[], over: readonly number[], share: number) =>
  under.map((each, c) => each + share * (over[c]! - each))

function faceColour(face: DialFace, x: number, y: number, needleAngle: number, pixel: number): readonly number[] {
  const r = Math.hypot(x, y)
  if (r > 1.3) return [96, 100, 104]
  if (r > 1) return mixed([96, 100, 104], [40, 42, 45], cover(r - 1.12, pixel))
  let colour: readonly number[] = face.face
  const turn = 2 * Math.PI
  const along = ((((Math.atan2(y, x) - face.start) % turn) + turn) % turn) / face.sweep
  if (along <= 1 && face.sector > 0 && along > 1 - face.sector)
    colour = mixed(colour, [200, 40, 30], cover(Math.abs(r - 0.95) - 0.02, pixel))
  const marks = face.majors * face.minors
  const nearest = Math.round(along * marks)
  if (nearest >= 0 && nearest <= marks) {
    const off = Math.abs(along - nearest / marks) * face.sweep * r
    const major = nearest % face.minors === 0
    const inner = major ? 0.78 : 0.85
    if (r < 0.93) colour = mixed(colour, face.ink, cover(off - (major ? 0.009 : 0.004), pixel) * cover(inner - r, pixel))
    // Numerals as blobs of ink inside of the longer marks.
    if (major && r < 0.72 && r > 0.6) {
      const stroke = Math.abs(Math.sin(60 * (r - 0.6))) * 0.03
      colour = mixed(colour, face.ink, 0.85 * cover(Math.abs(off - 0.035) - stroke * 0.3, pixel))
    }
  }
  // The maker’s name below the middle.
  if (y > 0.3 && y < 0.36 && Math.abs(x) < 0.22 && Math.sin(70 * x) > 0.2) colour = mixed(colour, face.ink, 0.8)
  const pointer = (angle: number, from: number, ink: readonly number[]) => {
    const [u, v] = [x * Math.cos(angle) + y * Math.sin(angle), -x * Math.sin(angle) + y * Math.cos(angle)]
    const [hub, tip, out] = face.taper
    const half = hub + ((tip - hub) * Math.max(0, u)) / out
    const inside = Math.max(Math.abs(v) - half, u - out, -u - from)
    colour = mixed(colour, ink, cover(inside, pixel))
  }
  if (face.second !== null) pointer(face.start + face.second * face.sweep, 0, [205, 45, 35])
  pointer(needleAngle, face.tail, face.needle)
  return mixed(colour, face.ink, cover(r - 0.07, pixel))
}

/** Blur of a lens, px: boxes one after the other make a bell (Wells 1986). */
function blurred(colours: Float64Array, width: number, height: number, sigma: number): Float64Array {
  const half = Math.max(1, Math.round(sigma))
  let [from, to]: [Float64Array, Float64Array] = [colours, new Float64Array(colours.length)]
  for (let pass = 0; pass < 4; pass++) {
    const [step, line, count, lines] = pass % 2 === 0 ? [1, width, width, height] : [width, 1, height, width]
    for (let l = 0; l < lines; l++)
      for (let c = 0; c < 3; c++)
        for (let k = 0; k < count; k++) {
          let sum = 0
          for (let j = -half; j <= half; j++) sum += from[3 * (l * line + Math.min(count - 1, Math.max(0, k + j)) * step) + c]!
          to[3 * (l * line + k * step) + c] = sum / (2 * half + 1)
        }
    ;[from, to] = [to, from]
  }
  return from
}
