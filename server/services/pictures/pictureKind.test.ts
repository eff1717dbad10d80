import sharp from 'sharp'
import { pictureKind } from './pictureKind'

const picture = sharp({ create: { width: 4, height: 4, channels: 3, background: '#123' } })

test('by its first bytes, whatever it is called', async () => {
  expect(pictureKind(await picture.clone().jpeg().toBuffer())).toBe('jpeg')
  expect(pictureKind(await picture.clone().png().toBuffer())).toBe('png')
  expect(pictureKind(await picture.clone().webp().toBuffer())).toBe('webp')
})

test('what can describe more than its bytes is none, nor is what only begins like one', async () => {
  expect(pictureKind(await picture.clone().gif().toBuffer())).toBeNull()
  expect(pictureKind(await picture.clone().tiff().toBuffer())).toBeNull()
  for (const text of ['<svg xmlns="http://www.w3.org/2000/svg"/>', '', 'RIFF', 'RIFFxxxxWAVE', '\x89PNG'])
    expect(pictureKind(Buffer.from(text, 'latin1'))).toBeNull()
})
