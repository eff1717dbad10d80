import { AIR_HEAT_RATIO } from '../gas/air'
import type { GasSpace } from '../gas/inventory'
import { capillaryFlow } from '../gas/viscousFlow'
import { orificeFlow } from '../gas/orificeFlow'
import { MOLAR_GAS_CONSTANT } from '../gas/air'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { normalAt } from './seededRandom'
import { surroundingsOver, type Surroundings } from './surroundings'

export interface HiddenLeak {
  law: 'viscous' | 'orifice'
  /** throughput at 293.15 K at the reference pressure, Pa·m3/s */
  rate: number
  /** gauge, Pa; negative for a leak told at vacuum */
  referencePressure: number
}

export interface Instrument {
  resolution: number
  noise: number
  /** what the instrument gains by itself, its unit an hour */
  drift: number
}

/** A simulated tank with its rig and instruments. SI throughout. */
export interface StandInConfig extends Surroundings {
  seed: number
  space: GasSpace
  leaks: readonly HiddenLeak[]
  /** gauge at the moment the pump stops, Pa */
  startPressure: number
  /** how much warmer than the skin the gas is then, K */
  pumpWarmth: number
  /** time constant of the gas towards the skin, s */
  settleTime: number
  gauge: Instrument
  thermometer: Instrument | null
  barometer: Instrument | null
}

export interface StandInReading {
  t: number
  pressure: number
  temperature?: number
  barometer?: number
}

export interface StandInTank {
  /** Runs the tank on to a time (s, not before the last one) and reads every instrument. */
  readAt(t: number): StandInReading
  /** Somebody bumps the hose: the gauge's zero shifts. */
  knock(t: number): void
  /** Air is pumped in again to the start pressure. */
  topUp(t: number): void
  /** A known volume of outside air (m3) is pushed in. */
  push(t: number, volume: number): void
}

const STEP = 0.5 // s
const GAUGE = 3
const THERMOMETER = 4
const BAROMETER = 5
const KNOCK = 6

/**
 * A tank that keeps its gas in moles and moves it step by step: leak out, heat from the skin, walls that give, weather outside.
 * It knows nothing of how a hold is estimated.
 */
export function standInTank(config: StandInConfig): StandInTank {
  const { seed, space } = config
  const { skinAt, barometerAt } = surroundingsOver(seed, config)
  const leaks = config.leaks.map(leakThrough)
  let clock = 0
  let gas = config.pumpWarmth
  let offset = 0
  let knocks = 0
  const gasTemperature = () => skinAt(clock) + gas
  const molesAt = (gauge: number) =>
    ((gauge + barometerAt(clock)) * space.volume * (1 + space.wallGive * gauge)) / (MOLAR_GAS_CONSTANT * gasTemperature())
  let moles = molesAt(config.startPressure)

  /** Gauge pressure that holds the moles: (p + B)(1 + c p) = n R T / V0, a quadratic in p. */
  const gauge = () => {
    const barometer = barometerAt(clock)
    const held = (moles * MOLAR_GAS_CONSTANT * gasTemperature()) / space.volume
    const c = space.wallGive
    if (c === 0) return held - barometer
    const b = 1 + c * barometer
    return (-b + Math.sqrt(b * b - 4 * c * (barometer - held))) / (2 * c)
  }
  const runTo = (t: number) => {
    while (clock < t - 1e-9) {
      const step = Math.min(STEP, t - clock)
      const inside = gauge() + barometerAt(clock)
      const outside = barometerAt(clock)
      const out = leaks.reduce((sum, leak) => sum + leak(inside, outside), 0)
      moles = Math.max(0, moles - (out / (MOLAR_GAS_CONSTANT * STANDARD_TEMPERATURE)) * step)
      gas *= Math.exp(-step / config.settleTime)
      clock += step
    }
  }
  const show = (instrument: Instrument, value: number, channel: number) => {
    const noisy =
      value + (instrument.drift * clock) / 3600 + instrument.noise * normalAt(seed, channel, Math.round(clock * 100))
    return instrument.resolution > 0 ? Math.round(noisy / instrument.resolution) * instrument.resolution : noisy
  }
  return {
    readAt(t) {
      runTo(t)
      return {
        t,
        pressure: show(config.gauge, gauge() + offset, GAUGE),
        ...(config.thermometer && { temperature: show(config.thermometer, skinAt(clock), THERMOMETER) }),
        ...(config.barometer && { barometer: show(config.barometer, barometerAt(clock), BAROMETER) }),
      }
    },
    knock(t) {
      runTo(t)
      offset += Math.abs(config.startPressure) * 0.01 * normalAt(seed, KNOCK, knocks++)
    },
    push(t, volume) {
      runTo(t)
      // What is pushed in compresses what is there, and warms it: (gamma - 1) / gamma x T x dp / P.
      const inside = gauge() + barometerAt(clock)
      const rise = (barometerAt(clock) * volume) / space.volume
      moles += (barometerAt(clock) * volume) / (MOLAR_GAS_CONSTANT * skinAt(clock))
      gas += ((AIR_HEAT_RATIO - 1) / AIR_HEAT_RATIO) * gasTemperature() * (rise / inside)
    },
    topUp(t) {
      runTo(t)
      gas += config.pumpWarmth / 2
      moles = molesAt(config.startPressure)
    },
  }
}

/** A leak of a real shape with the rate asked for: a capillary 1.5 mm long or a sharp hole. */
function leakThrough({ law, rate, referencePressure }: HiddenLeak): (inside: number, outside: number) => number {
  const inside = STANDARD_PRESSURE + referencePressure
  if (law === 'viscous') {
    const length = 1.5e-3
    const perFourthPower = Math.abs(capillaryFlow({ diameter: 1, length }, inside, STANDARD_PRESSURE))
    const diameter = (rate / perFourthPower) ** 0.25
    return (from, to) => capillaryFlow({ diameter, length }, from, to)
  }
  const perSquare = Math.abs(orificeFlow(1, inside, STANDARD_PRESSURE))
  const diameter = Math.sqrt(rate / perSquare)
  return (from, to) => orificeFlow(diameter, from, to)
}
