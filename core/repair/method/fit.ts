import type { PartFamily } from '../../circuit/boundary'
import type { CraftKind, TankMaterial } from '../../circuit/tankKinds'
import { fuelName, type FuelKey } from '../../fuel/fuels'
import { lowerFirst } from '../../words/words'
import { wallMaterial, wallOf, type Defect, type DefectKind } from '../defect/defect'
import { repairMaterial, type RepairMaterialKey } from '../material/repairMaterials'
import { repairMethod, type RepairMethod, type RepairMethodKey } from './repairMethods'

/** What a repair is to be made on. */
export interface RepairCase {
  defect: Defect
  /** family of the part that leaks; null when it is not known */
  family: PartFamily | null
  craft: CraftKind
  fuel: FuelKey
}

const nouns: Record<DefectKind, string> = {
  seal: 'a seal',
  hose: 'a hose',
  clamp: 'a clamp',
  thread: 'a thread',
  seam: 'a seam',
  pinholes: 'pinholes',
  crack: 'a crack',
  rivet: 'a fastener',
  fillet: 'a fillet',
  weld: 'a weld',
  connector: 'a connector',
  gnawed: 'a gnawed wall',
  rubbed: 'a rubbed wall',
  neck: 'an uneven neck',
  drilled: 'a drilled hole',
}
/** A defect as the object of a sentence. */
export const defectNoun = (kind: DefectKind) => nouns[kind]

/**
 * Why a method cannot work on what is there, as the end of a sentence; null when it can. What nobody can change comes first: the
 * craft, the metal; then the wall, what was smeared on, size, reach and movement.
 */
export function cannotWork(key: RepairMethodKey, its: RepairCase): string | null {
  const method = repairMethod(key)
  const { defect, family } = its
  return (
    limitOf(key, its) ??
    smearProblem(method, defect) ??
    purposeProblem(method, defect, family) ??
    sizeProblem(method, defect) ??
    reachProblem(method, defect) ??
    placeProblem(method, defect)
  )
}

/** Why no money makes a method work on what is there: the craft, what it is made of, its wall; null where none of them stands against it. */
export function limitOf(key: RepairMethodKey, { defect, craft }: RepairCase): string | null {
  const method = repairMethod(key)
  if (method.never?.craft.includes(craft)) return method.never.because
  if (method.on && !method.on.materials.includes(defect.material)) return method.on.because
  return wallProblem(method, defect)
}

function wallProblem({ walls }: RepairMethod, defect: Defect): string | null {
  const wall = wallOf(defect)
  if (!walls || walls.includes(wall)) return null
  return wall === 'honeycomb'
    ? 'the wall is a sieve: what is left holds nothing, and the next hole is a few millimetres away'
    : 'the wall is thinned: there is nothing sound to bond to'
}

const smearProblem = ({ notOver }: RepairMethod, { before }: Defect) =>
  before.some(smear => notOver?.includes(smear)) ? 'nothing sticks to an old liner: it would have to come off entirely' : null

const purposeProblem = ({ mends, families }: RepairMethod, { what }: Defect, family: PartFamily | null) => {
  if (mends.length > 0 && !mends.includes(what)) return `it does not mend ${nouns[what]}`
  return family !== null && families.length > 0 && !families.includes(family) ? 'it is not made for such a part' : null
}

const sizeProblem = ({ longest }: RepairMethod, { length }: Defect) =>
  longest !== undefined && length !== null && length > longest
    ? `${(length * 1000).toFixed(0)} mm are too long for it, ${(longest * 1000).toFixed(0)} mm are the most`
    : null

function reachProblem({ reach, openCell }: RepairMethod, { outside, inside }: Defect): string | null {
  if (reach === 'inside' && inside.length === 0) return 'nobody can reach it from inside: say which way in there is'
  if (reach === 'hand inside' && inside.every(way => way === 'filler')) {
    return inside.length === 0
      ? 'nobody can reach it from inside: say which way in there is'
      : 'no hand reaches it through a filler'
  }
  if (openCell && !inside.includes('plate')) return 'a closed tank cannot be levelled and wetted face by face'
  if (reach === 'outside' && !outside) return 'nobody can reach it from outside'
  return null
}

function placeProblem({ awayFromMounts, still }: RepairMethod, { nearMount, moves }: Defect): string | null {
  if (awayFromMounts && nearMount) return 'a seam, strap or mount beside it works on it'
  return still && moves ? 'what it is in moves, and would break it again' : null
}

/** A tank of which no card of a leak was filled in. */
export interface RepairedTank {
  material: TankMaterial
  craft: CraftKind
  family: PartFamily | null
}

/**
 * Why a method cannot be used on a tank whatever the leak looks like, as the end of a sentence; null when it can: the craft, the
 * metal of a wall, and the family of part.
 */
export function unsuited(key: RepairMethodKey, { material, craft, family }: RepairedTank): string | null {
  const { never, on, families } = repairMethod(key)
  if (never?.craft.includes(craft)) return never.because
  if (on && !on.materials.includes(wallMaterial(material))) return on.because
  return family !== null && families.length > 0 && !families.includes(family) ? 'it is not made for such a part' : null
}

/** Why a material cannot be used there, as the end of a sentence; null when it can. */
export function cannotHold(
  material: RepairMaterialKey,
  { defect, fuel }: Pick<RepairCase, 'fuel'> & { defect: Pick<Defect, 'material'> },
  sheetFuels: readonly FuelKey[] = [],
): string | null {
  const { on, fuels, name } = repairMaterial(material)
  // What beds a rubber seal lies on the metal beside it.
  if (!on.includes(defect.material) && defect.material !== 'rubber')
    return `${lowerFirst(name)} does not hold on ${defect.material}`
  return fuels.includes(fuel) || sheetFuels.includes(fuel)
    ? null
    : `general practice knows of no ${lowerFirst(name)} that stands ${lowerFirst(fuelName(fuel))}: only a sheet on the Shelf that names the fuel does`
}

/** Materials that a method is made with here. */
export const materialsHere = (
  key: RepairMethodKey,
  its: Parameters<typeof cannotHold>[1],
  sheetFuels?: readonly FuelKey[],
): RepairMaterialKey[] => repairMethod(key).takes.filter(material => cannotHold(material, its, sheetFuels) === null)

/**
 * Why a method cannot be used here, with any material; null when it can.
 * @param sheetFuels of the sheets in hand, beyond what is general practice
 */
export function unfit(key: RepairMethodKey, its: RepairCase, sheetFuels?: readonly FuelKey[]): string | null {
  const why = cannotWork(key, its)
  if (why) return why
  const { takes } = repairMethod(key)
  return materialsHere(key, its, sheetFuels).length > 0 ? null : cannotHold(takes[0]!, its, sheetFuels)
}
