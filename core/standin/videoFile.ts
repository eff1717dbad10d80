interface Frame {
  width: number
  height: number
  data: Uint8ClampedArray
}

/**
 * Pictures as a video file without compression, which browsers take in the place of a camera (YUV4MPEG2; colours by ITU-R BT.601,
 * video range, each two by two pixels of one colour).
 * @param frames all of one size, even both ways @param perSecond whole
 * @throws RangeError for frames of different or odd sizes, and for none
 */
export function videoFile(frames: Iterable<Frame>, perSecond: number): Uint8Array {
  const pieces: Uint8Array[] = []
  const text = (words: string) => Uint8Array.from(words, letter => letter.charCodeAt(0))
  let [width, height] = [0, 0]
  for (const frame of frames) {
    if (pieces.length === 0) {
      ;({ width, height } = frame)
      pieces.push(text(`YUV4MPEG2 W${width} H${height} F${perSecond}:1 Ip A1:1 C420jpeg\n`))
    }
    if (frame.width !== width || frame.height !== height || width % 2 || height % 2)
      throw new RangeError('The frames of a video have one size, even both ways.')
    pieces.push(text('FRAME\n'), planes(frame))
  }
  if (pieces.length === 0) throw new RangeError('A video has at least one frame.')
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}

/** Brightness of each pixel, then the two colour differences of each four. */
function planes({ width, height, data }: Frame): Uint8Array {
  const [half, rows] = [width / 2, height / 2]
  const out = new Uint8Array(width * height + 2 * half * rows)
  const blue = width * height
  const red = blue + half * rows
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = 4 * (y * width + x)
      const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!]
      out[y * width + x] = 16 + 0.257 * r + 0.504 * g + 0.098 * b
    }
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < half; x++) {
      let [r, g, b] = [0, 0, 0]
      for (const at of [0, 4, 4 * width, 4 * width + 4]) {
        const from = 4 * (2 * y * width + 2 * x) + at
        r += data[from]! / 4
        g += data[from + 1]! / 4
        b += data[from + 2]! / 4
      }
      out[blue + y * half + x] = 128 - 0.148 * r - 0.291 * g + 0.439 * b
      out[red + y * half + x] = 128 + 0.439 * r - 0.368 * g - 0.071 * b
    }
  return out
}
