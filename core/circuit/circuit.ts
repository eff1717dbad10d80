import type { PartFamily } from './boundary'
import type { MapPlace } from './placeOnPart'

/** What holds one pressure: the tank's gas, a line, a chamber such as a canister, or the open air where a line ends. */
export const spaceKinds = ['tank', 'line', 'chamber', 'outside'] as const
export type SpaceKind = (typeof spaceKinds)[number]

/** What a line carries. */
export const lineCargoes = ['feed', 'return', 'filling', 'vent', 'vapour', 'crossover', 'heater feed'] as const
export type LineCargo = (typeof lineCargoes)[number]

export interface Space {
  id: string
  name: string
  kind: SpaceKind
  /** of a line; null of what is none */
  carries: LineCargo | null
  /** bends of a line, middle of a chamber or of an open end, on the map; a tank has the outline of its kind */
  path: readonly MapPlace[]
}

/**
 * How two spaces are joined. passage: always open, unless pinched. check: one way, from `from` to `to`, above its cracking
 * pressure.
 * solenoid: open or shut as it is switched. float: a rollover valve, open unless lifted or turned over. fill-limit: open unless
 * the tank is full. tap: by hand.
 */
export const linkKinds = ['passage', 'check', 'solenoid', 'float', 'fill-limit', 'tap'] as const
export type LinkKind = (typeof linkKinds)[number]

export const linkStates = ['open', 'shut'] as const
export type LinkState = (typeof linkStates)[number]

export interface Link {
  id: string
  name: string
  kind: LinkKind
  from: string
  to: string
  /** how it stands when nobody does anything to it */
  normally: LinkState
  /** Pa, pressure that a check valve takes to open */
  cracking: number
  /** a sound hose here can be pinched shut */
  pinch: boolean
  at: MapPlace
}

/** The tank and its lines as a directed graph. */
export interface Circuit {
  spaces: readonly Space[]
  links: readonly Link[]
}

/** A part of the boundary as it is tied to the circuit. */
export interface TiedPart {
  id: string
  name: string
  family: PartFamily
  opening: boolean
  /** the space whose pressure it keeps in; null when it is tied to nothing */
  space: string | null
}

/** A circuit of nothing but one tank. */
export const PLAIN_CIRCUIT: Circuit = {
  spaces: [{ id: 'tank', name: 'Tank', kind: 'tank', carries: null, path: [] }],
  links: [],
}

/** How a link stands in a test: as it was set, else as it stands by itself. */
export const linkStateIn = (link: Link, set: Readonly<Record<string, LinkState>>): LinkState => set[link.id] ?? link.normally

/** Links that a person can set for a test: valves that switch or turn, and hoses that can be pinched. */
export const settableLinks = (circuit: Circuit): Link[] =>
  circuit.links.filter(link => link.pinch || link.kind === 'solenoid' || link.kind === 'tap')

/** What setting a link is called. */
export const shutWord = (link: Link): string =>
  link.kind === 'passage' ? 'pinched' : link.kind === 'solenoid' ? 'switched shut' : link.kind === 'tap' ? 'turned off' : 'shut'
