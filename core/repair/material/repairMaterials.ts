import type { FuelKey } from '../../fuel/fuels'
import { known, type Bounds } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'
import type { DefectMaterial } from '../defect/defect'

/**
 * How a material cures, as its sheet gives it: times at a reference temperature, a floor below which it stops, a ceiling that
 * nothing beats and above which it is not poured.
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

/** The moments of a cure beside the test, s at the reference temperature. */
export interface CureMilestones {
  /** until what it is on may be moved */
  moveTime: number
  /** until fuel may stand on it */
  fuelTime: number
}

/** Parts of a mix by mass, and what each weighs. */
export interface MixRatio {
  /** parts of hardener by mass to 100 of base */
  hardener: number
  /** kg/m3 */
  baseDensity: number
  hardenerDensity: number
}

interface RepairMaterial {
  key: RepairMaterialKey
  name: string
  /** h at the reference temperature between which sheets of its family lie; null when nothing cures */
  sheets: readonly [number, number] | null
  source: SourceKey
  cure: CureSheet | null
  milestones: CureMilestones | null
  /** null for what comes ready, or is not mixed */
  ratio: MixRatio | null
  /** what it holds on */
  on: readonly DefectMaterial[]
  /** fuels that it stands by general practice; the sheet in hand may say more */
  fuels: readonly FuelKey[]
  /** days that it keeps once opened */
  openedDays: number | null
}

const HOUR = 3600
const sheet = (hours: number, potMinutes: number, floor = 5, ceiling = 45): CureSheet => ({
  cureTime: hours * HOUR,
  potLife: potMinutes * 60,
  referenceTemperature: 298.15,
  floor: floor + 273.15,
  ceiling: ceiling + 273.15,
})
const milestones = (moveHours: number, fuelHours: number): CureMilestones => ({
  moveTime: moveHours * HOUR,
  fuelTime: fuelHours * HOUR,
})
const ratio = (hardener: number, baseDensity: number, hardenerDensity: number): MixRatio => ({
  hardener,
  baseDensity,
  hardenerDensity,
})

export const repairMaterialKeys = [
  'none',
  'polysulfide-brush',
  'polysulfide-brush-long',
  'polysulfide-fillet',
  'polysulfide-fillet-long',
  'polysulfide-fast',
  'thread-sealant',
  'epoxy-liner',
  'single-part-liner',
  'poured-urethane',
  'epoxy-patch',
  'fast-epoxy',
] as const
export type RepairMaterialKey = (typeof repairMaterialKeys)[number]

const metal: readonly DefectMaterial[] = ['steel', 'aluminium', 'stainless steel']
const metalAndComposite: readonly DefectMaterial[] = [...metal, 'composite']
/** Alcohol swells or strips what stands plain hydrocarbons: no family is taken for it without a sheet that says so. */
const noAlcohol: readonly FuelKey[] = ['petrol', 'diesel', 'avgas', 'jet']
/** The soft linings stand heavy fuels; aromatics of petrol and avgas swell them. */
const heavy: readonly FuelKey[] = ['diesel', 'jet']

const sealant = {
  source: 'material sheet',
  ratio: ratio(10, 1500, 1600),
  on: metalAndComposite,
  fuels: noAlcohol,
  openedDays: 90,
} as const

const rows: readonly RepairMaterial[] = [
  {
    key: 'none',
    name: 'Nothing that cures',
    sheets: null,
    source: 'trade practice',
    cure: null,
    milestones: null,
    ratio: null,
    on: ['steel', 'aluminium', 'stainless steel', 'polyethylene', 'layered plastic', 'nylon', 'composite', 'rubber'],
    fuels: [...noAlcohol, 'e85'],
    openedDays: null,
  },
  {
    ...sealant,
    key: 'polysulfide-brush',
    name: 'Two-part sealant, brush grade',
    sheets: [16, 48],
    cure: sheet(16, 30),
    milestones: milestones(10, 24),
  },
  {
    ...sealant,
    key: 'polysulfide-brush-long',
    name: 'Two-part sealant, brush grade, long work',
    sheets: [16, 48],
    cure: sheet(48, 120),
    milestones: milestones(24, 72),
  },
  {
    ...sealant,
    key: 'polysulfide-fillet',
    name: 'Two-part sealant, fillet grade',
    sheets: [30, 72],
    cure: sheet(30, 30),
    milestones: milestones(10, 48),
  },
  {
    ...sealant,
    key: 'polysulfide-fillet-long',
    name: 'Two-part sealant, fillet grade, long work',
    sheets: [30, 72],
    cure: sheet(72, 120),
    milestones: milestones(24, 96),
  },
  {
    ...sealant,
    key: 'polysulfide-fast',
    name: 'Two-part sealant, fast grade',
    sheets: [4, 6],
    cure: sheet(4, 12),
    milestones: milestones(2, 8),
  },
  {
    key: 'thread-sealant',
    name: 'Penetrating thread sealant',
    sheets: [24, 24],
    source: 'material sheet',
    cure: sheet(24, 0),
    milestones: milestones(6, 24),
    ratio: null,
    on: metal,
    fuels: noAlcohol,
    openedDays: 365,
  },
  {
    key: 'epoxy-liner',
    name: 'Epoxy liner',
    sheets: [48, 120],
    source: 'material sheet',
    cure: sheet(72, 25, 15, 30),
    milestones: milestones(24, 120),
    ratio: ratio(45, 1150, 1000),
    on: metal,
    fuels: noAlcohol,
    openedDays: 365,
  },
  {
    key: 'single-part-liner',
    name: 'Single-part liner',
    sheets: [72, 120],
    source: 'material sheet',
    cure: sheet(96, 0, 10, 30),
    milestones: milestones(24, 120),
    ratio: null,
    on: metal,
    fuels: noAlcohol,
    openedDays: 7,
  },
  {
    key: 'poured-urethane',
    name: 'Poured urethane lining',
    sheets: [72, 168],
    source: 'material sheet',
    cure: sheet(168, 20, 10, 35),
    milestones: milestones(8, 168),
    ratio: ratio(25, 1050, 1200),
    on: metalAndComposite,
    fuels: heavy,
    openedDays: 30,
  },
  {
    key: 'epoxy-patch',
    name: 'Epoxy patch',
    sheets: [8, 24],
    source: 'material sheet',
    cure: sheet(8, 20, 10),
    milestones: milestones(4, 24),
    ratio: ratio(100, 1600, 1600),
    on: metal,
    fuels: noAlcohol,
    openedDays: 365,
  },
  {
    key: 'fast-epoxy',
    name: 'Fast epoxy, a stopgap',
    sheets: [1, 4],
    source: 'material sheet',
    cure: sheet(1, 5, 10),
    milestones: milestones(1, 4),
    ratio: ratio(100, 1200, 1200),
    on: ['steel', 'aluminium', 'stainless steel', 'composite', 'nylon', 'layered plastic', 'polyethylene'],
    fuels: noAlcohol,
    openedDays: 365,
  },
]

/** Typical sheets of each family of material, at 25 °C; the sheet in hand wins and can be typed in. */
export const repairMaterials = known(
  'Repair materials',
  rows,
  row => row.key,
  ({ cure, sheets, milestones: moments, ratio: mix }): Bounds =>
    cure && sheets && moments
      ? {
          cureTime: [cure.cureTime / HOUR, sheets[0], sheets[1]],
          potLife: [cure.potLife, 0, 2 * HOUR],
          referenceTemperature: [cure.referenceTemperature, 293.15, 298.15],
          floor: [cure.floor, 273.15, 293.15],
          ceiling: [cure.ceiling, cure.referenceTemperature, 333.15],
          moveTime: [moments.moveTime, HOUR, cure.cureTime],
          fuelTime: [moments.fuelTime, cure.cureTime, 240 * HOUR],
          ...(mix && {
            hardener: [mix.hardener, 2, 100],
            baseDensity: [mix.baseDensity, 800, 2000],
            hardenerDensity: [mix.hardenerDensity, 800, 2000],
          }),
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
