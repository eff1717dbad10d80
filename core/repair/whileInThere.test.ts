import { fixingsOf } from '../circuit/fixings'
import { tankKind } from '../circuit/tankKinds'
import { whileInThere } from './whileInThere'

const of = (key: string, age: number | null) => whileInThere(fixingsOf(tankKind(key).circuit, tankKind(key).parts.map(part => ({ ...part, id: part.key })), tankKind(key).material), age)

test('an old craft wants hoses, bolts and straps before they break; a young one clamps and seals', () => {
  expect(of('aluminium-belly', 22).map(each => each.name)).toEqual(expect.arrayContaining(['Hose and clamps, vent', 'Cradle bolt 1', 'Ground strap with its screws', 'Sender or pump seal']))
  const young = of('aluminium-belly', 3).map(each => each.name)
  expect(young).toEqual(expect.arrayContaining(['Clamps, vent', 'Sender or pump seal']))
  expect(young).not.toContain('Cradle bolt 1')
})

test('each says why and what to measure; an unknown age counts as old', () => {
  for (const each of of('moulded', null)) {
    expect(each.reason.length).toBeGreaterThan(10)
    expect(each.measure.length).toBeGreaterThan(5)
  }
  expect(of('moulded', null).some(each => each.reason.includes('nobody knows its age'))).toBe(true)
})
