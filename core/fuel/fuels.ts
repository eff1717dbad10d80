/** Fuels: density at 15 °C, lower explosive limit and flash point. Source: general properties of commercial fuels; the supplier's sheet wins. */
export interface Fuel {
  key: string
  name: string
  /** kg/m3 at 15 °C */
  density: number
  /** volume fraction */
  lowerExplosiveLimit: number
  /** K; a bound where the figure is only known as below or above */
  flashPoint: number
  flashPointNote: string
}

export const fuels = [
  { key: 'petrol', name: 'Petrol', density: 745, lowerExplosiveLimit: 0.014, flashPoint: 233.15, flashPointNote: 'below −40 °C' },
  { key: 'e85', name: 'E85', density: 785, lowerExplosiveLimit: 0.014, flashPoint: 253.15, flashPointNote: 'below −20 °C' },
  { key: 'diesel', name: 'Diesel', density: 832, lowerExplosiveLimit: 0.006, flashPoint: 328.15, flashPointNote: 'above 55 °C' },
  { key: 'avgas', name: 'Avgas 100', density: 719, lowerExplosiveLimit: 0.012, flashPoint: 233.15, flashPointNote: 'below −40 °C' },
  { key: 'jet', name: 'Jet kerosene', density: 804, lowerExplosiveLimit: 0.007, flashPoint: 311.15, flashPointNote: 'above 38 °C' },
] as const satisfies readonly Fuel[]
export type FuelKey = (typeof fuels)[number]['key']
export const fuelKeys = fuels.map(fuel => fuel.key)
export const fuelName = (key: string) => fuels.find(fuel => fuel.key === key)?.name ?? key
