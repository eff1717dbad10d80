import { isFeed, keepsPartIn, type Closure } from './boundary'
import { linkStateIn, type Circuit, type Link, type LinkState, type TiedPart } from './circuit'

/** How a circuit is closed, fed and switched for a test. */
export interface TestSetup {
  /** how each opening is closed, by part id, as somebody said it; one that is absent was not answered */
  closures: Readonly<Record<string, Closure>>
  /** links set otherwise than they stand by themselves, by link id */
  links: Readonly<Record<string, LinkState>>
  /** gauge, Pa; below zero for a vacuum, which runs the flow the other way */
  pressure: number
}

/** Why a part says nothing in a test. */
export type Unreached =
  | { partId: string; why: 'closed'; closure: Closure }
  | { partId: string; why: 'unanswered' }
  | { partId: string; why: 'no feed' }
  | { partId: string; why: 'valve'; linkId: string; how: 'shut' | 'against its way' | 'below its cracking pressure' }
  | { partId: string; why: 'untied' }
  | { partId: string; why: 'no way' }

export interface Reach {
  /** ids of the spaces where it goes in */
  fed: string[]
  /** pressure left in each space that is reached, Pa gauge, by space id */
  spaces: ReadonlyMap<string, number>
  /** the space from which each was reached; null where it goes in */
  cameFrom: ReadonlyMap<string, string | null>
  reached: string[]
  unreached: Unreached[]
  /** open ends where it escapes: ids of outside spaces and of openings left open */
  escapes: string[]
}

/**
 * Which parts of a boundary a test reaches, as a directed graph: pressure runs from the feed through every link that is open in
 * its direction,
 * and loses a check valve's cracking pressure on the way; a vacuum runs against the flow. An opening shut by something else
 * than its own closure keeps its own part out.
 * A part counts as reached when its space is. Source: ASTM E1003 and E432 on choosing a leak test method; breadth-first search,
 * any text on graphs.
 */
export function reach(circuit: Circuit, parts: readonly TiedPart[], setup: TestSetup): Reach {
  const size = Math.abs(setup.pressure)
  const feeds = parts.filter(part => part.opening && isFeed(setup.closures[part.id]))
  const fed = [...new Set(feeds.map(part => part.space))].filter(
    (id): id is string => id !== null && circuit.spaces.some(space => space.id === id),
  )
  const outside = new Set(circuit.spaces.filter(space => space.kind === 'outside').map(space => space.id))
  const spaces = new Map<string, number>(fed.map(id => [id, size]))
  const cameFrom = new Map<string, string | null>(fed.map(id => [id, null]))
  const queue = [...fed]
  while (queue.length > 0) {
    const here = queue.shift()!
    if (outside.has(here)) continue
    const left = spaces.get(here)!
    for (const link of circuit.links) {
      const there = link.from === here ? link.to : link.to === here ? link.from : null
      if (there === null || blocked(link, here, setup, left) !== null) continue
      const after = link.kind === 'check' ? left - link.cracking : left
      if ((spaces.get(there) ?? -1) >= after) continue
      spaces.set(there, after)
      cameFrom.set(there, here)
      queue.push(there)
    }
  }
  const reached: string[] = [],
    unreached: Unreached[] = [],
    escapes = [...outside].filter(id => spaces.has(id))
  for (const part of parts) {
    const closure = part.opening ? setup.closures[part.id] : 'own'
    const inside = part.space !== null && spaces.has(part.space)
    if (closure === 'open' && inside) escapes.push(part.id)
    if (closure === undefined) unreached.push({ partId: part.id, why: 'unanswered' })
    else if (!keepsPartIn(closure)) unreached.push({ partId: part.id, why: 'closed', closure })
    else if (part.space === null || !circuit.spaces.some(space => space.id === part.space))
      unreached.push({ partId: part.id, why: 'untied' })
    else if (inside) reached.push(part.id)
    else if (fed.length === 0) unreached.push({ partId: part.id, why: 'no feed' })
    else unreached.push({ partId: part.id, ...blocker(circuit, part.space, spaces, setup) })
  }
  return { fed, spaces, cameFrom, reached, unreached, escapes }
}

/** The spaces that were passed on the way to one, with itself; empty when it is not reached. */
export function wayTo(seen: Reach, space: string): string[] {
  const way: string[] = []
  for (
    let here: string | null = seen.spaces.has(space) ? space : null;
    here !== null && !way.includes(here);
    here = seen.cameFrom.get(here) ?? null
  )
    way.push(here)
  return way
}

type Block = 'shut' | 'against its way' | 'below its cracking pressure'

/** Why flow from a space does not pass a link, null when it does. @param left pressure there, Pa */
function blocked(link: Link, here: string, setup: TestSetup, left: number): Block | null {
  if (linkStateIn(link, setup.links) === 'shut') return 'shut'
  if (link.kind !== 'check') return null
  // Under pressure the flow leaves the feed, under vacuum it comes towards it.
  const passes = setup.pressure < 0 ? link.to === here : link.from === here
  return passes ? (left > link.cracking ? null : 'below its cracking pressure') : 'against its way'
}

/** The link that keeps a space from being reached: the first one at the edge of what is reached on the shortest way to it. */
function blocker(
  circuit: Circuit,
  target: string,
  spaces: ReadonlyMap<string, number>,
  setup: TestSetup,
): { why: 'valve'; linkId: string; how: Block } | { why: 'no way' } {
  const seen = new Set([target])
  const queue = [target]
  while (queue.length > 0) {
    const here = queue.shift()!
    for (const link of circuit.links) {
      const there = link.from === here ? link.to : link.to === here ? link.from : null
      if (there === null || seen.has(there)) continue
      const left = spaces.get(there)
      if (left !== undefined) return { why: 'valve', linkId: link.id, how: blocked(link, there, setup, left) ?? 'shut' }
      seen.add(there)
      queue.push(there)
    }
  }
  return { why: 'no way' }
}

/**
 * Links that stand between a test and the open air and must be shut for it to hold: those that lead straight outside and are
 * open.
 */
export const linksToShut = (circuit: Circuit, set: Readonly<Record<string, LinkState>> = {}): Link[] => {
  const outside = new Set(circuit.spaces.filter(space => space.kind === 'outside').map(space => space.id))
  return circuit.links.filter(link => (outside.has(link.from) || outside.has(link.to)) && linkStateIn(link, set) === 'open')
}

/** The links of a hold as one usually sets them: every way straight to the open air shut. */
export const holdingLinks = (circuit: Circuit): Record<string, LinkState> =>
  Object.fromEntries(linksToShut(circuit).map(link => [link.id, 'shut' as const]))
