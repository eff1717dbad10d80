import { ONE_SIDED_95, TWO_SIDED_95 } from '../../quantity/normalDistribution'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE, throughputFromStandard } from '../../quantity/standardLeakRate'
import { HoldError } from '../../hold/holdSetup'
import type { HoldVerdict } from '../../hold/belief/verdict'
import { normalEquations, solveNormal } from '../../algebra/weightedLeastSquares'
import { normalBounds, verdictOf, type RateBounds } from '../../hold/belief/verdict'

/** A girth typed now and then, SI. */
export interface GirthReading {
  /** s from tying it on */
  t: number
  /** m around the widest place */
  girth: number
  /** m, one standard deviation of this girth; that of the set-up when absent */
  girthUncertainty?: number
  /** of a control balloon beside it, m */
  controlGirth?: number
  /** K */
  temperature?: number
  /** Pa */
  barometer?: number
}

export interface BalloonSetup {
  /** m3 of gas in the tank besides the balloon */
  volume: number
  volumeUncertainty: number
  /** Pa, what the rubber holds */
  pressure: number
  /** m, one standard deviation of one girth */
  girthUncertainty: number
  /** K and Pa: of the change that the record does not show */
  temperatureChangeUncertainty: number
  barometerChangeUncertainty: number
  /** acceptance limit of the system, Pa·m3/s */
  limit: number
  /** the strictest limit of the parts under test, at the balloon's pressure; absent where no part has one of its own */
  strictest?: number
}

/**
 * Loss of a party balloon's rubber at its own pressure when nothing beside it tells better, Pa·m3/s (a few per cent of its
 * volume a day; general practice).
 */
export const RUBBER_LOSS = { rate: throughputFromStandard(0.15), uncertainty: throughputFromStandard(0.1) }
/** What a tied balloon holds, Pa. */
export const BALLOON_PRESSURE = 2500

/**
 * How far a rubber's pressure wanders as it ages and as it shrinks: a share of it for the hours, and as much more as its girth
 * changed, one standard deviation (general practice; rubber creeps and its pressure falls and rises with its size).
 */
export const RUBBER_WANDERS = 0.1
/** Girths nearer in time than this say nothing, s: a tape is no finer. */
export const SHORTEST_SPAN = 600

type BalloonPart = 'girth' | 'temperature' | 'barometer' | 'volume' | 'rubber pressure' | 'rubber'

export interface BalloonEstimate extends RateBounds {
  /** throughput at 293.15 K at the balloon's pressure, Pa·m3/s; never negative */
  leakRate: number
  low95: number
  high95: number
  uncertainty: number
  verdict: HoldVerdict
  smallestSeen: number
  budget: Record<BalloonPart, number>
  /** Pa·m3/s taken off for the rubber */
  rubberLoss: number
  /** from the control balloon, or the stated default */
  rubberFrom: 'control' | 'default'
  /** more minutes of the same until it decides; null when decided or never */
  minutesMore: number | null
  readings: number
}

/** Volume of a round balloon, m3: V = g^3 / (6 pi^2). @param girth m */
export const balloonVolume = (girth: number) => girth ** 3 / (6 * Math.PI ** 2)
/** Girth of a round balloon, m. @param volume m3 */
export const balloonGirth = (volume: number) => Math.cbrt(volume * 6 * Math.PI ** 2)

/**
 * Volume that weather alone takes from the balloon: the whole trapped volume scales with T / P (ideal gas).
 * 85 L: 10 K cooler take 2.90 L, 10 hPa more take 0.83 L.
 * @param trapped m3, tank and balloon at the start
 * @param from, to temperature (K) and absolute pressure of the gas (Pa)
 * @returns m3, negative when it shrinks
 */
export const weatherChange = (
  trapped: number,
  from: { temperature: number; pressure: number },
  to: { temperature: number; pressure: number },
) => trapped * (((to.temperature / from.temperature) * from.pressure) / to.pressure - 1)

/**
 * Leak from the loss of trapped gas, n R = P (V_tank + V_balloon) / T, by least squares over the girths, less the rubber's own
 * loss
 * (EN 1779 pressure change at constant pressure; uncertainty by GUM, JCGM 100). The verdict's bounds are those of a hold.
 * @param readings in any order; at least two times
 * @throws HoldError when there are too few, or a girth is none
 */
export function estimateBalloon(setup: BalloonSetup, readings: readonly GirthReading[]): BalloonEstimate {
  const sorted = [...new Map(readings.map(reading => [reading.t, reading])).values()].sort((a, b) => a.t - b.t)
  for (const { girth } of sorted)
    if (!(girth > 0) || girth > 5) throw new HoldError('A girth must be more than zero and below 5 m.')
  const span = sorted.length ? sorted[sorted.length - 1]!.t - sorted[0]!.t : 0
  if (sorted.length < 2 || !(span >= SHORTEST_SPAN))
    throw new HoldError('A balloon needs two girths at least ten minutes apart.')
  const mean = sorted.reduce((sum, { girth }) => sum + girth, 0) / sorted.length
  const noise = girthNoise(setup, sorted)
  const trapped = lossOf(sorted, reading => balloonGas(setup, reading), noise)
  const control = sorted.filter(reading => reading.controlGirth !== undefined)
  const hasControl = control.length >= 2 && control[control.length - 1]!.t > control[0]!.t
  const controlLoss = hasControl
    ? lossOf(control, reading => gasIn(setup, reading, balloonVolume(reading.controlGirth!)), noise)
    : null
  // Rubber loses through its surface, so a control of another size is scaled by area.
  const area = controlLoss
    ? (mean / (control.reduce((sum, reading) => sum + reading.controlGirth!, 0) / control.length)) ** 2
    : 1
  const rubber = controlLoss ? { rate: controlLoss.rate * area, uncertainty: controlLoss.uncertainty * area } : RUBBER_LOSS
  const wholeVolume = setup.volume + balloonVolume(mean)
  const perSecond = STANDARD_PRESSURE / span
  const temperatureMoved = Math.abs((sorted.at(-1)!.temperature ?? 0) - (sorted[0]!.temperature ?? 0))
  const wanders = RUBBER_WANDERS + Math.abs(sorted.at(-1)!.girth - sorted[0]!.girth) / mean
  const budget: Record<BalloonPart, number> = {
    'girth': trapped.uncertainty,
    'temperature': ((wholeVolume * setup.temperatureChangeUncertainty) / STANDARD_TEMPERATURE) * perSecond,
    'barometer': (wholeVolume * setup.barometerChangeUncertainty) / span,
    'volume': ((setup.volumeUncertainty * temperatureMoved) / STANDARD_TEMPERATURE) * perSecond,
    'rubber pressure': (wholeVolume * setup.pressure * wanders) / span,
    'rubber': rubber.uncertainty,
  }
  const uncertainty = Math.hypot(...Object.values(budget))
  const leak = trapped.rate - rubber.rate
  const bounds = normalBounds(leak, uncertainty)
  const verdict = verdictOf(bounds, setup.limit, setup.strictest)
  return {
    leakRate: Math.max(0, leak),
    low95: Math.max(0, leak - TWO_SIDED_95 * uncertainty),
    high95: Math.max(0, leak) + TWO_SIDED_95 * uncertainty,
    ...bounds,
    uncertainty,
    verdict,
    smallestSeen: Math.min(bounds.below95, ONE_SIDED_95 * uncertainty),
    budget,
    rubberLoss: rubber.rate,
    rubberFrom: controlLoss ? 'control' : 'default',
    minutesMore: verdict === 'cannot-tell' && !bounds.belowZero ? minutesToDecide(leak, budget, setup, span) : null,
    readings: sorted.length,
  }
}

/** Gas in a volume at the balloon's pressure under the weather of a reading, n R in Pa·m3/K. */
const gasIn = ({ pressure }: BalloonSetup, { barometer, temperature }: GirthReading, volume: number) =>
  (((barometer ?? STANDARD_PRESSURE) + pressure) * volume) / (temperature ?? STANDARD_TEMPERATURE)
/** Gas in tank and balloon, n R in Pa·m3/K. */
export const balloonGas = (setup: BalloonSetup, reading: GirthReading) =>
  gasIn(setup, reading, setup.volume + balloonVolume(reading.girth))
/** What the doubt of a girth is in gas, Pa·m3/K: of a mean one, by how good each is. */
export function girthNoise(
  { girthUncertainty: usual, pressure }: BalloonSetup,
  readings: readonly GirthReading[],
): (reading: GirthReading) => number {
  const mean = readings.reduce((sum, { girth }) => sum + girth, 0) / readings.length
  const perMetre = (((3 * balloonVolume(mean)) / mean) * (STANDARD_PRESSURE + pressure)) / STANDARD_TEMPERATURE
  return ({ girthUncertainty = usual }) => perMetre * girthUncertainty
}

/** Rate of gas lost with its uncertainty, Pa·m3/s at 293.15 K. @param noise of a value, Pa·m3/K */
export function lossOf(
  readings: readonly GirthReading[],
  amount: (reading: GirthReading) => number,
  noise: (reading: GirthReading) => number,
): { rate: number; uncertainty: number } {
  const times = Float64Array.from(readings, reading => reading.t - readings[0]!.t)
  const start = amount(readings[0]!)
  const fit = solveNormal(
    normalEquations(
      [new Float64Array(times.length).fill(1), times],
      Float64Array.from(readings, reading => amount(reading) - start),
      Float64Array.from(readings, reading => 1 / noise(reading) ** 2),
    ),
    [Infinity, Infinity],
  )!
  const inflation = Math.sqrt(Math.max(1, fit.chiSquare / Math.max(1, times.length - 2)))
  return {
    rate: -fit.coefficients[1]! * STANDARD_TEMPERATURE,
    uncertainty: Math.sqrt(fit.covariance[1]![1]!) * inflation * STANDARD_TEMPERATURE,
  }
}

const LONGEST_WAIT = 72 * 60 // min

/** Girth, temperature, weather and the rubber's pressure fall as one over the time; the rubber's own loss does not. */
function minutesToDecide(
  leak: number,
  budget: Record<BalloonPart, number>,
  { limit, strictest }: Pick<BalloonSetup, 'limit' | 'strictest'>,
  span: number,
): number | null {
  for (let factor = 1.05; (span * (factor - 1)) / 60 <= LONGEST_WAIT; factor *= 1.05) {
    const uncertainty = Math.hypot(
      budget.girth / factor,
      budget.temperature / factor,
      budget.barometer / factor,
      budget.volume / factor,
      budget['rubber pressure'] / factor,
      budget.rubber,
    )
    if (verdictOf(normalBounds(leak, uncertainty), limit, strictest) !== 'cannot-tell')
      return Math.max(1, Math.ceil((span * (factor - 1)) / 60))
  }
  return null
}
