import type { TankMaterial } from '../../circuit/tankKinds'
import type { PartFamily } from '../../circuit/boundary'

/** What is wrong where it leaks. */
export const defectKinds = [
  'seal',
  'hose',
  'clamp',
  'thread',
  'seam',
  'pinholes',
  'crack',
  'rivet',
  'fillet',
  'weld',
  'connector',
  'gnawed',
  'rubbed',
  'neck',
  'drilled',
] as const
export type DefectKind = (typeof defectKinds)[number]

/** What the damaged piece is made of. */
export const defectMaterials = [
  'steel',
  'aluminium',
  'stainless steel',
  'polyethylene',
  'layered plastic',
  'nylon',
  'composite',
  'rubber',
] as const
export type DefectMaterial = (typeof defectMaterials)[number]
export const metals: readonly DefectMaterial[] = ['steel', 'aluminium', 'stainless steel']
export const plastics: readonly DefectMaterial[] = ['polyethylene', 'layered plastic', 'nylon']

/** The wall after brushing: sound, thinned, or so many pinholes that it is a sieve. */
export const walls = ['sound', 'thinned', 'honeycomb'] as const
export type Wall = (typeof walls)[number]

/** What was put on it before. */
export const smears = ['nothing', 'sealant', 'wicked sealant', 'old liner', 'putty or tape', 'paint or underseal'] as const
export type Smear = (typeof smears)[number]

/** Ways to the inside, the easiest first. */
export const waysIn = ['plate', 'sender', 'filler', 'neighbouring bay', 'new access hole'] as const
export type WayIn = (typeof waysIn)[number]

/** Faces of a tank as a box, by which it is turned. */
export const boxFaces = ['top', 'bottom', 'left', 'right', 'front', 'back'] as const
export type BoxFace = (typeof boxFaces)[number]

/** What is there: all that decides how a leak is mended. Lengths m. */
export interface Defect {
  what: DefectKind
  /** between its marks; null where nobody measured it */
  length: number | null
  wall: Wall
  /** pinholes counted after brushing, and over which run; null where none were counted */
  pinholes: { count: number; run: number } | null
  material: DefectMaterial
  before: readonly Smear[]
  outside: boolean
  inside: readonly WayIn[]
  /** a seam, a strap, a mount or a bend lies within two widths of it */
  nearMount: boolean
  /** what it is in moves: a fastener that turns, a seam that works */
  moves: boolean
  face: BoxFace | null
}

/** Pinholes in 25 mm of run from which a wall is a sieve, and not one hole beside another. Source: general trade practice. */
export const HONEYCOMB_FROM = 3
const RUN = 0.025

/**
 * Pinholes in 25 mm of a run.
 * @param run m, above zero
 * @throws RangeError for a run that is none
 */
export function pinholesPerRun(count: number, run: number): number {
  if (!(run > 0)) throw new RangeError('Pinholes are counted over a run: say how long it is.')
  return (count * RUN) / Math.max(run, RUN)
}

/** The wall as it counts: what was counted makes a sieve of one that looked sound. */
export const wallOf = ({ wall, pinholes }: Pick<Defect, 'wall' | 'pinholes'>): Wall =>
  wall === 'honeycomb' || (pinholes !== null && pinholesPerRun(pinholes.count, pinholes.run) >= HONEYCOMB_FROM)
    ? 'honeycomb'
    : wall

const materialOf: Record<TankMaterial, DefectMaterial> = {
  'sheet steel': 'steel',
  'aluminium': 'aluminium',
  'riveted aluminium': 'aluminium',
  'stainless steel': 'stainless steel',
  'moulded polyethylene': 'polyethylene',
  'composite': 'composite',
}
/** What most likely leaks on a part of a family, the first first. Source: general trade practice. */
const usualOn: Partial<Record<PartFamily, readonly DefectKind[]>> = {
  'cap': ['seal', 'neck'],
  'neck': ['neck', 'seal', 'crack', 'clamp'],
  'sender': ['seal', 'connector', 'thread'],
  'sensor': ['seal', 'connector'],
  'plate': ['seal', 'fillet', 'thread'],
  'drain': ['seal', 'thread'],
  'fitting': ['thread', 'seal', 'connector', 'weld'],
  'pickup': ['thread', 'seal', 'connector'],
  'standpipe': ['thread', 'seal', 'drilled'],
  'coupling': ['connector', 'thread', 'seal'],
  'tap': ['seal', 'thread'],
  'selector': ['seal', 'thread'],
  'valve': ['seal', 'connector'],
  'vent valve': ['seal', 'connector'],
  'purge valve': ['connector', 'seal'],
  'canister vent valve': ['connector', 'seal'],
  'canister': ['crack', 'connector'],
  'hose': ['hose', 'clamp', 'connector'],
  'filler hose': ['hose', 'clamp'],
  'vent hose': ['hose', 'clamp'],
  'vapour hose': ['hose', 'connector'],
  'feed': ['hose', 'clamp', 'connector'],
  'return': ['hose', 'thread', 'clamp'],
  'crossover': ['hose', 'clamp'],
  'seam': ['seam', 'pinholes', 'weld', 'crack'],
  'rivets': ['rivet', 'fillet'],
  'rib': ['fillet', 'rivet', 'crack'],
  'wall': ['pinholes', 'crack', 'rubbed', 'gnawed', 'drilled', 'weld'],
  'lining': ['seam', 'crack', 'rubbed'],
}

/** Kinds of defect on a part, the likely ones first, the others after. */
export const defectsOn = (family: PartFamily | null): DefectKind[] => {
  const usual = (family && usualOn[family]) ?? []
  return [...usual, ...defectKinds.filter(kind => !usual.includes(kind))]
}

const RUBBER: readonly DefectKind[] = ['seal', 'hose']

/** What the card of a leak begins with: the likely kind, the tank's own material, sound, reached from outside. */
export function usualDefect(family: PartFamily | null, material: TankMaterial, length: number | null): Defect {
  const [what] = defectsOn(family)
  return {
    what: what!,
    length,
    wall: 'sound',
    pinholes: null,
    material: RUBBER.includes(what!) ? 'rubber' : materialOf[material],
    before: [],
    outside: true,
    inside: [],
    nearMount: false,
    moves: false,
    face: null,
  }
}

/** What the wall of a tank is, as a damaged piece of it. */
export const wallMaterial = (material: TankMaterial): DefectMaterial => materialOf[material]
