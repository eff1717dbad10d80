/** A picture as a camera or a canvas gives it: red, green, blue and a fourth value a pixel, row by row from the top, 0 to 255. */
export interface Picture {
  width: number
  height: number
  data: Uint8ClampedArray
}
/** A place in a picture, px from the top left, or in a plane. */
export interface Point {
  x: number
  y: number
}
/** A colour, 0 to 255 each. */
export type Colour = readonly [red: number, green: number, blue: number]

/** The colour at a place between pixels (bilinear interpolation); null outside of the picture. */
export function colourAt({ width, height, data }: Picture, { x, y }: Point): Colour | null {
  const left = Math.floor(x)
  const top = Math.floor(y)
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return null
  const u = x - left
  const v = y - top
  const at = 4 * (top * width + left)
  const below = at + 4 * width
  const channel = (k: number) =>
    (1 - v) * ((1 - u) * data[at + k]! + u * data[at + 4 + k]!) + v * ((1 - u) * data[below + k]! + u * data[below + 4 + k]!)
  return [channel(0), channel(1), channel(2)]
}

/** How bright a colour is, 0 to 255 (ITU-R BT.601). */
export const brightness = ([red, green, blue]: Colour): number => 0.299 * red + 0.587 * green + 0.114 * blue
