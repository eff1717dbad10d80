import type { PartFamily } from '../circuit/boundary'

/** What was done to a leak. */
export interface RepairMethod {
  key: string
  name: string
  /** families of part it is for; any when empty */
  families: readonly PartFamily[]
  /** short-lived: repeat the test after hours and days */
  shortLived: boolean
  /** it takes heat or sparks to the tank: only while its vapour readings stand */
  heat?: boolean
}

/** Source: general trade practice, with the usual default first. */
export const repairMethods: readonly RepairMethod[] = [
  { key: 'renew-seal', name: 'Renewed the seal', families: ['cap', 'sender', 'sensor', 'plate', 'drain', 'fitting', 'pickup', 'return', 'coupling', 'standpipe', 'tap', 'selector', 'vent valve', 'purge valve', 'canister vent valve', 'valve'], shortLived: false },
  { key: 'renew-hose', name: 'Renewed the hose and clamps', families: ['hose', 'neck', 'filler hose', 'vent hose', 'vapour hose', 'feed', 'return', 'crossover'], shortLived: false },
  { key: 'fillet', name: 'Re-filleted with sealant from inside', families: ['rib', 'rivets', 'seam', 'plate'], shortLived: false },
  { key: 'faying', name: 'Bedded on sealant', families: ['plate', 'sender', 'drain', 'fitting', 'standpipe', 'pickup', 'coupling'], shortLived: false },
  { key: 'wick', name: 'Wicked in thread sealant under slight vacuum', families: ['rivets', 'rib'], shortLived: true },
  { key: 'liner', name: 'Lined the tank inside', families: ['seam', 'wall', 'lining'], shortLived: false },
  { key: 'patch', name: 'Patched outside on bare metal', families: ['seam', 'wall', 'neck'], shortLived: true },
  { key: 'plastic-weld', name: 'Welded with parent plastic', families: ['seam', 'wall', 'neck'], shortLived: false, heat: true },
  { key: 'renew-part', name: 'Renewed the part', families: [], shortLived: false },
  { key: 'tighten', name: 'Tightened or reseated', families: [], shortLived: true },
]

/** A method's name for people; the key itself for one that is no longer listed. */
export const repairMethodName = (key: string) => repairMethods.find(method => method.key === key)?.name ?? key
