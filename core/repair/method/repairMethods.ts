import type { PartFamily } from '../../circuit/boundary'
import { known } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

export const repairMethodKeys = [
  'renew-seal',
  'renew-hose',
  'fillet',
  'faying',
  'wick',
  'liner',
  'patch',
  'plastic-weld',
  'renew-part',
  'tighten',
] as const
export type RepairMethodKey = (typeof repairMethodKeys)[number]

/** What was done to a leak. */
export interface RepairMethod {
  key: RepairMethodKey
  source: SourceKey
  name: string
  /** families of part it is for; any when empty */
  families: readonly PartFamily[]
  /** short-lived: repeat the test after hours and days */
  shortLived: boolean
  /** it takes heat or sparks to the tank: only while its vapour readings stand */
  heat?: boolean
}

const rows: readonly RepairMethod[] = [
  {
    key: 'renew-seal',
    name: 'Renewed the seal',
    source: 'trade practice',
    families: [
      'cap',
      'sender',
      'sensor',
      'plate',
      'drain',
      'fitting',
      'pickup',
      'return',
      'coupling',
      'standpipe',
      'tap',
      'selector',
      'vent valve',
      'purge valve',
      'canister vent valve',
      'valve',
    ],
    shortLived: false,
  },
  {
    key: 'renew-hose',
    name: 'Renewed the hose and clamps',
    source: 'trade practice',
    families: ['hose', 'neck', 'filler hose', 'vent hose', 'vapour hose', 'feed', 'return', 'crossover'],
    shortLived: false,
  },
  {
    key: 'fillet',
    name: 'Re-filleted with sealant from inside',
    source: 'trade practice',
    families: ['rib', 'rivets', 'seam', 'plate'],
    shortLived: false,
  },
  {
    key: 'faying',
    name: 'Bedded on sealant',
    source: 'trade practice',
    families: ['plate', 'sender', 'drain', 'fitting', 'standpipe', 'pickup', 'coupling'],
    shortLived: false,
  },
  {
    key: 'wick',
    name: 'Wicked in thread sealant under slight vacuum',
    source: 'trade practice',
    families: ['rivets', 'rib'],
    shortLived: true,
  },
  {
    key: 'liner',
    name: 'Lined the tank inside',
    source: 'trade practice',
    families: ['seam', 'wall', 'lining'],
    shortLived: false,
  },
  {
    key: 'patch',
    name: 'Patched outside on bare metal',
    source: 'trade practice',
    families: ['seam', 'wall', 'neck'],
    shortLived: true,
  },
  {
    key: 'plastic-weld',
    name: 'Welded with parent plastic',
    source: 'trade practice',
    families: ['seam', 'wall', 'neck'],
    shortLived: false,
    heat: true,
  },
  { key: 'renew-part', name: 'Renewed the part', source: 'trade practice', families: [], shortLived: false },
  { key: 'tighten', name: 'Tightened or reseated', source: 'trade practice', families: [], shortLived: true },
]

/** With the usual default first. */
export const repairMethods = known(
  'Repair methods',
  rows,
  row => row.key,
  () => ({}),
  repairMethodKeys,
)

/** A method's name for people; the key itself for one that is no longer listed. */
export const repairMethodName = (key: string) => repairMethods.find(method => method.key === key)?.name ?? key
