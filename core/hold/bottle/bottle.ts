/** Where a bottle lies: the nearer to the gas, the better it knows its temperature. */
export const bottlePlaces = ['inside', 'on the skin', 'beside'] as const
export type BottlePlace = (typeof bottlePlaces)[number]

/**
 * A closed bottle on the other side of the gauge, filled with the tank's own gas and shut off: a gas thermometer and a barometer in
 * one. Temperature and weather drop out but for their difference.
 */
export interface Bottle {
  /** m3 */
  volume: number
  lies: BottlePlace
  /** differential gauge or column between tank and bottle, Pa */
  gauge: { resolution: number; noise: number }
  /** of the bottle's own leak, one standard deviation at the test pressure, Pa·m3/s */
  leakUncertainty: number
}
