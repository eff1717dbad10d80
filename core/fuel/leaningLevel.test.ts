import { tankKinds, tankShapes } from '../circuit/tankKinds'
import { leaningLevel, outlineSpan } from './leaningLevel'
import { fuelAtHeight, liquidHeight } from './tankShape'

describe('the level in a tank that leans', () => {
  it.each(tankShapes)('upright it is the level that it has: %s', shape => {
    const { left, right } = leaningLevel(shape, 3, 0.4, 0)
    expect(left).toBeCloseTo(liquidHeight(shape, 0.4), 3)
    expect(right).toBeCloseTo(left, 9)
  })

  it('of a box it turns about the middle while the bottom stays covered', () => {
    // 3 high lengths at 5 degrees: the ends are 3 tan 5° apart.
    const { left, right } = leaningLevel('box', 3, 0.5, (5 * Math.PI) / 180)
    expect(left - right).toBeCloseTo(3 * Math.tan((5 * Math.PI) / 180), 6)
    expect((left + right) / 2).toBeCloseTo(0.5, 3)
  })

  it('lies as a wedge in the low end once the bottom comes free', () => {
    // A tenth of a box 3 long at 20 degrees: a wedge of area 0.3 has the height √(2 · 0.3 · tan 20°) at its end.
    const { left, right } = leaningLevel('box', 3, 0.1, (20 * Math.PI) / 180)
    expect(left).toBeCloseTo(Math.sqrt(2 * 0.3 * Math.tan((20 * Math.PI) / 180)), 2)
    expect(right).toBeLessThan(0)
  })

  it('the other way round is the other way round', () => {
    const one = leaningLevel('lying cylinder', 2, 0.3, 0.2)
    const other = leaningLevel('lying cylinder', 2, 0.3, -0.2)
    expect(other.left).toBeCloseTo(one.right, 6)
    expect(other.right).toBeCloseTo(one.left, 6)
  })

  it.each(tankShapes)('holds the share that is in it: %s', shape => {
    const { left, right } = leaningLevel(shape, 2.5, 0.35, 0.3)
    let sum = 0
    for (let k = 0; k < 1000; k++)
      sum += fuelAtHeight(shape, Math.min(1, Math.max(0, left + ((right - left) * (k + 0.5)) / 1000))) / 1000
    expect(sum).toBeCloseTo(0.35, 2)
  })
})

it('every upright tank has a length on its map, and one that is looked down on has none', () => {
  for (const kind of tankKinds) {
    const span = outlineSpan(kind)
    if (kind.upright === null) expect(span).toBeNull()
    else {
      expect(span!.long).toBeGreaterThan(0.5)
      expect(span!.long).toBeLessThan(6)
      expect(span!.left).toBeGreaterThanOrEqual(0)
      expect(span!.right).toBeLessThanOrEqual(1000)
    }
  }
})
