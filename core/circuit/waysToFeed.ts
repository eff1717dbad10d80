import type { Circuit, LinkState, TiedPart } from './circuit'
import { holdingLinks, reach } from './reach'

/** One way to put a tank and its lines under test, with what it reaches. */
export interface FeedWay {
  /** opening where air goes in; null for the tank itself, through a port that is the rig's own */
  rig: string | null
  /** drawn out instead of pushed in: check valves pass the other way, and soap shows nothing */
  vacuum: boolean
  /** links set otherwise than they stand by themselves */
  links: Readonly<Record<string, LinkState>>
  /** ids of the parts that it reaches */
  reached: readonly string[]
}

/**
 * The ways in which a circuit can be closed and fed so that it holds: through the tank and through each of its openings, and
 * through the tank by vacuum,
 * every way straight to the open air shut. A way that reaches no more than an earlier one is left out.
 * @param pressure Pa gauge, above zero
 */
export function waysToFeed(circuit: Circuit, parts: readonly TiedPart[], pressure: number): FeedWay[] {
  const links = holdingLinks(circuit)
  // Through an opening of the tank itself no more is reached than through the tank.
  const own = circuit.spaces.find(space => space.kind === 'tank')?.id
  const tries = [
    { rig: null, vacuum: false },
    ...parts.filter(part => part.opening && part.space !== own).map(part => ({ rig: part.id, vacuum: false })),
    { rig: null, vacuum: true },
  ]
  return tries.reduce<FeedWay[]>((ways, { rig, vacuum }) => {
    const { reached, escapes } = reach(circuit, parts, {
      closures: rig === null ? {} : { [rig]: 'rig' },
      links,
      pressure: vacuum ? -pressure : pressure,
    })
    const more =
      escapes.length === 0 && reached.length > 0 && !ways.some(way => reached.every(partId => way.reached.includes(partId)))
    return more ? [...ways, { rig, vacuum, links, reached }] : ways
  }, [])
}
