import sharp from 'sharp'
import { refusal } from '../ground/testShop'
import { decodePicture } from './decodePicture'

const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#123' } })
const asked = (file: Buffer, mostPixels = 50_000_000) =>
  decodePicture({ file, mostPixels, drawn: [{ width: 100, height: 100, as: 'jpeg' }] })

test('a picture is drawn anew, no larger than asked, upright and without what a camera wrote', async () => {
  const file = await picture(400, 200)
    .withExif({ IFD0: { Artist: 'somebody' } })
    .jpeg()
    .toBuffer()
  const seen = await asked(file)
  expect(seen).toMatchObject({ format: 'jpeg', width: 400, height: 200, hasMetadata: true })
  expect(seen.drawn[0]).toMatchObject({ width: 100, height: 50 })
  expect((await sharp(seen.drawn[0]!.bytes).metadata()).exif).toBeUndefined()
})

test('what is none, is broken or has too many pixels is refused, and the next one is read', async () => {
  const whole = await picture(300, 300).png().toBuffer()
  const drawing = '<svg xmlns="http://www.w3.org/2000/svg" width="9000" height="9000"><filter id="a"/></svg>'
  for (const file of [Buffer.from(drawing), whole.subarray(0, whole.length / 2), Buffer.alloc(0)])
    expect((await refusal(asked(file))).status).toBe(415)
  expect((await refusal(asked(whole, 1000))).status).toBe(415)
  expect((await asked(whole)).format).toBe('png')
})

test('a picture that unpacks to a hundred million pixels is refused in its own process, and twelve at once keep nobody', async () => {
  const bomb = await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#000' } })
    .png({ compressionLevel: 9 })
    .toBuffer()
  expect(bomb.length).toBeLessThan(600_000)
  let longest = 0
  let before = performance.now()
  const beat = setInterval(() => {
    longest = Math.max(longest, performance.now() - before)
    before = performance.now()
  }, 10)
  const all = await Promise.all(Array.from({ length: 12 }, () => refusal(asked(bomb))))
  clearInterval(beat)
  expect(all.every(each => each.status === 415)).toBe(true)
  expect(longest).toBeLessThan(1000)
})

test('more than can wait are told to come again', async () => {
  const file = await picture(3000, 3000).png().toBuffer()
  const all = await Promise.allSettled(Array.from({ length: 40 }, () => asked(file)))
  const refused = all.filter(each => each.status === 'rejected')
  expect(refused).toHaveLength(16)
  expect(refused.every(each => (each.reason as { status: number }).status === 429)).toBe(true)
})
