import type { BoundaryPart } from '../boundary'
import type { Circuit } from '../circuit'
import type { PressureClass } from '../testPressures'

export const craftKinds = ['road vehicle', 'boat', 'light aircraft', 'small equipment', 'heavy vehicle'] as const
export type CraftKind = (typeof craftKinds)[number]

export const tankMaterials = [
  'sheet steel',
  'aluminium',
  'riveted aluminium',
  'moulded polyethylene',
  'stainless steel',
  'composite',
] as const
export type TankMaterial = (typeof tankMaterials)[number]

/** Cross-sections that run the length of a tank, by which the height and the middle of its fuel are reckoned. */
export const tankShapes = ['box', 'lying cylinder', 'keel', 'wing'] as const
export type TankShape = (typeof tankShapes)[number]

/**
 * A kind of tank: its outline on the map, its circuit, the parts of its boundary in soap-route order, and what is usual for it.
 */
export interface TankKind {
  key: string
  name: string
  /** one line that says which tanks it is for */
  fits: string
  craft: CraftKind
  material: TankMaterial
  /** m3, what such a tank often holds */
  capacity: number
  /** across, for the height and the weight of its fuel */
  shape: TankShape
  /** Pa gauge */
  workingPressure: number
  /** Pa gauge, never above */
  pressureLimit: number
  /** which usual pressures bound it */
  pressures: PressureClass
  /** where the limit comes from, to be confirmed for the tank in hand */
  limitSource: string
  /** acceptance limit that is usual, std mL/min; the shop decides */
  acceptance: number
  /** relative growth a kPa */
  wallGivePerKPa: number
  /** where its top and its bottom stand on the map; null where the map looks down on it */
  upright: { top: number; bottom: number } | null
  /** SVG path on a 1000 x 360 map */
  outline: string
  /** further lines that help the eye, SVG path */
  detail: string
  circuit: Circuit
  parts: readonly BoundaryPart[]
}
