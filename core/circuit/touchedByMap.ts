import type { Circuit, TiedPart } from './circuit'

interface TiedMap {
  circuit: Circuit
  parts: readonly Pick<TiedPart, 'id' | 'family' | 'opening' | 'space'>[]
}

/**
 * Parts that are joined otherwise on a map than on the one before: tied elsewhere, or next to a valve or a joint that was put in,
 * taken out or changed. Names and places on the map touch nothing.
 * @returns ids of parts that are on both
 */
export function touchedByMap(before: TiedMap, after: TiedMap): string[] {
  const linkFacts = ({ circuit }: TiedMap) =>
    new Map(
      circuit.links.map(({ id, kind, from, to, cracking, normally }) => [id, `${kind} ${from} ${to} ${cracking} ${normally}`]),
    )
  const [old, now] = [linkFacts(before), linkFacts(after)]
  const changed = [...before.circuit.links, ...after.circuit.links].filter(link => old.get(link.id) !== now.get(link.id))
  const spaces = new Set(changed.flatMap(link => [link.from, link.to]))
  return after.parts
    .filter(part => {
      const was = before.parts.find(each => each.id === part.id)
      if (!was) return false
      const tiedElsewhere = was.space !== part.space || was.opening !== part.opening || was.family !== part.family
      return tiedElsewhere || (part.space !== null && part.space !== 'tank' && spaces.has(part.space))
    })
    .map(part => part.id)
}
