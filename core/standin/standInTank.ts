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
  /** s under pressure after which it has closed itself; never when absent */
  closesAfter?: number
  /** gauge below which it stays shut, Pa; always open when absent */
  opensAbove?: number
}

interface Instrument {
  resolution: number
  noise: number
  /** what the instrument gains by itself, its unit an hour */
  drift: number
}

/** What a real tank does besides leaking and settling once. */
export interface Unruly {
  /** time constant with which the gas follows the skin, s */
  gasLag: number
  /** how much more the side that nobody measures moves than the one that somebody does, of that one's movement */
  farSide: number
  /** gas behind baffles: how warm it is of what the pump left, and the time constant it settles with, s */
  slow: { share: number; settleTime: number }
  /** fuel that evaporates into the gas: pressure that it brings in the end, Pa, and its time constant, s */
  vapour: { rise: number; time: number }
  /** of its give by which the wall goes on giving for each tenfold of time after it was pumped */
  creep: number
  /** time constant of the thermometer, s */
  thermometerLag: number
}

/** A tank that does nothing of the kind. */
export const tame: Unruly = {
  gasLag: 0,
  farSide: 0,
  slow: { share: 0, settleTime: 1200 },
  vapour: { rise: 0, time: 900 },
  creep: 0,
  thermometerLag: 0,
}

/** A simulated tank with its rig and instruments. SI throughout. */
export interface StandInConfig extends Surroundings {
  seed: number
  /** s that it is run on by at once; half a second when absent */
  step?: number
  space: GasSpace
  leaks: readonly HiddenLeak[]
  /** gauge at the moment the pump stops, Pa */
  startPressure: number
  /** how much warmer than the skin the gas is then, K */
  pumpWarmth: number
  /** time constant of the gas towards the skin, s */
  settleTime: number
  unruly: Unruly
  gauge: Instrument
  thermometer: Instrument | null
  barometer: Instrument | null
  /** a closed bottle that was filled with the tank and shut off, and the gauge between the two; absent where there is none */
  bottle?: StandInBottle
}

export interface StandInBottle {
  /** m3 */
  volume: number
  /** time constant of its gas towards the skin, s */
  lag: number
  /** how much more its place moves than the tank's gas, of the skin's movement */
  aside: number
  /** throughput at 293.15 K and the start pressure, Pa·m3/s */
  leak: number
  gauge: Instrument
}

export interface StandInReading {
  t: number
  pressure: number
  temperature?: number
  barometer?: number
  /** tank less bottle */
  difference?: number
}

export interface StandInTank {
  /** Runs the tank on to a time (s, not before the last one) and reads every instrument. */
  readAt(t: number): StandInReading
  /** Somebody bumps the hose: the gauge's zero shifts. */
  knock(t: number): void
  /** Air is pumped in, to the start pressure. */
  topUp(t: number): void
  /** The tank is opened to the room and closed again. */
  vent(t: number): void
  /** A known volume of outside air (m3) is pushed in. */
  push(t: number, volume: number): void
}

const STEP = 0.5 // s
/** Tenfolds of time that a wall goes on giving for are counted from here, s. */
const CREEP_START = 20
const GAUGE = 3
const THERMOMETER = 4
const BAROMETER = 5
const KNOCK = 6
const DIFFERENCE = 7

/**
 * A tank that keeps its gas in moles and moves it step by step: leak out, heat from the skin, walls that give, weather outside.
 * It knows nothing of how a hold is estimated.
 */
export function standInTank(config: StandInConfig): StandInTank {
  const { seed, space, unruly } = config
  const { skinAt, barometerAt } = surroundingsOver(seed, config)
  const leaks = config.leaks.map(leak => ({ ...leak, through: leakThrough(leak) }))
  let clock = 0
  /** K above where the gas belongs: what settles soon, and what settles slowly */
  let warmth = 0
  let slowWarmth = 0
  let offset = 0
  let knocks = 0
  /** s spent at more than a tenth of the start pressure */
  let underPressure = 0
  /** by how much the wall was loaded, and when: each load goes on stretching it, each taken off lets it back (Boltzmann) */
  const loads = [{ by: config.startPressure, at: 0 }]
  const warm = (by: number) => {
    warmth += by * (1 - unruly.slow.share)
    slowWarmth += by * unruly.slow.share
  }
  warm(config.pumpWarmth)
  const belongs = () => skinAt(clock) + unruly.farSide * (skinAt(clock) - skinAt(0))
  let followed = belongs()
  let shown = skinAt(0)
  const follow = (value: number, to: number, lag: number, step: number) =>
    lag > 0 ? to + (value - to) * Math.exp(-step / lag) : to
  const gasTemperature = () => followed + warmth + slowWarmth
  const vapour = () => unruly.vapour.rise * (1 - Math.exp(-clock / unruly.vapour.time))
  const crept = () =>
    unruly.creep === 0
      ? 0
      : space.wallGive *
        unruly.creep *
        loads.reduce((sum, { by, at }) => sum + by * Math.log10(1 + (clock - at) / CREEP_START), 0)
  const molesAt = (gauge: number) =>
    ((gauge - vapour() + barometerAt(clock)) * space.volume * (1 + crept() + space.wallGive * gauge)) /
    (MOLAR_GAS_CONSTANT * gasTemperature())
  let moles = molesAt(config.startPressure)
  const { bottle } = config
  const bottleBelongs = () => skinAt(clock) + (bottle?.aside ?? 0) * (skinAt(clock) - skinAt(0))
  /** what is in it was the tank's own gas, as warm as that was */
  let bottleGas = gasTemperature()
  let bottlePressure = config.startPressure + barometerAt(0)

  /** Gauge pressure that holds the moles: (p + B)(1 + k + c p) = n R T / V0 with the vapour beside them, a quadratic in p. */
  const gauge = () => {
    const air = barometerAt(clock) - vapour()
    const held = (moles * MOLAR_GAS_CONSTANT * gasTemperature()) / space.volume
    const c = space.wallGive
    const wide = 1 + crept()
    if (c === 0) return held - air
    const b = wide + c * air
    return (-b + Math.sqrt(b * b - 4 * c * (air * wide - held))) / (2 * c)
  }
  const runTo = (t: number) => {
    while (clock < t - 1e-9) {
      const step = Math.min(config.step ?? STEP, t - clock)
      const pressure = gauge()
      const outside = barometerAt(clock)
      const out = leaks.reduce(
        (sum, { through, closesAfter = Infinity, opensAbove = 0 }) =>
          underPressure < closesAfter && Math.abs(pressure) >= opensAbove ? sum + through(pressure + outside, outside) : sum,
        0,
      )
      moles = Math.max(0, moles - (out / (MOLAR_GAS_CONSTANT * STANDARD_TEMPERATURE)) * step)
      warmth *= Math.exp(-step / config.settleTime)
      slowWarmth *= Math.exp(-step / unruly.slow.settleTime)
      clock += step
      if (Math.abs(pressure) > 0.1 * Math.abs(config.startPressure)) underPressure += step
      followed = follow(followed, belongs(), unruly.gasLag, step)
      shown = follow(shown, skinAt(clock), unruly.thermometerLag, step)
      if (bottle) {
        const before = bottleGas
        bottleGas = follow(bottleGas, bottleBelongs(), bottle.lag, step)
        const over = (bottlePressure - outside) / config.startPressure
        bottlePressure = bottlePressure * (bottleGas / before) - (bottle.leak * over * step) / bottle.volume
      }
    }
  }
  const bringTo = (pressure: number) => {
    const by = pressure - gauge()
    warm((config.pumpWarmth * by) / config.startPressure)
    loads.push({ by, at: clock })
    moles = molesAt(pressure)
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
        ...(config.thermometer && { temperature: show(config.thermometer, shown, THERMOMETER) }),
        ...(config.barometer && { barometer: show(config.barometer, barometerAt(clock), BAROMETER) }),
        ...(bottle && { difference: show(bottle.gauge, gauge() + barometerAt(clock) - bottlePressure, DIFFERENCE) }),
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
      warmth += ((AIR_HEAT_RATIO - 1) / AIR_HEAT_RATIO) * gasTemperature() * (rise / inside)
    },
    topUp(t) {
      runTo(t)
      bringTo(config.startPressure)
    },
    vent(t) {
      runTo(t)
      bringTo(0)
      // Closed together with it: a bottle that is shut off later keeps what is in it.
      if (t === 0) {
        bottleGas = gasTemperature()
        bottlePressure = barometerAt(0)
      }
    },
  }
}

/** A leak of a real shape with the rate asked for: a capillary 1.5 mm long or a sharp hole. */
function leakThrough({
  law,
  rate,
  referencePressure,
}: Pick<HiddenLeak, 'law' | 'rate' | 'referencePressure'>): (inside: number, outside: number) => number {
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
