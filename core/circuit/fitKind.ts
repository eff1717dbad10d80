import type { BoundaryPart } from './boundary'
import type { TankKind } from './kinds/tankKind'

/** A part as it is drawn on a tank, with its identity. */
export type DrawnPart = Omit<BoundaryPart, 'key'> & { id: string }

/**
 * The parts of a tank that turns out to be of another kind. What fits is kept as the same part, with its place of the new kind:
 * first by name, then by family, an opening for an opening. Of what does not fit, that which must stay is kept on the tank
 * itself, the rest goes.
 * @param mustStay ids of parts that something hangs on, such as a leak
 * @param newId makes an identity for a part that is new
 */
export function fitToKind(
  parts: readonly DrawnPart[],
  kind: Pick<TankKind, 'parts' | 'circuit'>,
  mustStay: ReadonlySet<string>,
  newId: () => string,
): DrawnPart[] {
  const left = new Map(parts.map(part => [part.id, part]))
  const take = (fits: (part: DrawnPart) => boolean): DrawnPart | undefined => {
    const candidates = [...left.values()].filter(fits)
    const found = candidates.find(part => mustStay.has(part.id)) ?? candidates[0]
    if (found) left.delete(found.id)
    return found
  }
  const named = kind.parts.map(wanted => take(part => part.name.toLowerCase() === wanted.name.toLowerCase()))
  const fitted = kind.parts.map((wanted, at): DrawnPart => {
    const { key: _, ...facts } = wanted
    const kept = named[at] ?? take(part => part.family === wanted.family && part.opening === wanted.opening)
    return { ...facts, id: kept?.id ?? newId() }
  })
  const tank = kind.circuit.spaces.find(space => space.kind === 'tank')?.id ?? null
  const names = new Set(fitted.map(part => part.name.toLowerCase()))
  const stays = [...left.values()]
    .filter(part => mustStay.has(part.id))
    .map(part => ({
      ...part,
      space: tank,
      link: null,
      name: names.has(part.name.toLowerCase()) ? `${part.name}, before` : part.name,
    }))
  return [...fitted, ...stays]
}
