import { fixingsOf } from '../../circuit/fixings'
import { tankKind } from '../../circuit/tankKinds'
import { whileInThere, type FixingCondition } from './whileInThere'

const of = (key: string, age: number | null, conditions: [string, FixingCondition][] = []) =>
  whileInThere(
    fixingsOf(
      tankKind(key).circuit,
      tankKind(key).parts.map(part => ({ ...part, id: part.key })),
      tankKind(key).material,
    ),
    { age, conditions: new Map(conditions) },
  )
const names = (...args: Parameters<typeof of>) => of(...args).map(each => each.name)

test('an old craft wants hoses, bolts and straps before they break; a young one clamps and seals', () => {
  expect(names('aluminium-belly', 22)).toEqual(
    expect.arrayContaining([
      'Hose and clamps, vent',
      'Cradle bolt 1',
      'Strap pads',
      'Line clips',
      'Ground strap with its screws',
      'Sender or pump seal',
      'Filter sock of the pickup',
    ]),
  )
  const young = names('aluminium-belly', 3)
  expect(young).toEqual(expect.arrayContaining(['Clamps, vent', 'Sender or pump seal']))
  for (const lasting of ['Cradle bolt 1', 'Strap pads', 'Line clips', 'Ground strap with its screws'])
    expect(young).not.toContain(lasting)
})

test('what was seen as it came off wins over age, either way', () => {
  expect(of('aluminium-belly', 3, [['hose vent', 'perished']])).toContainEqual(
    expect.objectContaining({ name: 'Hose and clamps, vent', reason: 'it came off perished' }),
  )
  expect(names('aluminium-belly', 22, [['hose vent', 'good']])).toEqual(
    expect.arrayContaining(['Clamps, vent', 'Hose and clamps, return']),
  )
  expect(names('aluminium-belly', 3, [['strap cradle 1', 'rusted']])).toEqual(
    expect.arrayContaining(['Cradle bolt 1', 'Strap pads']),
  )
  expect(names('aluminium-belly', 22, [['strap cradle 1', 'good']])).not.toContain('Cradle bolt 1')
  // A bolt that broke is a bolt: the pads are as old as they are.
  expect(names('aluminium-belly', 3, [['strap cradle 1', 'broken']])).toContain('Cradle bolt 1')
  expect(names('aluminium-belly', 3, [['strap cradle 1', 'broken']])).not.toContain('Strap pads')
  expect(names('moulded', 2, [['wire sensor', 'broken']])).toContain('Connector of the pressure sensor')
  expect(names('moulded', 2)).not.toContain('Connector of the pressure sensor')
})

test('twin tanks get both their seals, though only one is opened', () => {
  expect(names('twin', 12)).toEqual(
    expect.arrayContaining([
      'Hose and clamps, left return line',
      'Hose and clamps, right return line',
      'Hose and clamps, crossover',
    ]),
  )
  expect(of('twin', 12)).toContainEqual(
    expect.objectContaining({
      name: 'Sender or pump seals, one for each tank',
      reason: expect.stringContaining('the other tank has the same'),
    }),
  )
})

test('each says why and what to measure; an unknown age counts as old', () => {
  for (const each of of('moulded', null)) {
    expect(each.reason.length).toBeGreaterThan(10)
    expect(each.measure.length).toBeGreaterThan(5)
  }
  expect(of('moulded', null).some(each => each.reason.includes('nobody knows its age'))).toBe(true)
})
