import { fuzzShop, largestOf } from '../support/fuzzShop'
import { expect, test } from '../support/test'

test('two thousand malformed requests break nothing', async ({ demo }) => {
  const seed = Number(process.env.ZINC_SEED ?? Date.now() % 1e9)
  const { owner, stranger } = await fuzzShop(demo, 2000, seed)
  const told = (broke: { attempt: object; status: number }[]) => broke.slice(0, 5).map(each => JSON.stringify(each))
  expect(told(owner.broke), `seed ${seed}`).toEqual([])
  expect(told(stranger.broke), `seed ${seed}`).toEqual([])
  // Many are right enough to be taken: otherwise only the door would have been tried.
  expect(owner.byStatus[200]).toBeGreaterThan(100)
  expect(owner.byStatus[422]).toBeGreaterThan(300)
  expect(
    Object.keys(stranger.byStatus).every(status =>
      ['200', '304', '400', '401', '404', '413', '415', '422', '429'].includes(status),
    ),
  ).toBe(true)
})

test('the longest lists and texts and the deepest bodies are refused, and hold nobody up', async ({ demo }) => {
  test.setTimeout(240_000)
  const all = await largestOf(demo, 1_000_000)
  expect(all.length).toBeGreaterThan(200)
  expect(all.filter(({ status }) => status < 200 || status >= 500)).toEqual([])
  // A machine that does other things beside this takes longer; what once held a shop took minutes.
  expect(all.filter(({ held }) => held > 2000)).toEqual([])
})
