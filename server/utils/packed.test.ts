import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import { entityTag, isKnown, packed } from './packed'

const long = Buffer.from(JSON.stringify(Array.from({ length: 500 }, (_, k) => ({ k, part: 'Drain plug' }))))

test('packed as whoever asked can take it, and the same again once unpacked', async () => {
  const brotli = await packed(long, 'gzip, deflate, br')
  expect(brotli.encoding).toBe('br')
  expect(brotliDecompressSync(brotli.body)).toEqual(long)
  expect(brotli.body.length).toBeLessThan(long.length / 4)
  const gzipped = await packed(long, 'br;q=0, gzip;q=0.5')
  expect(gzipped.encoding).toBe('gzip')
  expect(gunzipSync(gzipped.body)).toEqual(long)
})

test.each([
  ['', 'nothing is taken'],
  ['br;q=0', 'it is refused'],
  ['zstd', 'another way'],
])('left as it is for “%s”: %s', async accepted => {
  expect(await packed(long, accepted)).toEqual({ body: long, encoding: null })
})

test('what is short is not packed', async () => {
  expect((await packed(Buffer.from('{}'), 'br')).encoding).toBeNull()
})

test('what has not changed is known by its name, and by no other', () => {
  const tag = entityTag(long)
  expect(isKnown(tag, `"x", ${tag}`)).toBe(true)
  expect(isKnown(tag, entityTag(Buffer.concat([long, Buffer.from(' ')])))).toBe(false)
  expect(isKnown(tag, '')).toBe(false)
})
