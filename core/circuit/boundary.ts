/** Where a part stands on the tank's map, in map units (the map is 1000 wide and 360 high). */
export type PartShape = { at: 'point'; x: number; y: number } | { at: 'line'; x1: number; y1: number; x2: number; y2: number }

/**
 * How an opening can be closed for a test, as a person says it. With its own closure, or with only its end capped or fed, the part
 * itself is under test; what stands in its place keeps it out of the test; `open` is left open to the air.
 */
export const closures = ['own', 'capped', 'fed', 'plug', 'pinch', 'plate', 'tape', 'rig', 'open'] as const
export type Closure = (typeof closures)[number]

/** Where air or smoke goes in: at the end of the part, or in its place. */
export const isFeed = (closure: Closure | undefined): boolean => closure === 'fed' || closure === 'rig'

/** Whether the part of an opening is itself under test when it is closed so. */
export const keepsPartIn = (closure: Closure): boolean => ['own', 'capped', 'fed', 'open'].includes(closure)

export const partFamilies = [
  'cap',
  'neck',
  'filler hose',
  'vent hose',
  'vapour hose',
  'vent valve',
  'purge valve',
  'canister vent valve',
  'canister',
  'sensor',
  'sender',
  'pickup',
  'feed',
  'return',
  'crossover',
  'selector',
  'tap',
  'coupling',
  'standpipe',
  'drain',
  'seam',
  'rivets',
  'rib',
  'plate',
  'wall',
  'lining',
  'fitting',
  'hose',
  'valve',
] as const
export type PartFamily = (typeof partFamilies)[number]

/** What is particular about a part: straps or a cradle bear on it, or it is a gauge without a wire. */
export const partTraits = ['strap', 'cradle', 'mechanical'] as const
export type PartTrait = (typeof partTraits)[number]

/** A part of the tank's boundary as its kind brings it. */
export interface BoundaryPart {
  key: string
  name: string
  family: PartFamily
  shape: PartShape
  /** an opening of the tank, which a test must close */
  opening: boolean
  /** the space whose pressure it keeps in; null when it is tied to nothing */
  space: string | null
  /** the valve of the circuit that it is, if it is one */
  link: string | null
  trait: PartTrait | null
}
