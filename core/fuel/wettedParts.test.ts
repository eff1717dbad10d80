import { tankKind, tankKinds } from '../circuit/tankKinds'
import { liquidHeight } from './tankShape'
import { isFuelSide, wettedParts } from './wettedParts'

const drawn = (key: string) => {
  const kind = tankKind(key)
  return { kind, parts: kind.parts.map(part => ({ ...part, id: part.key })) }
}
const wet = (key: string, share: number) => {
  const { kind, parts } = drawn(key)
  return [...wettedParts(parts, kind.circuit, kind, share)].sort()
}
const fuelSide = (key: string) => {
  const { kind, parts } = drawn(key)
  return parts.filter(part => isFuelSide(part, kind.circuit, kind)).map(part => part.id)
}

describe('parts under liquid', () => {
  test('none in a tank that was drained, or where only a film is left', () => {
    expect(wet('small-steel', 0)).toEqual([])
    expect(wet('small-steel', 0.004)).toEqual([])
    expect(wet('small-steel', NaN)).toEqual([])
  })
  test('with 60 % in it, drain, tap and bottom seam are, the top seam is not', () => {
    expect(wet('small-steel', 0.6)).toEqual(['bottom-seam', 'drain', 'mid-seam', 'skin', 'strap', 'tap'])
    expect(wet('small-steel', 0.3)).toEqual(['bottom-seam', 'drain', 'skin', 'strap', 'tap'])
    expect(wet('small-steel', 0.03)).toEqual(['bottom-seam', 'drain', 'tap'])
  })
  test('what may be under it is, as far as somebody may be off who says how full it is', () => {
    const wetFrom = (part: string) =>
      Array.from({ length: 100 }, (_, k) => k / 100).find(share => wet('small-steel', share).includes(part))!
    const { kind, parts } = drawn('small-steel')
    const seam = parts.find(part => part.id === 'mid-seam')!.shape
    const height =
      (kind.upright!.bottom - (seam.at === 'point' ? seam.y : Math.max(seam.y1, seam.y2))) /
      (kind.upright!.bottom - kind.upright!.top)
    expect(liquidHeight(kind.shape, wetFrom('mid-seam'))).toBeLessThan(height)
    expect(liquidHeight(kind.shape, wetFrom('mid-seam') + 0.05)).toBeGreaterThanOrEqual(height - 1e-9)
    expect(wetFrom('cap')).toBeCloseTo(0.88, 9)
  })
  test('a seam that runs up the side is wetted as soon as its foot is', () => {
    expect(wet('aluminium-belly', 0.2)).toContain('fore-weld')
  })
  test('lines that carry fuel are taken as full while any stands in the tank', () => {
    expect(wet('aluminium-belly', 0.1)).toContain('feed')
    expect(wet('moulded', 0.1)).toEqual(expect.arrayContaining(['supply', 'return', 'strap']))
    expect(wet('moulded', 0.1)).not.toContain('canister-hose')
  })
  test('brim-full, the fittings in its top are too', () => {
    expect(wet('small-steel', 0.96)).toEqual(expect.arrayContaining(['cap', 'sender', 'top-seam']))
    expect(wet('moulded', 1)).not.toContain('canister')
  })
  test('where the map looks down on the tank nothing of its fuel side is taken as dry', () => {
    expect(wet('riveted-bay', 0.02)).toEqual(fuelSide('riveted-bay').sort())
    expect(fuelSide('riveted-bay')).not.toContain('cap')
  })
  test.each(tankKinds.map(kind => kind.key))('%s: more fuel never wets less', key => {
    for (let share = 0; share < 1; share += 0.05) {
      const more = wet(key, share + 0.05)
      for (const id of wet(key, share)) expect(more).toContain(id)
    }
  })
})

describe('the fuel side', () => {
  test('is what stands below the top of a full tank, and the lines that carry fuel', () => {
    expect(fuelSide('small-steel')).toEqual(['mid-seam', 'strap', 'bottom-seam', 'tap', 'drain', 'skin'])
    expect(fuelSide('moulded')).toEqual(['supply', 'return', 'left-seam', 'right-seam', 'strap', 'skin'])
  })
  test('a part that is tied to nothing is taken to be on it', () => {
    const { kind, parts } = drawn('small-steel')
    expect(isFuelSide({ ...parts[0]!, space: null }, kind.circuit, kind)).toBe(true)
  })
})
