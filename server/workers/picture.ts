import sharp from 'sharp'
import { setPriority } from 'node:os'

/** A picture to be drawn anew in some sizes. */
export interface PictureTask {
  file: Buffer
  mostPixels: number
  drawn: { width: number; height: number; as: 'jpeg' | 'png' }[]
}
/** What a picture is, and how it was drawn; a problem where it is none. */
export type PictureAnswer =
  | { problem: string }
  | {
      problem: null
      format: string
      width: number
      height: number
      /** whether a camera wrote something beside the pixels */
      hasMetadata: boolean
      drawn: { bytes: Buffer; width: number; height: number }[]
    }

// One picture at a time, on one core, behind everything that people wait for.
sharp.concurrency(1)
sharp.cache(false)
setPriority(10)

async function answer({ file, mostPixels, drawn }: PictureTask): Promise<PictureAnswer> {
  try {
    const picture = sharp(file, { limitInputPixels: mostPixels, failOn: 'error' })
    const { format = '', width = 0, height = 0, exif, xmp, iptc } = await picture.metadata()
    // Without keepMetadata nothing but the pixels is written.
    const upright = picture.rotate()
    const made = []
    for (const { as, ...size } of drawn) {
      const resized = upright.clone().resize({ ...size, fit: 'inside', withoutEnlargement: true })
      const { data, info } = await (
        as === 'png' ? resized.png() : resized.flatten({ background: '#ffffff' }).jpeg({ quality: 82 })
      ).toBuffer({ resolveWithObject: true })
      made.push({ bytes: data, width: info.width, height: info.height })
    }
    return { problem: null, format, width, height, hasMetadata: Boolean(exif ?? xmp ?? iptc), drawn: made }
  } catch (error) {
    return { problem: (error as Error).message }
  }
}

process.on('message', (task: PictureTask) => {
  void answer(task).then(made => process.send!(made))
})
