import { known, type Bounds } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

/**
 * How a material cures, as its sheet gives it: time at a reference temperature, a floor below which it stops, a ceiling that
 * nothing beats.
 */
export interface CureSheet {
  /** s at the reference temperature until it may be tested */
  cureTime: number
  /** s at the reference temperature until it can no longer be worked; 0 when it does not apply */
  potLife: number
  /** K */
  referenceTemperature: number
  floor: number
  ceiling: number
}

export interface RepairMaterial {
  key: RepairMaterialKey
  name: string
  /** h at the reference temperature between which sheets of its family lie; null when nothing cures */
  sheets: readonly [number, number] | null
  source: SourceKey
  cure: CureSheet | null
}

const HOUR = 3600
const sheet = (hours: number, potMinutes: number, floor = 5, ceiling = 45): CureSheet => ({
  cureTime: hours * HOUR,
  potLife: potMinutes * 60,
  referenceTemperature: 298.15,
  floor: floor + 273.15,
  ceiling: ceiling + 273.15,
})

export const repairMaterialKeys = [
  'none',
  'polysulfide-brush',
  'polysulfide-fillet',
  'polysulfide-fast',
  'thread-sealant',
  'epoxy-liner',
  'epoxy-patch',
] as const
export type RepairMaterialKey = (typeof repairMaterialKeys)[number]

const rows: readonly RepairMaterial[] = [
  { key: 'none', name: 'Nothing that cures', sheets: null, source: 'trade practice', cure: null },
  {
    key: 'polysulfide-brush',
    name: 'Two-part sealant, brush grade',
    sheets: [16, 48],
    source: 'material sheet',
    cure: sheet(16, 30),
  },
  {
    key: 'polysulfide-fillet',
    name: 'Two-part sealant, fillet grade',
    sheets: [30, 72],
    source: 'material sheet',
    cure: sheet(30, 30),
  },
  {
    key: 'polysulfide-fast',
    name: 'Two-part sealant, fast grade',
    sheets: [4, 6],
    source: 'material sheet',
    cure: sheet(4, 12),
  },
  { key: 'thread-sealant', name: 'Penetrating thread sealant', sheets: [24, 24], source: 'material sheet', cure: sheet(24, 0) },
  { key: 'epoxy-liner', name: 'Epoxy liner', sheets: [48, 120], source: 'material sheet', cure: sheet(96, 25, 15) },
  { key: 'epoxy-patch', name: 'Epoxy patch', sheets: [8, 24], source: 'material sheet', cure: sheet(8, 20, 10) },
]

/** Typical sheets of each family of material, at 25 °C; the sheet in hand wins and can be typed in. */
export const repairMaterials = known(
  'Repair materials',
  rows,
  row => row.key,
  ({ cure, sheets }): Bounds =>
    cure && sheets
      ? {
          cureTime: [cure.cureTime / HOUR, sheets[0], sheets[1]],
          potLife: [cure.potLife, 0, 2 * HOUR],
          referenceTemperature: [cure.referenceTemperature, 293.15, 298.15],
          floor: [cure.floor, 273.15, 293.15],
          ceiling: [cure.ceiling, cure.referenceTemperature, 333.15],
        }
      : {},
  repairMaterialKeys,
)

/** The material with a key. @throws Error when there is none */
export function repairMaterial(key: string): RepairMaterial {
  const found = repairMaterials.find(material => material.key === key)
  if (!found) throw new Error(`There is no repair material “${key}”.`)
  return found
}
