import type { Closure } from './boundary'
import type { Circuit, LinkState, TiedPart } from './circuit'
import { proposedClosures, proposedFeed } from './proposedClosures'
import { holdingLinks, reach, type Reach } from './reach'
import { feelsEnough, pressureOpens } from './service'

/** One way to put a tank and its lines under test, with what it reaches. */
export interface FeedWay {
  /** opening where air goes in */
  rig: string
  /** drawn out instead of pushed in: check valves pass the other way, and soap shows nothing */
  vacuum: boolean
  /** how the openings are closed, each answered */
  closures: Readonly<Record<string, Closure>>
  /** links set otherwise than they stand by themselves */
  links: Readonly<Record<string, LinkState>>
  /** Pa gauge, above zero */
  pressure: number
  /** what arrives at each part that it reaches, Pa gauge */
  felt: ReadonlyMap<string, number>
  /** ids of the parts that it reaches, and that feel enough there for a test to say something of them */
  reached: readonly string[]
}

/**
 * The ways in which a circuit can be closed and fed so that it holds: through each of its openings, by pressure and by vacuum,
 * every way straight to the open air shut; where it is fed best first. A way that reaches no more than an earlier one of its
 * direction is left out.
 * Where check valves take of the pressure, a way that makes up for them comes after, as far as the tank may be pumped up.
 * @param working Pa gauge, above zero @param most that the tank may ever see, likewise
 */
export function waysToFeed(circuit: Circuit, parts: readonly TiedPart[], working: number, most = working): FeedWay[] {
  const links = holdingLinks(circuit)
  const best = proposedFeed(parts)
  const openings = parts.filter(part => part.opening && part.space !== null).map(part => part.id)
  const feeds = [...openings.filter(id => id === best), ...openings.filter(id => id !== best)]
  const feels = ({ spaces }: Reach, { family, space }: TiedPart) =>
    feelsEnough(pressureOpens(family), spaces.get(space ?? '') ?? 0, working)
  const taken = circuit.links.reduce((sum, link) => sum + (link.kind === 'check' ? link.cracking : 0), 0)
  const raised = Math.min(most, working + taken)
  const tries = [
    ...[false, true].flatMap(vacuum => feeds.map(rig => ({ rig, vacuum, pressure: working }))),
    ...(raised > working ? feeds.map(rig => ({ rig, vacuum: false, pressure: raised })) : []),
  ]
  return tries.reduce<FeedWay[]>((ways, { rig, vacuum, pressure }) => {
    const closures = proposedClosures(parts, rig)
    const seen = reach(circuit, parts, { closures, links, pressure: vacuum ? -pressure : pressure })
    const { escapes } = seen
    const reached = seen.reached.filter(id =>
      feels(
        seen,
        parts.find(part => part.id === id)!,
      ),
    )
    const spaceOf = new Map(parts.map(part => [part.id, part.space ?? '']))
    const felt = new Map(reached.map(id => [id, seen.spaces.get(spaceOf.get(id)!) ?? 0]))
    const asMuch = (way: FeedWay) => (id: string) => (way.felt.get(id) ?? -1) >= Math.min(felt.get(id)!, working)
    const outdone = (way: FeedWay) => way.vacuum === vacuum && reached.every(asMuch(way))
    const holds = escapes.length === 0 && reached.length > 0 && !ways.some(outdone)
    return holds ? [...ways, { rig, vacuum, pressure, felt, closures, links, reached }] : ways
  }, [])
}
