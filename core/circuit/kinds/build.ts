import type { BoundaryPart, PartFamily, PartShape } from '../boundary'
import type { Link, LinkKind, Space, SpaceKind } from '../circuit'

// Short words in which the kinds of tank are written down.

export const point = (x: number, y: number): PartShape => ({ at: 'point', x, y })
export const line = (x1: number, y1: number, x2: number, y2: number): PartShape => ({ at: 'line', x1, y1, x2, y2 })

interface Tie { opening?: boolean, space?: string, link?: string }
export const part = (key: string, name: string, family: PartFamily, shape: PartShape, { opening = false, space = 'tank', link }: Tie = {}): BoundaryPart =>
  ({ key, name, family, shape, opening, space, link: link ?? null })
export const opening = { opening: true } as const

export const space = (id: string, name: string, kind: SpaceKind, ...path: [number, number][]): Space => ({ id, name, kind, path: path.map(([x, y]) => ({ x, y })) })
export const tank = space('tank', 'Tank', 'tank')

interface LinkFacts { normally?: Link['normally'], cracking?: number, pinch?: boolean }
export const link = (id: string, name: string, kind: LinkKind, from: string, to: string, at: [number, number], { normally = 'open', cracking = 0, pinch = false }: LinkFacts = {}): Link =>
  ({ id, name, kind, from, to, normally, cracking, pinch, at: { x: at[0], y: at[1] } })

/** Usual limits: general trade practice for each kind; a maker's plate, manual or a local code wins. */
export const USUAL = 'usual for this kind; the plate or manual wins'
