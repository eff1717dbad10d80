import { airViscosity } from '../gas/air'
import { equivalentHole } from '../gas/equivalentHole'
import { DROP_VOLUME } from '../quantity/dropVolume'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { STANDARD_GRAVITY } from '../quantity/units'
import type { Fuel } from './fuels'

/** A wet patch of a few fingers’ breadth, m2: it dries some tens of mL of petrol a day, far less diesel. */
const PATCH_AREA = 0.002
/**
 * A figure from gas to liquid holds to an order of magnitude: surface tension, dirt and what the crack does to a liquid are not
 * in it.
 */
const BAND = Math.sqrt(10)

export type LeakLook = 'nothing to see' | 'smell only' | 'stain' | 'drip' | 'run'

const DAY = 86_400 // s
/** Faster than a drop a second it runs. */
const RUNS = DROP_VOLUME
/** More than a drop an hour gathers and falls. */
const DRIPS = (24 * DROP_VOLUME) / DAY
/** Pa at 20 °C, above which a fuel smells and dries from a wet patch. */
const VOLATILE = 5000

type FuelOfLeak = Pick<Fuel, 'density' | 'viscosity' | 'drying' | 'vapourPressure'>

/** What a gas leak would be in fuel. Volumes a second, m3/s. */
interface FuelLeak {
  likely: number
  low: number
  high: number
  look: LeakLook
  /** s from one drop to the next, when it drips */
  dropEvery: number | null
}

/** Fuel that dries off a wet patch as fast as it comes, m3/s. */
export const driesOff = (fuel: Pick<Fuel, 'drying' | 'density'>): number => (fuel.drying * PATCH_AREA) / fuel.density

/** m3/s of liquid for each Pa·m3/s of gas through the same fine crack (Hagen and Poiseuille for both, gas at the mean pressure). */
function viscousShare(gauge: number, fuel: FuelOfLeak, head: number): number {
  const meanPressure = STANDARD_PRESSURE + gauge / 2
  const liquidDrive = fuel.density * STANDARD_GRAVITY * head
  return (airViscosity(STANDARD_TEMPERATURE) / fuel.viscosity) * (liquidDrive / Math.abs(gauge) / meanPressure)
}

/** m3/s of liquid through the sharp hole that passes a rate of gas: Cd A sqrt(2 g h) (Torricelli; ISO 5167 for the coefficient). */
function throughHole(rate: number, gauge: number, head: number): number {
  const diameter = equivalentHole(rate, gauge)
  return ((0.61 * Math.PI * diameter ** 2) / 4) * Math.sqrt(2 * STANDARD_GRAVITY * head)
}

/**
 * Liquid through the leak that a rate of gas shows: as a fine crack q_liq = q_gas,volume x (mu_gas / mu_liq) x (dp_liq /
 * dp_gas), as a hole Cd A sqrt(2 rho dp); the two are weighed as the hold weighs them, and the band spans both. What dries as
 * fast as it wets a small patch only smells or stains.
 * @param rate throughput at 293.15 K, Pa·m3/s
 * @param gauge Pa at which it was measured, either side of zero
 * @param options head of fuel above it, m; weight of the viscous law, 0 to 1, when a hold has weighed it
 */
export function fuelThroughLeak(
  rate: number,
  gauge: number,
  fuel: FuelOfLeak,
  { head = 0.3, viscousWeight = 0.5 }: { head?: number; viscousWeight?: number } = {},
): FuelLeak {
  const leaks = gauge !== 0 && rate > 0
  const crack = leaks ? rate * viscousShare(gauge, fuel, head) : 0
  const hole = leaks ? throughHole(rate, gauge, head) : 0
  const likely = viscousWeight * crack + (1 - viscousWeight) * hole
  const [low, high] = [Math.min(crack, hole) / BAND, Math.max(crack, hole) * BAND]
  const dries = driesOff(fuel)
  const look = lookOfLeak(likely, dries, fuel.vapourPressure > VOLATILE)
  return {
    likely,
    low,
    high,
    look,
    dropEvery: look === 'drip' || look === 'run' ? DROP_VOLUME / (likely - dries) : null,
  }
}

function lookOfLeak(likely: number, dries: number, volatile: boolean): LeakLook {
  if (likely < DROP_VOLUME / DAY) return 'nothing to see'
  if (likely > 2 * dries && likely > DRIPS) return likely - dries > RUNS ? 'run' : 'drip'
  return volatile && likely < dries / 5 ? 'smell only' : 'stain'
}

/**
 * Fuel that a joint may let through and neither drip nor stain, m3/s: what is volatile dries five times as fast, of the others
 * less than a drop an hour gathers.
 */
export const harmlessFuel = (fuel: FuelOfLeak): number => (fuel.vapourPressure > VOLATILE ? driesOff(fuel) / 5 : DRIPS)

/**
 * The largest leak that neither drips nor stains where fuel stands above it, as gas at a test's pressure: by the viscous law,
 * since a leak this small is a fine crack.
 * @param gauge Pa, not zero
 * @param head of fuel above it, m
 * @returns throughput at 293.15 K, Pa·m3/s
 */
export const gasLimitForFuel = (gauge: number, fuel: FuelOfLeak, head = 0.3): number =>
  harmlessFuel(fuel) / viscousShare(gauge, fuel, head)
