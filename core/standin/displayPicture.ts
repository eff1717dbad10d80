import { normalAt } from './seededRandom'

/** A display of seven segments, as the stand-in camera draws it. */
export interface DisplayTaking {
  width: number
  height: number
  /** upper left, upper right, lower right, lower left of the row of digits */
  corners: readonly [Place, Place, Place, Place]
  ground: readonly [number, number, number]
  lit: readonly [number, number, number]
  /** how much of a lit segment one shows that is not lit */
  ghost: number
  blur: number
  noise: number
  light: number
  seed: number
}
interface Place {
  x: number
  y: number
}

const bars: Record<string, readonly [x: number, y: number, w: number, h: number]> = {
  a: [0.2, 0.05, 0.52, 0.1],
  b: [0.67, 0.1, 0.14, 0.38],
  c: [0.67, 0.52, 0.14, 0.38],
  d: [0.2, 0.85, 0.52, 0.1],
  e: [0.11, 0.52, 0.14, 0.38],
  f: [0.11, 0.1, 0.14, 0.38],
  g: [0.2, 0.45, 0.52, 0.1],
}
const lights: Record<string, string> = {
  '0': 'abcdef',
  '1': 'bc',
  '2': 'abdeg',
  '3': 'abcdg',
  '4': 'bcfg',
  '5': 'acdfg',
  '6': 'acdefg',
  '7': 'abc',
  '8': 'abcdefg',
  '9': 'abcdfg',
  '-': 'g',
  ' ': '',
}

/** Where a pixel lies in the window, as shares across and down: a pinhole camera, its map turned round (Newton's method). */
function windowOf([p, q, r, s]: DisplayTaking['corners']): (x: number, y: number) => readonly [number, number] {
  const det = (q.x - r.x) * (s.y - r.y) - (s.x - r.x) * (q.y - r.y)
  const [ox, oy] = [p.x - q.x + r.x - s.x, p.y - q.y + r.y - s.y]
  const g = (ox * (s.y - r.y) - (s.x - r.x) * oy) / det
  const h = ((q.x - r.x) * oy - ox * (q.y - r.y)) / det
  return (x, y) => {
    let [u, v] = [0.5, 0.5]
    for (let k = 0; k < 6; k++) {
      const w = g * u + h * v + 1
      const at = (c: 'x' | 'y') => ((q[c] * (1 + g) - p[c]) * u + (s[c] * (1 + h) - p[c]) * v + p[c]) / w
      const [px, py] = [at('x'), at('y')]
      const [a, b] = [(q.x * (1 + g) - p.x - g * px) / w, (s.x * (1 + h) - p.x - h * px) / w]
      const [c, d] = [(q.y * (1 + g) - p.y - g * py) / w, (s.y * (1 + h) - p.y - h * py) / w]
      const turn = a * d - b * c
      u += (d * (x - px) - b * (y - py)) / turn
      v += (a * (y - py) - c * (x - px)) / turn
    }
    return [u, v]
  }
}

/** A picture of a text of digits, signs, blanks and points. Each pixel is looked up in the window. */
export function displayPicture(taking: DisplayTaking, text: string) {
  const cells = [...text.matchAll(/([-\d ])(\.?)/g)].map(([, sign, point]) => ({ on: lights[sign!]!, point: point === '.' }))
  const { width, height, corners, ground, lit, ghost, noise, light, seed } = taking
  const [p, q, r, s] = corners
  const soft = Math.max(0.004, taking.blur / Math.hypot(q.x - p.x, q.y - p.y))
  const shade = (d: number) => Math.min(1, Math.max(0, 0.5 - d / (2 * soft)))
  const inWindow = windowOf([p, q, r, s])
  const data = new Uint8ClampedArray(4 * width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = inWindow(x, y)
      let on = 0
      const cell = Math.floor(u * cells.length)
      const its = cells[cell]
      if (its && v > -0.05 && v < 1.05) {
        const inCell = u * cells.length - cell
        for (const [segment, [bx, by, w, h]] of Object.entries(bars)) {
          const away = Math.max(
            (Math.abs(inCell - bx - w / 2) - w / 2) / cells.length,
            (Math.abs(v - by - h / 2) - h / 2) * 0.3,
          )
          on = Math.max(on, shade(away) * (its.on.includes(segment) ? 1 : ghost))
        }
        if (its.point)
          on = Math.max(on, shade(Math.max(Math.abs(inCell - 0.92) - 0.06, (Math.abs(v - 0.91) - 0.055) * 1.2) / cells.length))
      }
      for (let c = 0; c < 3; c++)
        data[4 * (y * width + x) + c] =
          light * (ground[c]! + on * (lit[c]! - ground[c]!)) + noise * normalAt(seed, 330 + c, y * width + x)
      data[4 * (y * width + x) + 3] = 255
    }
  return { width, height, data }
}
