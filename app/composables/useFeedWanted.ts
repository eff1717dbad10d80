import { holdingLinks } from '#core/circuit/reach'
import type { Circuit, LinkState } from '#core/circuit/circuit'
import type { Closure } from '#core/circuit/boundary'

/**
 * The way of feeding that a link to a set-up asks for: where air goes in, with every way straight to the open air shut; null
 * when none is asked for.
 */
export function useFeedWanted(): (
  circuit: Circuit,
) => { closures: Record<string, Closure>; links: Record<string, LinkState>; vacuum: boolean } | null {
  const { rig, vacuum } = useRoute().query
  return circuit =>
    typeof rig === 'string'
      ? { closures: rig ? { [rig]: 'rig' } : {}, links: holdingLinks(circuit), vacuum: vacuum === '1' }
      : null
}
