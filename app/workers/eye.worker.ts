import { frameReader, type FrameReader, type FrameReading, type SeenInstrument } from '#core/seeing/frames/frames'
import { frozenWatch } from '#core/seeing/frames/frozen'
import type { Picture } from '#core/seeing/picture'
import { standInDial, standInDialSight } from '#core/standin/standInDial'
import type { InstrumentSight } from '#shared/schemas/sight'
import { inPixels } from '~/composables/sightHandles'

/** Reads an instrument in the frames of a camera, beside the page, so that neither waits for the other. */
export type ToEye =
  | { kind: 'set up'; picture: ImageBitmap; sight: InstrumentSight }
  | { kind: 'frame'; picture: ImageBitmap; at: number }
  /** a frame of the stand-in’s dial instead of a camera’s; the first sets it up */
  | { kind: 'stand-in'; pressure: number; full: number; at: number; hand: boolean }
export type FromEye =
  /** what the picture of the set-up itself shows, so that somebody can look whether it is so */
  | { kind: 'set up'; reading: FrameReading }
  | { kind: 'not set up'; why: string }
  | { kind: 'read'; reading: FrameReading; at: number; /** of the stand-in, to be shown */ picture?: ImageBitmap }

let read: FrameReader | null = null
let standIn: FrameReader | null = null
let canvas: OffscreenCanvas | null = null
const isFrozen = frozenWatch()

/** Pixels of a frame; it is closed. */
function pixelsOf(picture: ImageBitmap): Picture {
  const { width, height } = picture
  if (canvas?.width !== width || canvas.height !== height) canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  context.drawImage(picture, 0, 0)
  picture.close()
  return context.getImageData(0, 0, width, height)
}

function setUp(picture: Picture, seen: SeenInstrument): FromEye {
  try {
    read = frameReader(picture, seen)
    return { kind: 'set up', reading: read(picture) }
  } catch (error) {
    if (error instanceof RangeError) return { kind: 'not set up', why: error.message }
    throw error
  }
}

async function seeStandIn({ pressure, full, at, hand }: Extract<ToEye, { kind: 'stand-in' }>): Promise<void> {
  standIn ??= frameReader(standInDial(0, full, 0).picture, standInDialSight(full))
  const { picture } = standInDial(pressure, full, at, hand)
  const reading = standIn(picture)
  const shown = await createImageBitmap(new ImageData(new Uint8ClampedArray(picture.data), picture.width, picture.height))
  self.postMessage({ kind: 'read', reading, at, picture: shown } satisfies FromEye, { transfer: [shown] })
}

self.onmessage = ({ data }: MessageEvent<ToEye>) => {
  if (data.kind === 'stand-in') {
    void seeStandIn(data)
    return
  }
  const picture = pixelsOf(data.picture)
  if (data.kind === 'set up') self.postMessage(setUp(picture, inPixels(data.sight, picture.width)))
  else if (read) {
    const reading: FrameReading = isFrozen(picture, data.at) ? { leftOut: 'frozen' } : read(picture)
    self.postMessage({ kind: 'read', reading, at: data.at } satisfies FromEye)
  }
}
