import { normalAt } from '../../standin/seededRandom'
import { trendAndWaves, wanderingChannel } from './wanderingChannel'

const times = Float64Array.from({ length: 181 }, (_, i) => 1000 + 15 * i)
const counts = new Float64Array(times.length).fill(1)
const read = (truth: (x: number) => number, scatter: number, step = 0) =>
  times.map((t, i) => {
    const value = truth((t - 1000) / 2700) + scatter * normalAt(3, 0, i)
    return step ? Math.round(value / step) * step : value
  })
const worst = (values: Float64Array, truth: (x: number) => number) =>
  Math.max(...values.map((value, i) => Math.abs(value - truth((times[i]! - 1000) / 2700))))

describe('a channel as a trend and waves', () => {
  const bent = (x: number) => 290 + 0.8 * x + 0.3 * Math.sin(2.2 * x)
  test('follows what bends far better than its instrument scatters, the step of a coarse one as well', () => {
    const channel = wanderingChannel(times, read(bent, 0.05, 0.05), counts, 0.055)!
    expect(worst(channel.values, bent)).toBeLessThan(0.03)
  })
  test('its doubt grows with the scatter and falls with the readings', () => {
    const trend = (scatter: number, many = 1) =>
      wanderingChannel(
        times,
        read(bent, scatter),
        counts.map(() => many),
        scatter,
      )!.doubt[0]![0]!
    expect(trend(0.1)).toBeGreaterThan(2 * trend(0.03))
    expect(trend(0.1, 16)).toBeLessThan(0.5 * trend(0.1))
  })
  test('the truth lies within its doubt', () => {
    const channel = wanderingChannel(times, read(bent, 0.05), counts, 0.05)!
    const end = times.length - 1
    const change = channel.values[end]! - channel.values[0]!
    const deviation = Math.sqrt(channel.doubt[0]![0]!)
    expect(Math.abs(change - (bent(1) - bent(0)))).toBeLessThan(2.5 * deviation)
    expect(deviation).toBeLessThan(0.05)
  })
  test('gaps cost nothing, too few readings give nothing', () => {
    const gappy = read(bent, 0.02).map((value, i) => (i % 7 === 0 ? value : NaN))
    expect(worst(wanderingChannel(times, gappy, counts, 0.02)!.values, bent)).toBeLessThan(0.05)
    expect(
      wanderingChannel(
        times,
        gappy.map((value, i) => (i < 10 ? value : NaN)),
        counts,
        0.02,
      ),
    ).toBeNull()
    expect(wanderingChannel(times, gappy, counts, 0)).toBeNull()
  })
  test('a trend goes from nothing to one, waves begin and end at nothing', () => {
    const [trend, ...waves] = trendAndWaves(times)
    expect([trend![0], trend!.at(-1)]).toEqual([0, 1])
    for (const wave of waves) {
      expect(wave[0]).toBe(0)
      expect(wave.at(-1)).toBeCloseTo(0, 9)
    }
  })
})
