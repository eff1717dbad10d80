import { airViscosity } from '../gas/air'
import { STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../quantity/standardLeakRate'
import { STANDARD_GRAVITY } from '../quantity/units'
import type { Fuel } from './fuels'

/** A drop of fuel, m3 (0.02 to 0.03 mL). */
export const DROP_VOLUME = 0.025e-6
/** A wet patch the size of a palm, m2. */
const PATCH_AREA = 0.005
/**
 * A figure from gas to liquid holds to an order of magnitude: surface tension, dirt and what the crack does to a liquid are not
 * in it.
 */
const BAND = Math.sqrt(10)

export const leakLooks = ['nothing to see', 'smell only', 'stain', 'drip'] as const
export type LeakLook = (typeof leakLooks)[number]

/** What a gas leak would be in fuel. Volumes a second, m3/s. */
export interface FuelLeak {
  likely: number
  low: number
  high: number
  look: LeakLook
  /** s from one drop to the next, when it drips */
  dropEvery: number | null
}

/**
 * Liquid through the same viscous leak: q_liq = q_gas,volume x (mu_gas / mu_liq) x (dp_liq / dp_gas), gas volume at the mean
 * pressure
 * (Hagen and Poiseuille for both). A leak that dries as fast as it wets a palm-sized patch only smells or stains.
 * @param rate throughput at 293.15 K, Pa·m3/s
 * @param gauge Pa at which it was measured, either side of zero
 * @param head of fuel above it, m
 */
export function fuelThroughLeak(
  rate: number,
  gauge: number,
  fuel: Pick<Fuel, 'density' | 'viscosity' | 'drying' | 'vapourPressure'>,
  head = 0.3,
): FuelLeak {
  const meanPressure = STANDARD_PRESSURE + gauge / 2
  const liquidDrive = fuel.density * STANDARD_GRAVITY * head
  const likely =
    gauge === 0
      ? 0
      : ((((Math.max(0, rate) / meanPressure) * airViscosity(STANDARD_TEMPERATURE)) / fuel.viscosity) * liquidDrive) /
        Math.abs(gauge)
  const dries = (fuel.drying * PATCH_AREA) / fuel.density
  const drips = likely > 2 * dries && likely > (DROP_VOLUME / 86_400) * 24
  const volatile = fuel.vapourPressure > 5000
  return {
    likely,
    low: likely / BAND,
    high: likely * BAND,
    look:
      likely < DROP_VOLUME / 86_400
        ? 'nothing to see'
        : drips
          ? 'drip'
          : volatile && likely < dries / 5
            ? 'smell only'
            : 'stain',
    dropEvery: drips ? DROP_VOLUME / (likely - dries) : null,
  }
}
