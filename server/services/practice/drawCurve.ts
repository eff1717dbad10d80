import { curveOf } from '../../../core/practice/curve'
import type { PracticeCurve } from './practiceCurve'

/** A curve from its seed. */
export function drawCurve(seed: number): PracticeCurve {
  const { setup, readings, right, leak, estimate } = curveOf(seed)
  return {
    view: {
      seed,
      volume: setup.space.volume,
      testPressure: setup.testPressure,
      limit: setup.limit,
      place: setup.surroundings!.place,
      wall: setup.surroundings!.wall,
      readings: readings.map(({ t, pressure, temperature, barometer }) => ({ t, pressure, temperature, barometer })),
    },
    truth: { right, leak, low: estimate.low95, high: estimate.high95 },
  }
}
