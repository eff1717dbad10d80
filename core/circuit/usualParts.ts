import type { PartFamily } from './boundary'

/** What somebody finds on a tank that its map has not: a name for it, where it mostly sits, and whether it is an opening. */
export interface UsualPart {
  family: PartFamily
  name: string
  sits: 'top' | 'side' | 'bottom'
  opening: boolean
}

/** In the order in which they are met. Source: general trade practice. */
export const usualParts: readonly UsualPart[] = [
  { family: 'drain', name: 'Drain plug', sits: 'bottom', opening: true },
  { family: 'vent hose', name: 'Vent hose', sits: 'top', opening: true },
  { family: 'sender', name: 'Sender ring', sits: 'top', opening: true },
  { family: 'return', name: 'Return union', sits: 'top', opening: true },
  { family: 'filler hose', name: 'Filler hose', sits: 'top', opening: false },
  { family: 'standpipe', name: 'Added standpipe', sits: 'top', opening: true },
  { family: 'fitting', name: 'Added fitting', sits: 'top', opening: true },
  { family: 'plate', name: 'Access plate', sits: 'top', opening: false },
  { family: 'coupling', name: 'Quick connector', sits: 'top', opening: true },
  { family: 'vent valve', name: 'Vent valve', sits: 'top', opening: true },
  { family: 'tap', name: 'Fuel tap', sits: 'bottom', opening: true },
  { family: 'pickup', name: 'Pickup flange', sits: 'top', opening: true },
  { family: 'wall', name: 'Skin', sits: 'side', opening: false },
  { family: 'seam', name: 'Seam', sits: 'side', opening: false },
]
