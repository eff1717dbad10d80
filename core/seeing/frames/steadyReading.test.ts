import { normalAt } from '../../standin/seededRandom'
import { steadyReading, type TimedFrame } from './steadyReading'

const frame = (pressure: number, at: number, uncertainty = 4): TimedFrame => ({ reading: { pressure, uncertainty }, at })
const left = (at: number): TimedFrame => ({ reading: { leftOut: 'covered' }, at })

describe('the reading of a stretch of frames', () => {
  it('of a needle that stands is its place, no surer than one picture', () => {
    const said = steadyReading(Array.from({ length: 15 }, (_, k) => frame(6900 + 0.5 * normalAt(1, 0, k), 200 * k)))!
    expect(said.pressure).toBeCloseTo(6900, -0.5)
    expect(said.noise).toBeGreaterThan(4)
    expect(said.noise).toBeLessThan(4.3)
    expect(said.at).toBe(1400)
  })

  it('follows a needle that falls fast, and does not leave it out', () => {
    const said = steadyReading(Array.from({ length: 15 }, (_, k) => frame(6900 - 20 * k, 200 * k)))!
    expect(said.pressure).toBeCloseTo(6900 - 20 * 7, 6)
    expect(said.noise).toBeCloseTo(4, 6)
  })

  it('one wild frame moves nothing', () => {
    const frames = Array.from({ length: 15 }, (_, k) => frame(k === 6 ? 9000 : 6900, 200 * k))
    expect(steadyReading(frames)!.pressure).toBe(6900)
  })

  it('a needle that shakes is less sure', () => {
    const said = steadyReading(Array.from({ length: 15 }, (_, k) => frame(6900 + 50 * (k % 2 ? 1 : -1), 200 * k)))!
    expect(said.noise).toBeGreaterThan(40)
  })

  it('is none where a hand covers most of it, or one frame alone was read', () => {
    expect(steadyReading([frame(1, 0), frame(1, 200), left(400), left(600), left(800)])).toBeNull()
    expect(steadyReading([frame(1, 0)])).toBeNull()
    expect(steadyReading([])).toBeNull()
    expect(steadyReading([frame(1, 0), frame(1, 200), frame(1, 400), left(600)])!.pressure).toBe(1)
  })
})
