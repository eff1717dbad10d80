import { guideLines, handlesOf, inPixels, moved, usualLimb, usualSight, withHandle } from './sightHandles'
import { sightKinds, sightSchema } from '../../shared/schemas/sight'

describe('the points of a sight', () => {
  it.each(sightKinds)('begin as a whole one: %s', kind => {
    const sight = usualSight(kind, 0.75, 6900)
    expect(() => sightSchema.validateSync(sight)).not.toThrow()
    expect(guideLines(sight)).toHaveLength(1)
    expect(inPixels(sight, 640).kind).toBe(kind)
  })

  it.each(sightKinds)('are each put somewhere else, and nothing besides: %s', kind => {
    const sight = usualSight(kind, 0.75, 6900)
    const before = handlesOf(sight)
    for (const { key } of before) {
      const after = handlesOf(withHandle(sight, key, { x: 0.11, y: 0.22 }))
      expect(after.find(each => each.key === key)!.at).toMatchObject({ x: 0.11, y: 0.22 })
      expect(after.filter((each, k) => each.at.x !== before[k]!.at.x).length).toBeLessThanOrEqual(1)
    }
  })

  it('of a U-tube are of the limb that they name', () => {
    const column = usualSight('column', 0.75, 6900)
    if (column.kind !== 'column') throw new Error('not a column')
    const both = { ...column, limbs: [column.limbs[0]!, usualLimb(0.7, 0.75)] }
    const after = withHandle(both, 'limb 1 mark 0', { x: 0.9, y: 0.5 })
    expect(after).toMatchObject({ limbs: [{ marks: both.limbs[0]!.marks }, { marks: [{ x: 0.9, y: 0.5, value: 0 }, {}] }] })
    expect(guideLines(both)).toHaveLength(2)
  })

  it('move and grow together, a dial about its hub', () => {
    const dial = usualSight('dial', 0.75, 6900)
    const far = moved(dial, { x: 0.1, y: -0.05 }, 2)
    if (dial.kind !== 'dial' || far.kind !== 'dial') throw new Error('not a dial')
    expect(far.centre).toEqual({ x: expect.closeTo(0.6, 9), y: expect.closeTo(0.325, 9) })
    expect(far.rim[0]!.x - far.centre.x).toBeCloseTo(2 * (dial.rim[0]!.x - dial.centre.x), 9)
    expect(far.marks.map(mark => mark.value)).toEqual(dial.marks.map(mark => mark.value))
  })

  it('that no rim goes through have no line', () => {
    const dial = usualSight('dial', 0.75, 6900)
    if (dial.kind !== 'dial') throw new Error('not a dial')
    expect(guideLines({ ...dial, rim: dial.rim.map(() => ({ x: 0.5, y: 0.5 })) })).toEqual([])
  })
})
