import { degassingFor, degassingWays } from './degassing'
import { fuels } from './fuels'

const fuel = (key: string) => fuels.find(each => each.key === key)!
const keys = (choices: ReturnType<typeof degassingFor>) => ({
  suits: choices.filter(each => each.unsuited === null).map(each => each.way.key),
  not: choices.filter(each => each.unsuited !== null).map(each => each.way.key),
})

test('a steel petrol tank off a road vehicle may be done any way', () => {
  expect(keys(degassingFor({ craft: 'road vehicle', capacity: 0.06, fuel: fuel('petrol') }))).toEqual({
    suits: ['blow', 'wash', 'water', 'inert', 'days'],
    not: [],
  })
})

test('no water goes into a wing; diesel and kerosene never air out by themselves', () => {
  expect(keys(degassingFor({ craft: 'light aircraft', capacity: 0.1, fuel: fuel('avgas') }))).toEqual({
    suits: ['blow', 'inert', 'days'],
    not: ['wash', 'water'],
  })
  expect(keys(degassingFor({ craft: 'boat', capacity: 0.2, fuel: fuel('diesel') }))).toEqual({
    suits: ['blow', 'wash', 'water', 'inert'],
    not: ['days'],
  })
  expect(keys(degassingFor({ craft: 'light aircraft', capacity: 0.1, fuel: fuel('jet') })).not).toEqual([
    'wash',
    'water',
    'days',
  ])
})

// 210 L of water are 210 kg; a quarter of it 52.5 kg.
test('water is told with its weight', () => {
  const choices = degassingFor({ craft: 'road vehicle', capacity: 0.21, fuel: fuel('petrol') })
  const of = (key: string) => choices.find(each => each.way.key === key)!
  expect(of('water').waterMass).toBeCloseTo(209.622, 9)
  expect(of('wash')).toMatchObject({ water: expect.closeTo(0.0525, 9), waterMass: expect.closeTo(52.4055, 9) })
  expect(of('blow').waterMass).toBe(0)
})

test('none of them says that a tank is safe by itself', () => {
  for (const { how, mind } of degassingWays) expect(`${how} ${mind}`).not.toMatch(/\bsafe\b/i)
})
