import sharp from 'sharp'
import type { Actor } from '../ground/change'
import { openTestShop, testActor } from '../ground/testShop'
import { setShopMark, setShopName, shopMark, shopName } from './letterhead'

let shop: Awaited<ReturnType<typeof openTestShop>>
let owner: (now?: Date) => Actor
beforeAll(async () => {
  shop = await openTestShop()
  owner = await testActor('owner')
}, 60_000)
afterAll(() => shop.close())

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#933' } })
    .jpeg()
    .toBuffer()

test('a name first, then a mark that is made small; a new name keeps the mark', async () => {
  expect(await shopName()).toEqual({ name: '', line: '', mark: null, reality: 'simulated' })
  await expect(setShopMark(owner(), await picture(10, 10))).rejects.toMatchObject({ status: 409 })
  await expect(shopMark()).rejects.toMatchObject({ status: 404 })
  await setShopName(owner(), { name: 'Skerry Reach Workshop', line: '' })
  const { mark } = await setShopMark(owner(), await picture(2000, 300))
  expect(mark).not.toBeNull()
  expect(await sharp(await shopMark()).metadata()).toMatchObject({ format: 'png', width: 480, height: 72 })
  await expect(setShopMark(owner(), Buffer.from('<svg/>'))).rejects.toMatchObject({ status: 415 })
  expect(await setShopName(owner(), { name: 'Skerry Reach', line: 'slipway' })).toMatchObject({
    name: 'Skerry Reach',
    mark: expect.any(Number),
  })
})
