import type { PartFamily } from '../circuit/boundary'

/** What was done to a leak. */
export interface RepairMethod {
  key: string
  name: string
  /** families of part it is for; any when empty */
  families: readonly PartFamily[]
  /** short-lived: repeat the test after hours and days */
  shortLived: boolean
}

/** Source: general trade practice, with the usual default first. */
export const repairMethods: readonly RepairMethod[] = [
  { key: 'renew-seal', name: 'Renewed the seal', families: ['cap', 'sender', 'plate', 'drain', 'fitting', 'pickup'], shortLived: false },
  { key: 'renew-hose', name: 'Renewed the hose and clamps', families: ['hose', 'neck'], shortLived: false },
  { key: 'fillet', name: 'Re-filleted with sealant from inside', families: ['rib', 'rivets', 'seam', 'plate'], shortLived: false },
  { key: 'faying', name: 'Bedded on sealant', families: ['plate', 'sender', 'drain', 'fitting'], shortLived: false },
  { key: 'wick', name: 'Wicked in thread sealant under slight vacuum', families: ['rivets', 'rib'], shortLived: true },
  { key: 'liner', name: 'Lined the tank inside', families: ['seam', 'wall'], shortLived: false },
  { key: 'patch', name: 'Patched outside on bare metal', families: ['seam', 'wall', 'neck'], shortLived: true },
  { key: 'plastic-weld', name: 'Welded with parent plastic', families: ['seam', 'wall', 'neck'], shortLived: false },
  { key: 'renew-part', name: 'Renewed the part', families: [], shortLived: false },
  { key: 'tighten', name: 'Tightened or reseated', families: [], shortLived: true },
]

/** A method's name for people; the key itself for one that is no longer listed. */
export const repairMethodName = (key: string) => repairMethods.find(method => method.key === key)?.name ?? key
