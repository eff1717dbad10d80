import { normalAt } from '../../standin/seededRandom'
import type { Picture } from '../picture'
import { balloonGirthSeen, edgeNear } from './balloonGirth'

/** A ball before a bright wall with a dark strip under its middle, as a pinhole camera sees both. */
function ballPicture(radius: number, distance: number) {
  const [width, height, focal] = [800, 600, 800]
  const half = (focal * radius) / Math.sqrt(distance * distance - radius * radius)
  const strip = (focal * 0.1) / distance
  const data = new Uint8ClampedArray(4 * width * height)
  const [cx, cy] = [400.3, 240.7]
  const cover = (off: number) => Math.min(1, Math.max(0, 0.5 - off))
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const ball = cover(Math.hypot(x - cx, y - cy) - half)
      const dark = cover(Math.abs(x - cx) - strip) * cover(Math.abs(y - 500) - 14)
      for (let c = 0; c < 3; c++) {
        const wall = 215 + ball * ([190, 40, 60][c]! - 215)
        data[4 * (y * width + x) + c] = wall + dark * (20 - wall) + 3 * normalAt(5, c, y * width + x)
      }
      data[4 * (y * width + x) + 3] = 255
    }
  const picture: Picture = { width, height, data }
  return { picture, half, strip, cx, cy }
}

describe('a balloon’s girth in a picture', () => {
  it.each([
    [0.1, 1],
    [0.13, 0.7],
    [0.06, 1.5],
  ])('of a ball of radius %f m from %f m, from places that a finger put', (radius, distance) => {
    const { picture, half, strip, cx, cy } = ballPicture(radius, distance)
    const along = { x: 1, y: 0 }
    const found = (x: number, y: number) => edgeNear(picture, { x, y }, along)!
    const seen = balloonGirthSeen(
      {
        strip: [found(cx - strip + 3, 500), found(cx + strip - 2, 500)],
        stripLength: 0.2,
        sides: [found(cx - half - 4, cy), found(cx + half + 3, cy)],
        distance,
      },
      { strip: true, sides: true },
    )
    const girth = 2 * Math.PI * radius
    expect(Math.abs(seen.girth - girth) / girth).toBeLessThan(0.004)
    expect(Math.abs(seen.girth - girth)).toBeLessThan(2 * seen.uncertainty)
    expect(seen.uncertainty / girth).toBeLessThan(0.025)
  })

  it('is taken down for what a ball hides of itself: as wide as that it would be too large by more than a hundredth', () => {
    const flat = {
      strip: [
        { x: 0, y: 0 },
        { x: 200, y: 0 },
      ],
      stripLength: 0.2,
      sides: [
        { x: 0, y: 0 },
        { x: 260, y: 0 },
      ],
    } as const
    const near = balloonGirthSeen({ ...flat, distance: 0.6 }, { strip: true, sides: true })
    const far = balloonGirthSeen({ ...flat, distance: 50 }, { strip: true, sides: true })
    expect(far.girth).toBeCloseTo(Math.PI * 0.26, 4)
    expect(near.girth / far.girth).toBeCloseTo(1 / Math.hypot(1, 0.13 / 0.6), 4)
    expect(near.uncertainty).toBeGreaterThan(far.uncertainty)
  })

  it('without an edge there is none, and what is too small is told', () => {
    const flat: Picture = { width: 60, height: 60, data: new Uint8ClampedArray(4 * 3600).fill(128) }
    expect(edgeNear(flat, { x: 30, y: 30 }, { x: 1, y: 0 })).toBeNull()
    const tiny = [
      { x: 0, y: 0 },
      { x: 5, y: 0 },
    ] as const
    expect(() =>
      balloonGirthSeen({ strip: tiny, stripLength: 0.2, sides: tiny, distance: 1 }, { strip: true, sides: true }),
    ).toThrow('Go closer')
    const wide = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
    ] as const
    expect(() =>
      balloonGirthSeen({ strip: wide, stripLength: NaN, sides: wide, distance: 1 }, { strip: true, sides: true }),
    ).toThrow('how long the strip is')
  })
})
