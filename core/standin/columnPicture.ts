import { normalAt } from './seededRandom'

/** A tube in front of a board, as the stand-in camera draws it. */
export interface TubeTaking {
  width: number
  height: number
  /** px: the tube’s foot and top, and its bore */
  foot: readonly [number, number]
  top: readonly [number, number]
  bore: number
  /** colour of the water; clear water is told by its meniscus alone */
  water: readonly [number, number, number]
  /** by how much pixels grow or shrink up the tube, as a share of its length: the phone looks up or down at it */
  perspective: number
  blur: number
  noise: number
  light: number
  seed: number
}

/** A picture of a column that stands at a share of the tube’s length, and where a share of it is in the picture. */
export function columnPicture(taking: TubeTaking, share: number) {
  const { width, height, foot, top, bore, water, perspective, blur, noise, light, seed } = taking
  const length = Math.hypot(top[0] - foot[0], top[1] - foot[1])
  const [ux, uy] = [(top[0] - foot[0]) / length, (top[1] - foot[1]) / length]
  const seen = (of: number) => (of * (1 + perspective)) / (1 + perspective * of)
  const at = (of: number) => ({ x: foot[0] + ux * length * seen(of), y: foot[1] + uy * length * seen(of) })
  const surface = length * seen(share)
  const data = new Uint8ClampedArray(4 * width * height)
  const soft = Math.max(0.5, blur)
  const edge = (distance: number) => 1 / (1 + Math.exp((-1.7 * distance) / soft))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [dx, dy] = [x - foot[0], y - foot[1]]
      const along = dx * ux + dy * uy
      const across = Math.abs(-dx * uy + dy * ux)
      const inside = edge(bore / 2 - across)
      const wall = inside * edge(across - bore / 2 + 1.5)
      const wet = edge(surface - along)
      const line = Math.exp(-(((along - surface) / (1.2 + soft)) ** 2))
      for (let c = 0; c < 3; c++) {
        const board = [214, 212, 205][c]!
        const bored = board + wet * (water[c]! - board) - 70 * line * (1 - 0.5 * wet)
        const colour = board + inside * (bored - board) - 60 * wall
        data[4 * (y * width + x) + c] = light * colour + noise * normalAt(seed, 320 + c, y * width + x)
      }
      data[4 * (y * width + x) + 3] = 255
    }
  return { picture: { width, height, data }, at }
}
