/** How a material cures, as its sheet gives it: time at a reference temperature, a floor below which it stops, a ceiling that nothing beats. */
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
  key: string
  name: string
  cure: CureSheet | null
}

const HOUR = 3600
const sheet = (hours: number, potMinutes: number, floor = 5, ceiling = 45): CureSheet =>
  ({ cureTime: hours * HOUR, potLife: potMinutes * 60, referenceTemperature: 298.15, floor: floor + 273.15, ceiling: ceiling + 273.15 })

/** Typical sheets of each family of material, at 25 °C; the sheet in hand wins and can be typed in. */
export const repairMaterials: readonly RepairMaterial[] = [
  { key: 'none', name: 'Nothing that cures', cure: null },
  { key: 'polysulfide-brush', name: 'Two-part sealant, brush grade', cure: sheet(16, 30) },
  { key: 'polysulfide-fillet', name: 'Two-part sealant, fillet grade', cure: sheet(30, 30) },
  { key: 'polysulfide-fast', name: 'Two-part sealant, fast grade', cure: sheet(4, 12) },
  { key: 'thread-sealant', name: 'Penetrating thread sealant', cure: sheet(24, 0) },
  { key: 'epoxy-liner', name: 'Epoxy liner', cure: sheet(96, 25, 15) },
  { key: 'epoxy-patch', name: 'Epoxy patch', cure: sheet(8, 20, 10) },
]

/** The material with a key. @throws Error when there is none */
export function repairMaterial(key: string): RepairMaterial {
  const found = repairMaterials.find(material => material.key === key)
  if (!found) throw new Error(`There is no repair material “${key}”.`)
  return found
}
