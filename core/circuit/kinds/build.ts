import type { BoundaryPart, PartFamily, PartShape, PartTrait } from '../boundary'
import type { LineCargo, Link, LinkKind, Space, SpaceKind } from '../circuit'

// Short words in which the kinds of tank are written down.

export const point = (x: number, y: number): PartShape => ({ at: 'point', x, y })
export const line = (x1: number, y1: number, x2: number, y2: number): PartShape => ({ at: 'line', x1, y1, x2, y2 })

interface Tie {
  opening?: boolean
  space?: string
  link?: string
  trait?: PartTrait
}
export const part = (
  key: string,
  name: string,
  family: PartFamily,
  shape: PartShape,
  { opening = false, space = 'tank', link, trait }: Tie = {},
): BoundaryPart => ({ key, name, family, shape, opening, space, link: link ?? null, trait: trait ?? null })
export const opening = { opening: true } as const

export const space = (id: string, name: string, kind: Exclude<SpaceKind, 'line'>, ...path: [number, number][]): Space => ({
  id,
  name,
  kind,
  carries: null,
  path: path.map(([x, y]) => ({ x, y })),
})
/** A line, with what it carries. */
export const pipe = (id: string, name: string, carries: LineCargo, ...path: [number, number][]): Space => ({
  id,
  name,
  kind: 'line',
  carries,
  path: path.map(([x, y]) => ({ x, y })),
})
export const tank = space('tank', 'Tank', 'tank')

interface LinkFacts {
  normally?: Link['normally']
  cracking?: number
  pinch?: boolean
}
export const link = (
  id: string,
  name: string,
  kind: LinkKind,
  from: string,
  to: string,
  at: [number, number],
  { normally = 'open', cracking = 0, pinch = false }: LinkFacts = {},
): Link => ({ id, name, kind, from, to, normally, cracking, pinch, at: { x: at[0], y: at[1] } })

/** Usual limits: general trade practice for each kind; a maker's plate, manual or a local code wins. */
export const USUAL = 'usual for this kind; the plate or manual wins'
