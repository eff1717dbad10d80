import { craftKinds } from '../circuit/tankKinds'
import { cautionsFor, holdCautions } from './cautions'

test('every craft is warned of vapour, energy, oxygen and hot work', () => {
  for (const craft of craftKinds) {
    const keys = cautionsFor(craft).map(caution => caution.key)
    expect(keys).toEqual(expect.arrayContaining(['air', 'power', 'vapour', 'energy', 'gas', 'hot-work']))
  }
})

test('aircraft, boats and road vehicles have theirs besides, and not each other’s', () => {
  expect(cautionsFor('light aircraft').map(each => each.key)).toContain('aircraft')
  expect(cautionsFor('boat').map(each => each.key)).toContain('boat')
  expect(cautionsFor('boat').map(each => each.key)).not.toContain('aircraft')
  expect(holdCautions.some(each => /oxygen/.test(each.text))).toBe(true)
})
