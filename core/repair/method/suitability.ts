import type { PartFamily } from '../../circuit/boundary'
import type { CraftKind, TankMaterial } from '../../circuit/tankKinds'
import { repairMaterials, type RepairMaterialKey } from '../material/repairMaterials'
import { repairMethods, type RepairMethodKey } from './repairMethods'

/** What a repair is to be made on. */
export interface RepairedTank {
  material: TankMaterial
  craft: CraftKind
  /** family of the part that leaks; null when it is not known */
  family: PartFamily | null
}

const metals: readonly TankMaterial[] = ['sheet steel', 'aluminium', 'riveted aluminium', 'stainless steel']

interface Suitability {
  /** what the tank has to be made of; anything when absent */
  on?: readonly TankMaterial[]
  /** crafts that it is never used on */
  never?: readonly CraftKind[]
  /** materials that it is made with; `none` where it may do without */
  takes: readonly RepairMaterialKey[]
  /** why not, for tanks that it is not made for */
  because: string
}

const sealants: readonly RepairMaterialKey[] = ['polysulfide-brush', 'polysulfide-fillet', 'polysulfide-fast']
const anything: readonly RepairMaterialKey[] = [...repairMaterials.map(material => material.key)]

/** Where each method works and what it is made with. Source: general trade practice; the sheet and approved data win. */
const suitability: Record<RepairMethodKey, Suitability> = {
  'renew-seal': { takes: ['none', ...sealants, 'thread-sealant'], because: '' },
  'renew-hose': { takes: ['none'], because: '' },
  'fillet': { on: [...metals, 'composite'], takes: sealants, because: 'fuel sealant does not hold on polyethylene' },
  'faying': { on: [...metals, 'composite'], takes: sealants, because: 'fuel sealant does not hold on polyethylene' },
  'wick': {
    on: ['riveted aluminium', 'aluminium', 'sheet steel', 'stainless steel'],
    takes: ['thread-sealant'],
    because: 'it creeps into metal joints only',
  },
  'liner': {
    on: ['sheet steel', 'aluminium', 'stainless steel'],
    never: ['light aircraft'],
    takes: ['epoxy-liner'],
    because: 'a liner holds on clean metal only, and never in a tank that flies',
  },
  'patch': { on: metals, takes: ['epoxy-patch', 'polysulfide-fast'], because: 'a patch wants bare, sound metal' },
  'plastic-weld': {
    on: ['moulded polyethylene'],
    never: ['light aircraft'],
    takes: ['none'],
    because: 'only polyethylene is welded with parent plastic, and nothing that carries people by air',
  },
  'renew-part': { takes: anything, because: '' },
  'tighten': { takes: ['none'], because: '' },
}

/** Why a method cannot be used on a tank, as the end of a sentence; null when it can. */
export function unsuited(method: RepairMethodKey, { material, craft, family }: RepairedTank): string | null {
  const { on, never, because } = suitability[method]
  const { families } = repairMethods.find(each => each.key === method)!
  if (on && !on.includes(material)) return because
  if (never?.includes(craft)) return because
  return family !== null && families.length > 0 && !families.includes(family) ? 'it is not made for such a part' : null
}

/** Materials that a method is made with; one that needs a material is not made with none. */
export const materialsFor = (method: RepairMethodKey): readonly RepairMaterialKey[] => suitability[method].takes
