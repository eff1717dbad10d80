import { inTurn } from './inTurn'
import { refusal } from './testShop'

test('one piece after the other, also after one that failed; too many are told to come again, and then may', async () => {
  const turn = inTurn(3, 'Come again.')
  const order: string[] = []
  let go = () => {}
  const gate = new Promise<void>(open => {
    go = open
  })
  const piece = (name: string, fails = false) =>
    turn(async () => {
      order.push(`${name} begins`)
      await gate
      order.push(`${name} ends`)
      if (fails) throw new Error(name)
      return name
    })
  const all = Promise.allSettled([piece('a'), piece('b', true), piece('c')])
  expect(await refusal(piece('d'))).toMatchObject({ status: 429, message: 'Come again.' })
  go()
  expect((await all).map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
  expect(order).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends'])
  expect(await piece('e')).toBe('e')
})
