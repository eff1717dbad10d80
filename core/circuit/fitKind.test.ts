import { circuitFaults } from './circuitFaults'
import { fitToKind, type DrawnPart } from './fitKind'
import { tankKind, tankKinds } from './tankKinds'

const drawn = (key: string): DrawnPart[] => tankKind(key).parts.map(({ key: id, ...part }) => ({ ...part, id: `${key} ${id}` }))
const ids = () => {
  let next = 0
  return () => `new ${++next}`
}

describe('a tank that turns out to be of another kind', () => {
  test('keeps what fits by name, then by family, with its new place', () => {
    const parts = fitToKind(drawn('small-steel'), tankKind('carburetted'), new Set(), ids())
    const at = (name: string) => parts.find(part => part.name === name)!
    expect(at('Cap')).toMatchObject({ id: 'small-steel cap', space: 'neck' })
    expect(at('Vent line')).toMatchObject({ id: 'small-steel vent', shape: { at: 'line' } })
    expect(at('Pickup flange').id).toMatch(/^new/)
    expect(parts.map(part => part.name)).not.toContain('Fuel tap')
  })
  test('never loses a part that something hangs on, and gives it a name of its own', () => {
    const must = new Set(['small-steel tap', 'small-steel mid-seam'])
    const parts = fitToKind(drawn('small-steel'), tankKind('carburetted'), must, ids())
    expect(parts.find(part => part.id === 'small-steel tap')).toMatchObject({ name: 'Fuel tap', space: 'tank', link: null })
    // One seam is all that the new kind has: the one with something on it is it.
    expect(parts.find(part => part.name === 'Flange seam')!.id).toBe('small-steel mid-seam')
    const twice = fitToKind(
      [...drawn('small-steel'), { ...drawn('small-steel')[0]!, id: 'second', name: 'cap' }],
      tankKind('carburetted'),
      new Set(['small-steel cap', 'second']),
      ids(),
    )
    expect(twice.map(part => part.name)).toEqual(expect.arrayContaining(['Cap', 'cap, before']))
  })
  test.each(tankKinds.flatMap(from => tankKinds.map(to => [from.key, to.key] as const)))(
    '%s to %s: hangs together, with each part once',
    (from, to) => {
      const before = drawn(from)
      const parts = fitToKind(before, tankKind(to), new Set(before.map(part => part.id)), ids())
      expect(new Set(parts.map(part => part.id)).size).toBe(parts.length)
      expect(new Set(parts.map(part => part.name.toLowerCase())).size).toBe(parts.length)
      for (const { id } of before) expect(parts.map(part => part.id)).toContain(id)
      expect(circuitFaults(tankKind(to).circuit, parts).filter(fault => fault.fatal)).toEqual([])
    },
  )
})
