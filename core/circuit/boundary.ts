/** Where a part stands on the tank's map, in map units (the map is 1000 wide and 360 high). */
export type PartShape =
  | { at: 'point', x: number, y: number }
  | { at: 'line', x1: number, y1: number, x2: number, y2: number }

/** How an opening can be closed for a test. Only its own closure is itself under test. */
export const closures = ['own', 'plug', 'pinch', 'plate', 'tape', 'rig'] as const
export type Closure = (typeof closures)[number]

export const partFamilies = ['cap', 'neck', 'hose', 'valve', 'sender', 'pickup', 'drain', 'seam', 'rivets', 'rib', 'plate', 'fitting', 'wall'] as const
export type PartFamily = (typeof partFamilies)[number]

/** A part of the tank's boundary as its kind brings it. */
export interface BoundaryPart {
  key: string
  name: string
  family: PartFamily
  shape: PartShape
  /** an opening of the tank, which a test must close */
  opening: boolean
}

/**
 * Parts that pressure reaches in a set-up: a plug, pinch, plate, tape or the rig in an opening's place keeps that opening's own part out of the test.
 * @param parts of the boundary
 * @param closed how each opening was closed, by part id; its own closure when absent
 */
export function reachedParts<P extends { id: string, opening: boolean }>(parts: readonly P[], closed: Readonly<Record<string, Closure>>): P[] {
  return parts.filter(part => !part.opening || (closed[part.id] ?? 'own') === 'own')
}
