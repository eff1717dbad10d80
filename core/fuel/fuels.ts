import { known } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'

/**
 * Fuels: density at 15 °C, lower explosive limit, flash point, and at 20 °C viscosity, vapour pressure and how fast a wet patch
 * dries in still air.
 * Source: general properties of commercial fuels (EN 228, EN 590, ASTM D910, ASTM D1655 and safety data); drying is an order of
 * magnitude.
 * The supplier's sheet wins.
 */
export interface Fuel {
  key: string
  name: string
  source: SourceKey
  /** kg/m3 at 15 °C */
  density: number
  /** kg/m3 at 15 °C between which commercial fuel lies */
  densityFrom: number
  densityTo: number
  /** share of volume a kelvin at 15 °C (ASTM D1250, tables 54B: K0 / density² + K1 / density; E85 by its parts) */
  expansion: number
  /** volume fraction */
  lowerExplosiveLimit: number
  /** K; a bound where the figure is only known as below or above */
  flashPoint: number
  flashPointNote: string
  /** Pa·s at 20 °C */
  viscosity: number
  /** Pa at 20 °C */
  vapourPressure: number
  /** kg/(m2·s) off a thin wet patch in still air, order of magnitude */
  drying: number
}

const rows = [
  {
    key: 'petrol',
    name: 'Petrol',
    source: 'EN 228',
    density: 745,
    densityFrom: 720,
    densityTo: 775,
    expansion: 0.001213,
    lowerExplosiveLimit: 0.014,
    flashPoint: 233.15,
    flashPointNote: 'below −40 °C',
    viscosity: 0.0005,
    vapourPressure: 35_000,
    drying: 1.5e-4,
  },
  {
    key: 'e85',
    name: 'E85',
    source: 'EN 15293',
    density: 785,
    densityFrom: 775,
    densityTo: 795,
    expansion: 0.00112,
    lowerExplosiveLimit: 0.014,
    flashPoint: 253.15,
    flashPointNote: 'below −20 °C',
    viscosity: 0.0009,
    vapourPressure: 25_000,
    drying: 1e-4,
  },
  {
    key: 'diesel',
    name: 'Diesel',
    source: 'EN 590',
    density: 832,
    densityFrom: 820,
    densityTo: 845,
    expansion: 0.000859,
    lowerExplosiveLimit: 0.006,
    flashPoint: 328.15,
    flashPointNote: 'above 55 °C',
    viscosity: 0.003,
    vapourPressure: 50,
    drying: 5e-8,
  },
  {
    key: 'avgas',
    name: 'Avgas 100',
    source: 'ASTM D910',
    density: 719,
    densityFrom: 700,
    densityTo: 730,
    expansion: 0.00128,
    lowerExplosiveLimit: 0.012,
    flashPoint: 233.15,
    flashPointNote: 'below −40 °C',
    viscosity: 0.0005,
    vapourPressure: 25_000,
    drying: 1.2e-4,
  },
  {
    key: 'jet',
    name: 'Jet kerosene',
    source: 'ASTM D1655',
    density: 804,
    densityFrom: 775,
    densityTo: 840,
    expansion: 0.00092,
    lowerExplosiveLimit: 0.007,
    flashPoint: 311.15,
    flashPointNote: 'above 38 °C',
    viscosity: 0.0016,
    vapourPressure: 400,
    drying: 1e-6,
  },
] as const satisfies readonly Fuel[]
export type FuelKey = (typeof rows)[number]['key']

export const fuels = known(
  'Fuels',
  rows,
  row => row.key,
  ({ density, densityFrom, densityTo, expansion, lowerExplosiveLimit, flashPoint, viscosity, vapourPressure }: Fuel) => ({
    density: [density, densityFrom, densityTo],
    densityFrom: [densityFrom, 650, 900],
    densityTo: [densityTo, 650, 900],
    expansion: [expansion, 7e-4, 1.4e-3],
    lowerExplosiveLimit: [lowerExplosiveLimit, 0.005, 0.05],
    flashPoint: [flashPoint, 223, 373],
    viscosity: [viscosity, 3e-4, 6e-3],
    vapourPressure: [vapourPressure, 10, 70_000],
  }),
)
export const fuelKeys = rows.map(fuel => fuel.key)
export const fuelName = (key: string) => fuels.find(fuel => fuel.key === key)?.name ?? key
