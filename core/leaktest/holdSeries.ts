import { orificeDrive } from '../gas/orificeFlow'
import { effectiveVolume, inventory } from '../gas/inventory'
import { viscousDrive } from '../gas/viscousFlow'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { HoldError, type HoldSetup, type Reading } from './hold'
import { smoothChannel } from './smoothChannel'

export const leakLaws = ['viscous', 'orifice'] as const
export type LeakLaw = (typeof leakLaws)[number]

/** A hold turned into inventory against time: what the leak model is linear in. */
export interface HoldSeries {
  /** s, ascending, no two alike */
  times: Float64Array
  /** P V / T, Pa·m3/K */
  inventory: Float64Array
  /** standard deviation of one inventory value from the gauge, Pa·m3/K */
  noise: number
  /** the same for the gauge's step alone, when its noise does not blur it */
  stepNoise: number
  /** seconds at test pressure that would lose as much as has been lost by each time, a law */
  exposure: Record<LeakLaw, Float64Array>
  marks: number[]
  meanTemperature: number
  meanBarometer: number
  meanPressure: number
  effectiveVolume: number
  hasTemperature: boolean
  hasBarometer: boolean
}

const drives: Record<LeakLaw, (upstream: number, downstream: number) => number> = { viscous: viscousDrive, orifice: orificeDrive }

/**
 * Sorts, checks and converts readings. Of two readings at one time the later in the list counts.
 * @throws HoldError when there are fewer than three times or a value is not a possible one
 */
export function holdSeries(setup: HoldSetup, readings: readonly Reading[]): HoldSeries {
  const sorted = tidy(readings)
  if (sorted.length < 3) throw new HoldError(`A hold needs at least three readings at different times; this one has ${sorted.length}.`)
  const vacuum = setup.method === 'vacuum-decay'
  const times = Float64Array.from(sorted, reading => reading.t)
  const span = times[times.length - 1]! - times[0]!
  const halfWidth = Math.max(span / 4, 60)
  const temperatures = smoothChannel(times, sorted.map(reading => reading.temperature), halfWidth)
  const barometers = smoothChannel(times, sorted.map(reading => reading.barometer), halfWidth)
  const temperatureAt = (i: number) => temperatures?.[i] ?? STANDARD_TEMPERATURE
  const barometerAt = (i: number) => barometers?.[i] ?? STANDARD_PRESSURE
  const count = sorted.length
  const amounts = new Float64Array(count)
  const exposure = { viscous: new Float64Array(count), orifice: new Float64Array(count) }
  const rateBefore = { viscous: 0, orifice: 0 }
  let temperatureSum = 0, barometerSum = 0, pressureSum = 0
  for (let i = 0; i < count; i++) {
    const { t, pressure } = sorted[i]!
    const barometer = barometerAt(i)
    temperatureSum += temperatureAt(i)
    barometerSum += barometer
    pressureSum += pressure
    amounts[i] = inventory(setup.space, pressure, barometer, temperatureAt(i))
    for (const law of leakLaws) {
      const drive = drives[law]
      const full = vacuum ? drive(barometer, barometer + setup.testPressure) : drive(barometer + setup.testPressure, barometer)
      const now = Math.max(0, vacuum ? drive(barometer, Math.max(0, barometer + pressure)) : drive(barometer + pressure, barometer)) / full
      if (i > 0) exposure[law][i] = exposure[law][i - 1]! + (t - sorted[i - 1]!.t) * (now + rateBefore[law]) / 2
      rateBefore[law] = now
    }
  }
  const meanTemperature = temperatureSum / count
  const meanBarometer = barometerSum / count
  const meanPressure = pressureSum / count
  const wide = effectiveVolume(setup.space, meanPressure, meanBarometer)
  const { noise, resolution } = setup.gauge
  // A step that the noise blurs acts as independent rounding; one that it does not blur follows the pressure and does not average out.
  const unblurred = Math.exp(-2 * Math.PI ** 2 * (noise / Math.max(resolution, 1e-12)) ** 2)
  return {
    times,
    inventory: amounts,
    noise: Math.sqrt(noise ** 2 + resolution ** 2 / 12) * wide / meanTemperature,
    stepNoise: resolution / Math.sqrt(12) * unblurred * wide / meanTemperature,
    exposure,
    marks: sorted.flatMap((reading, i) => (reading.event && i > 0 ? [reading.t] : [])),
    meanTemperature,
    meanBarometer,
    meanPressure,
    effectiveVolume: wide,
    hasTemperature: temperatures !== null,
    hasBarometer: barometers !== null,
  }
}

function tidy(readings: readonly Reading[]): Reading[] {
  const byTime = new Map<number, Reading>()
  for (const reading of readings) {
    if (!Number.isFinite(reading.t) || !Number.isFinite(reading.pressure)) throw new HoldError('A reading needs a time and a pressure that are numbers.')
    if (reading.pressure <= -STANDARD_PRESSURE * 1.1) throw new HoldError(`A gauge pressure of ${(reading.pressure / 1000).toFixed(1)} kPa is below a perfect vacuum.`)
    const before = byTime.get(reading.t)
    byTime.set(reading.t, before?.event && !reading.event ? { ...reading, event: before.event } : reading)
  }
  return [...byTime.values()].sort((a, b) => a.t - b.t)
}
