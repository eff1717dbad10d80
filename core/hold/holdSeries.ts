import { orificeDrive } from '../gas/orificeFlow'
import { effectiveVolume, gaugeFromInventory, inventory } from '../gas/inventory'
import { viscousDrive } from '../gas/viscousFlow'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import type { HoldBlock } from './series/holdBlocks'
import { HoldError, isCoarse, type HoldSetup } from './holdSetup'
import { smoothChannel } from './channels/smoothChannel'
import { wanderingChannel, type WanderingChannel } from './channels/wanderingChannel'
import { gaugeSpread } from './gaugeSpread'

export const leakLaws = ['viscous', 'orifice'] as const
export type LeakLaw = (typeof leakLaws)[number]

/** What a coarse gauge said: between two inventories, so many times. */
export interface GaugeInterval {
  block: number
  low: number
  high: number
  count: number
}

/** A hold turned into inventory against time, a value a block: what the leak model is linear in. */
export interface HoldSeries {
  /** s, ascending */
  times: Float64Array
  /** readings with the gauge’s own noise that each value is as good as */
  counts: Float64Array
  /** P V / T, Pa·m3/K */
  inventory: Float64Array
  /** standard deviation of one reading's inventory from the gauge, its step taken as noise, Pa·m3/K */
  noise: number
  /** the same for the gauge's noise alone */
  bareNoise: number
  /** for a coarse gauge; else empty */
  intervals: GaugeInterval[]
  temperatures: Float64Array
  barometers: Float64Array
  /** blocks before which something moved the pressure, with what */
  events: { block: number; kind: string }[]
  /** what was said of its start; null where nothing was */
  begun: string | null
  meanTemperature: number
  meanBarometer: number
  meanPressure: number
  effectiveVolume: number
  /** of the change over the hold, from the scatter of the instrument, K and Pa; null without one */
  temperatureScatter: number | null
  barometerScatter: number | null
  /** what the instruments leave open of the skin and the weather; null without one, or where it is not reckoned with */
  skin: WanderingChannel | null
  weather: WanderingChannel | null
  thermometerJumps: number[]
  /** s at which hardly any pressure was left, after which nothing is used; null when it held on */
  emptyAt: number | null
}

/** A gas space cannot warm faster than this between two readings of its skin, K. */
const THERMOMETER_JUMP = 0.8
/** Below this share of the start nothing is learned about a leak. */
const EMPTY = 0.04

/**
 * Inventory, surroundings and gauge intervals of a hold's blocks.
 * @throws HoldError when there are fewer than three
 */
export function holdSeries(setup: HoldSetup, given: readonly HoldBlock[]): HoldSeries {
  const { blocks, emptyAt } = untilEmpty(
    setup,
    given.filter(block => block.count > 0),
  )
  const count = blocks.length
  if (count < 3) {
    throw new HoldError(
      emptyAt !== null && given.length >= 3
        ? 'The pressure was gone before three readings: the leak is larger than a hold can measure.'
        : `A hold needs at least three readings at different times; this one has ${given.reduce((sum, block) => sum + block.to - block.from, 0)}.`,
    )
  }
  const column = (of: (block: HoldBlock, i: number) => number) => {
    const out = new Float64Array(count)
    for (let i = 0; i < count; i++) out[i] = of(blocks[i]!, i)
    return out
  }
  const times = column(block => block.t)
  const counts = column(block => block.count)
  const weights = column(block => block.weight)
  const halfWidth = Math.max((times[count - 1]! - times[0]!) / 4, 60)
  const skin = smoothChannel(
    times,
    column(block => block.temperature),
    counts,
    halfWidth,
    THERMOMETER_JUMP,
  )
  const weather = smoothChannel(
    times,
    column(block => block.barometer),
    counts,
    halfWidth,
  )
  // Where what nobody sees is reckoned with, what the instruments see badly is as well.
  const told = setup.surroundings !== undefined
  const skinWaves = told && skin ? wanderingChannel(times, skin.raw, counts, skin.scatter) : null
  const weatherWaves = told && weather ? wanderingChannel(times, weather.raw, counts, weather.scatter) : null
  const temperatures = skinWaves?.values ?? skin?.values ?? new Float64Array(count).fill(STANDARD_TEMPERATURE)
  const barometers = weatherWaves?.values ?? weather?.values ?? new Float64Array(count).fill(STANDARD_PRESSURE)
  const amounts = column((block, i) => inventory(setup.space, block.pressure, barometers[i]!, temperatures[i]!))
  const meanTemperature = mean(temperatures)
  const meanBarometer = mean(barometers)
  const meanPressure = mean(column(block => block.pressure))
  const wide = effectiveVolume(setup.space, meanPressure, meanBarometer)
  const { noise, resolution } = setup.gauge
  const coarse = isCoarse(setup.gauge)
  return {
    times,
    counts: weights,
    inventory: amounts,
    temperatures,
    barometers,
    meanTemperature,
    meanBarometer,
    meanPressure,
    noise: (gaugeSpread(setup.gauge) * wide) / meanTemperature,
    bareNoise: (noise * wide) / meanTemperature,
    intervals: coarse
      ? blocks.flatMap((block, i) =>
          [...block.levels].map(([level, times]) => ({
            block: i,
            count: times,
            low: inventory(setup.space, level - resolution / 2, barometers[i]!, temperatures[i]!),
            high: inventory(setup.space, level + resolution / 2, barometers[i]!, temperatures[i]!),
          })),
        )
      : [],
    events: blocks.flatMap((block, i) => (block.event !== null && i > 0 ? [{ block: i, kind: block.event }] : [])),
    begun: blocks[0]!.event,
    effectiveVolume: wide,
    temperatureScatter: skin?.changeUncertainty ?? null,
    barometerScatter: weather?.changeUncertainty ?? null,
    skin: skinWaves,
    weather: weatherWaves,
    thermometerJumps: skin?.jumps ?? [],
    emptyAt,
  }
}

const drives: Record<LeakLaw, (upstream: number, downstream: number) => number> = {
  viscous: viscousDrive,
  orifice: orificeDrive,
}

/**
 * Seconds at test pressure that would have lost as much as has been lost by each time.
 * @param along inventory that drives the leak, Pa·m3/K: as read, or as fitted, which has no noise
 */
export function exposureAlong(setup: HoldSetup, series: HoldSeries, along: Float64Array, law: LeakLaw): Float64Array {
  const vacuum = setup.method === 'vacuum-decay'
  const drive = drives[law]
  const out = new Float64Array(along.length)
  const full = vacuum
    ? drive(series.meanBarometer, series.meanBarometer + setup.testPressure)
    : drive(series.meanBarometer + setup.testPressure, series.meanBarometer)
  let before = 0
  for (let i = 0; i < along.length; i++) {
    const barometer = series.barometers[i]!
    const pressure = gaugeFromInventory(setup.space, along[i]!, barometer, series.temperatures[i]!)
    const now =
      Math.max(0, vacuum ? drive(barometer, Math.max(0, barometer + pressure)) : drive(barometer + pressure, barometer)) / full
    if (i > 0) out[i] = out[i - 1]! + ((series.times[i]! - series.times[i - 1]!) * (now + before)) / 2
    before = now
  }
  return out
}

function mean(values: Float64Array): number {
  let sum = 0
  for (let i = 0; i < values.length; i++) sum += values[i]!
  return sum / values.length
}

/** Cuts a hold off where its pressure has gone: from there on it only adds noise. */
function untilEmpty(setup: HoldSetup, blocks: HoldBlock[]): { blocks: HoldBlock[]; emptyAt: number | null } {
  const sign = setup.method === 'vacuum-decay' ? -1 : 1
  const floor = Math.max(EMPTY * Math.abs(setup.testPressure), 2 * gaugeSpread(setup.gauge))
  const isLow = (block: HoldBlock) => sign * block.pressure < floor
  if (blocks.length < 4 || isLow(blocks[0]!)) return { blocks, emptyAt: null }
  const lastEvent = blocks.findLastIndex(block => block.event !== null)
  const end = blocks.findIndex((block, i) => isLow(block) && (i + 1 >= blocks.length || isLow(blocks[i + 1]!)) && i > lastEvent)
  return end < 0 ? { blocks, emptyAt: null } : { blocks: blocks.slice(0, end + 1), emptyAt: blocks[end]!.t }
}
