import { partFamilies, type PartFamily } from '../../circuit/boundary'
import { isSkin } from '../../circuit/service'
import type { CraftKind } from '../../circuit/tankKinds'
import { known, type Bounds } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'
import type { DefectKind, DefectMaterial, Smear, Wall } from '../defect/defect'
import type { RepairMaterialKey } from '../material/repairMaterials'

export const repairMethodKeys = [
  'renew-seal',
  'renew-hose',
  'sleeve-neck',
  'tighten',
  'fillet',
  'faying',
  'wick',
  'patch',
  'liner',
  'poured-lining',
  'plastic-weld',
  'hot-work',
  'bulkhead-fitting',
  'renew-part',
  'renew-tank',
  'stopgap',
] as const
export type RepairMethodKey = (typeof repairMethodKeys)[number]

/**
 * As what a repair counts: for good; for good, but it may work loose; as a trial until tests over days have passed; or until a
 * day that is named.
 */
export const standings = ['lasting', 'short-lived', 'trial', 'temporary'] as const
export type RepairStanding = (typeof standings)[number]

/** A way of mending a leak. Times s. */
export interface RepairMethod {
  key: RepairMethodKey
  source: SourceKey
  /** as it is recorded */
  name: string
  /** as it is proposed */
  doing: string
  counts: RepairStanding
  /** families of part it is for; any when empty */
  families: readonly PartFamily[]
  /** defects that it mends; any when empty */
  mends: readonly DefectKind[]
  /** what the damaged piece has to be made of; anything when absent, with the reason for others */
  on?: { materials: readonly DefectMaterial[]; because: string }
  /** craft that it is never used on, with the reason */
  never?: { craft: readonly CraftKind[]; because: string }
  /** walls that hold it; any when absent */
  walls?: readonly Wall[]
  /** what must not have been put there before, since it cannot be got off */
  notOver?: readonly Smear[]
  /** m, the longest run */
  longest?: number
  /** `hand inside`: a hand and an eye have to get in, not only what is poured */
  reach: 'outside' | 'inside' | 'hand inside' | 'either'
  /** it is for what is open that wide; a closed tank is not */
  openCell?: true
  /** it wants nothing that bends or carries beside it */
  awayFromMounts?: boolean
  /** what moves breaks it */
  still?: boolean
  /** it takes heat or sparks to the tank: only while its vapour readings stand */
  heat?: boolean
  /** it is done by a licensed shop and only recorded here */
  recordedOnly?: boolean
  /** materials that it is made with; `none` where it may do without */
  takes: readonly RepairMaterialKey[]
  /** h of work: least, usual, most */
  hours: readonly [number, number, number]
  /** days that its parts are waited for: least and most */
  waits: readonly [number, number]
  /** of twenty such jobs, how many the trade would expect to hold */
  holds: number
  /** years that it buys where it holds */
  years: number
}

const metals: readonly DefectMaterial[] = ['steel', 'aluminium', 'stainless steel']
const sealants: readonly RepairMaterialKey[] = [
  'polysulfide-brush',
  'polysulfide-brush-long',
  'polysulfide-fillet',
  'polysulfide-fillet-long',
  'polysulfide-fast',
]
const skin = partFamilies.filter(isSkin)
const fitted = partFamilies.filter(family => !isSkin(family))
const sealantsOn = {
  materials: [...metals, 'composite'] as const,
  because: 'fuel sealant does not hold on plastic or rubber',
}

const rows: readonly RepairMethod[] = [
  {
    key: 'renew-seal',
    name: 'Renewed the seal',
    doing: 'Renew the seal',
    source: 'trade practice',
    counts: 'lasting',
    families: fitted.filter(
      family => !['filler hose', 'vent hose', 'vapour hose', 'hose', 'feed', 'crossover', 'canister'].includes(family),
    ),
    mends: ['seal', 'thread', 'connector'],
    reach: 'either',
    takes: ['none', ...sealants, 'thread-sealant'],
    hours: [0.3, 0.8, 2],
    waits: [0, 3],
    holds: 18,
    years: 10,
  },
  {
    key: 'renew-hose',
    name: 'Renewed the hose and clamps',
    doing: 'Renew the hose and clamps, the right thread and seat',
    source: 'trade practice',
    counts: 'lasting',
    families: ['hose', 'neck', 'filler hose', 'vent hose', 'vapour hose', 'feed', 'return', 'crossover', 'coupling'],
    mends: ['hose', 'clamp', 'thread', 'connector', 'crack', 'rubbed', 'gnawed', 'neck'],
    reach: 'either',
    takes: ['none'],
    hours: [0.5, 1, 3],
    waits: [0, 3],
    holds: 19,
    years: 10,
  },
  {
    key: 'sleeve-neck',
    name: 'Dressed and sleeved the neck, even band',
    doing: 'Dress the neck smooth, sleeve it, even band',
    source: 'trade practice',
    counts: 'lasting',
    families: ['neck', 'filler hose', 'vent hose', 'fitting'],
    mends: ['neck', 'clamp'],
    reach: 'outside',
    takes: ['none'],
    hours: [0.5, 1, 2],
    waits: [0, 2],
    holds: 16,
    years: 8,
  },
  {
    key: 'tighten',
    name: 'Tightened or reseated',
    doing: 'Tighten, reseat or adjust it',
    source: 'trade practice',
    counts: 'short-lived',
    families: fitted,
    mends: ['seal', 'clamp', 'thread', 'connector', 'neck'],
    still: true,
    reach: 'either',
    takes: ['none'],
    hours: [0.1, 0.2, 0.5],
    waits: [0, 0],
    holds: 9,
    years: 1,
  },
  {
    key: 'fillet',
    name: 'Re-filleted with sealant from inside',
    doing: 'Open it and fillet from inside',
    source: 'trade practice',
    counts: 'lasting',
    families: ['rib', 'rivets', 'seam', 'plate'],
    mends: ['rivet', 'fillet', 'seam', 'weld'],
    on: sealantsOn,
    walls: ['sound', 'thinned'],
    reach: 'hand inside',
    takes: sealants,
    hours: [3, 5, 9],
    waits: [0, 1],
    holds: 18,
    years: 10,
  },
  {
    key: 'faying',
    name: 'Bedded on sealant, fasteners wet',
    doing: 'Bed it on sealant, fasteners wet',
    source: 'trade practice',
    counts: 'lasting',
    families: ['plate', 'sender', 'drain', 'fitting', 'standpipe', 'pickup', 'coupling', 'sensor', 'tap', 'rivets'],
    mends: ['seal', 'thread', 'rivet', 'drilled', 'connector'],
    on: { materials: [...sealantsOn.materials, 'rubber'], because: sealantsOn.because },
    walls: ['sound', 'thinned'],
    reach: 'either',
    takes: sealants,
    hours: [1, 3, 5],
    waits: [0, 2],
    holds: 18,
    years: 10,
  },
  {
    key: 'wick',
    name: 'Wicked in thread sealant under slight vacuum',
    doing: 'Wick sealant in under slight vacuum',
    source: 'trade practice',
    counts: 'trial',
    families: ['rivets', 'rib'],
    mends: ['rivet', 'fillet'],
    on: { materials: metals, because: 'it creeps into metal joints only' },
    walls: ['sound'],
    longest: 0.025,
    still: true,
    reach: 'outside',
    takes: ['thread-sealant'],
    hours: [0.5, 0.7, 1.5],
    waits: [0, 0],
    holds: 8,
    years: 3,
  },
  {
    key: 'patch',
    name: 'Patched outside on bare metal',
    doing: 'Patch it outside on bare metal',
    source: 'trade practice',
    counts: 'temporary',
    families: ['seam', 'wall', 'neck'],
    mends: ['pinholes', 'seam', 'rubbed', 'crack'],
    on: { materials: metals, because: 'a patch wants bare, sound metal' },
    never: { craft: ['light aircraft'], because: 'a patch outside is not for a tank that flies' },
    walls: ['sound'],
    longest: 0.3,
    still: true,
    awayFromMounts: true,
    reach: 'outside',
    takes: ['epoxy-patch', 'polysulfide-fast'],
    hours: [1, 1.5, 3],
    waits: [0, 1],
    holds: 10,
    years: 1,
  },
  {
    key: 'liner',
    name: 'Lined the tank inside',
    doing: 'Line the tank inside',
    source: 'trade practice',
    counts: 'lasting',
    families: ['seam', 'wall'],
    mends: ['pinholes', 'seam', 'weld'],
    on: { materials: metals, because: 'a liner holds on clean metal only' },
    never: { craft: ['light aircraft'], because: 'never in a tank that flies' },
    walls: ['sound'],
    notOver: ['old liner'],
    longest: 0.5,
    still: true,
    reach: 'inside',
    takes: ['epoxy-liner', 'single-part-liner'],
    hours: [3, 5, 8],
    waits: [0, 3],
    holds: 13,
    years: 8,
  },
  {
    key: 'poured-lining',
    name: 'Lined face by face with a poured lining',
    doing: 'Line it face by face with a poured lining',
    source: 'trade practice',
    counts: 'lasting',
    families: ['lining', 'seam', 'wall'],
    mends: ['seam', 'crack', 'rubbed', 'pinholes', 'weld'],
    on: { materials: [...metals, 'composite'], because: 'a poured lining lets go of plastic' },
    never: { craft: ['light aircraft'], because: 'never in a tank that flies' },
    walls: ['sound', 'thinned'],
    notOver: ['old liner'],
    openCell: true,
    reach: 'hand inside',
    takes: ['poured-urethane'],
    hours: [6, 9, 14],
    waits: [0, 5],
    holds: 14,
    years: 8,
  },
  {
    key: 'plastic-weld',
    name: 'Welded with parent plastic',
    doing: 'Weld it with parent plastic',
    source: 'trade practice',
    counts: 'lasting',
    families: ['seam', 'wall', 'neck'],
    mends: ['crack', 'gnawed', 'rubbed'],
    on: { materials: ['polyethylene'], because: 'only polyethylene of known type is welded with parent plastic' },
    never: { craft: ['light aircraft'], because: 'nothing that carries people by air is welded from plastic' },
    walls: ['sound'],
    longest: 0.15,
    awayFromMounts: true,
    reach: 'outside',
    heat: true,
    takes: ['none'],
    hours: [1, 2, 4],
    waits: [0, 1],
    holds: 14,
    years: 6,
  },
  {
    key: 'hot-work',
    name: 'Licensed hot work by a licensed shop',
    doing: 'Send it to licensed hot work',
    source: 'trade practice',
    counts: 'lasting',
    families: ['seam', 'wall', 'neck', 'fitting', 'standpipe', 'rib'],
    mends: ['crack', 'weld', 'seam', 'pinholes', 'rubbed', 'drilled'],
    on: { materials: metals, because: 'only metal is welded hot' },
    walls: ['sound', 'thinned'],
    reach: 'either',
    recordedOnly: true,
    takes: ['none'],
    hours: [1, 2, 4],
    waits: [3, 14],
    holds: 17,
    years: 12,
  },
  {
    key: 'bulkhead-fitting',
    name: 'Fitted a proper bulkhead fitting',
    doing: 'Fit a proper bulkhead fitting',
    source: 'trade practice',
    counts: 'lasting',
    families: ['standpipe', 'fitting', 'wall', 'seam', 'pickup', 'sensor'],
    mends: ['drilled'],
    reach: 'either',
    walls: ['sound'],
    takes: ['none'],
    hours: [1, 1.5, 3],
    waits: [0, 4],
    holds: 18,
    years: 10,
  },
  {
    key: 'renew-part',
    name: 'Renewed the part',
    doing: 'Renew the part',
    source: 'trade practice',
    counts: 'lasting',
    families: fitted,
    mends: [],
    reach: 'either',
    takes: ['none', ...sealants],
    hours: [0.5, 1.5, 4],
    waits: [1, 7],
    holds: 19,
    years: 12,
  },
  {
    key: 'renew-tank',
    name: 'Renewed the tank',
    doing: 'Renew the tank',
    source: 'trade practice',
    counts: 'lasting',
    families: skin,
    mends: [],
    reach: 'either',
    takes: ['none'],
    hours: [3, 5, 10],
    waits: [2, 14],
    holds: 19,
    years: 15,
  },
  {
    key: 'stopgap',
    name: 'Stopped it with adhesive, putty or tape',
    doing: 'Stop it with adhesive, putty or tape to get it home',
    source: 'trade practice',
    counts: 'temporary',
    families: [],
    mends: [],
    never: { craft: ['light aircraft'], because: 'nothing flies home on putty' },
    walls: ['sound', 'thinned'],
    reach: 'outside',
    takes: ['fast-epoxy', 'none'],
    hours: [0.2, 0.4, 1],
    waits: [0, 0],
    holds: 5,
    years: 0.1,
  },
]

/** With the usual default first. */
export const repairMethods = known(
  'Repair methods',
  rows,
  row => row.key,
  (row): Bounds => ({
    'holds': [row.holds, 1, 19],
    'hours, least': [row.hours[0], 0.05, row.hours[1]],
    'hours, most': [row.hours[2], row.hours[1], 40],
    'waits, most': [row.waits[1], row.waits[0], 60],
    'years': [row.years, 0.05, 30],
    'takes': [row.takes.length, 1, Infinity],
  }),
  repairMethodKeys,
)

export const isRepairMethodKey = (key: string): key is RepairMethodKey => (repairMethodKeys as readonly string[]).includes(key)

/** The method with a key. */
export const repairMethod = (key: RepairMethodKey): RepairMethod => repairMethods.find(method => method.key === key)!

/** A method's name for people; the key itself for one that is no longer listed. */
export const repairMethodName = (key: string) => repairMethods.find(method => method.key === key)?.name ?? key
