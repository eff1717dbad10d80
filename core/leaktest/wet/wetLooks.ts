import { known } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

/** A way of seeing fuel that comes out, with fuel standing inside. */
export interface WetLook {
  key: string
  name: string
  doing: string
  source: SourceKey
  /** m3 of fuel that is seen once it is there */
  shows: number
  /** m2 over which so much spreads, and from which it dries; 0 where it is kept under foil */
  spreads: number
  /** what fools it */
  fooledBy: string
}

const rows = [
  {
    key: 'dry wipe',
    name: 'Wiped dry, and looked at',
    doing: 'Wipe the place dry, look along it with a lamp, and wipe again with clean paper.',
    source: 'trade practice',
    shows: 0.025e-6,
    spreads: 1e-3,
    fooledBy: 'What dries as fast as it comes, and what runs in from a place above.',
  },
  {
    key: 'talc',
    name: 'Dusted with talc',
    doing: 'Wipe the place dry, dust it thinly, and look for a dark spot with an edge.',
    source: 'trade practice',
    shows: 0.005e-6,
    spreads: 1e-4,
    fooledBy: 'Oil that was in the dirt, condensation on a cold tank, a hand that brushed it.',
  },
  {
    key: 'blotting paper',
    name: 'Blotting paper under foil',
    doing: 'Wipe the place dry, lay blotting paper on it, and foil over that, taped round.',
    source: 'trade practice',
    shows: 0.005e-6,
    spreads: 0,
    fooledBy: 'Tape that lets fuel run past, and paper that does not touch.',
  },
] as const satisfies readonly WetLook[]
export type WetLookKey = (typeof rows)[number]['key']

/** Ways of seeing fuel that comes out. What shows, and how far it spreads, is an order of magnitude. Source: general trade practice. */
export const wetLooks = known(
  'ways of seeing fuel',
  rows,
  row => row.key,
  row => ({ shows: [row.shows, 1e-9, 1e-6], spreads: [row.spreads, 0, 0.01] }),
)

/** @throws RangeError for a key that is none */
export function wetLook(key: string): WetLook {
  const found = wetLooks.find(each => each.key === key)
  if (!found) throw new RangeError(`There is no way of seeing fuel called “${key}”.`)
  return found
}
