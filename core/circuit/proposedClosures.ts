import type { Closure, PartFamily } from './boundary'
import type { TiedPart } from './circuit'

/** Families whose opening is the end of something: it is capped there, and stays under test itself. */
const endedFamilies: readonly PartFamily[] = [
  'filler hose',
  'vent hose',
  'vent valve',
  'pickup',
  'feed',
  'return',
  'standpipe',
  'fitting',
  'hose',
  'canister vent valve',
  'purge valve',
]

/** Where air goes in best, the first that there is: what has to be closed anyway comes before what closes itself. */
const feedFamilies: readonly PartFamily[] = ['fitting', 'vent hose', 'vent valve', 'return', 'coupling', 'filler hose', 'cap']

/** The opening through which a tank is fed best; null when it has none. */
export const proposedFeed = (parts: readonly TiedPart[]): string | null =>
  feedFamilies.flatMap(family => parts.filter(part => part.opening && part.family === family))[0]?.id ??
  parts.find(part => part.opening)?.id ??
  null

/**
 * How the openings of a tank are usually closed for a test: a proposal, which a person takes or changes. Exactly one of them
 * feeds.
 * @param feed id of the opening where air goes in
 */
export function proposedClosures(
  parts: readonly TiedPart[],
  feed: string | null = proposedFeed(parts),
): Record<string, Closure> {
  const usual = ({ id, family }: TiedPart): Closure => (id === feed ? 'fed' : endedFamilies.includes(family) ? 'capped' : 'own')
  return Object.fromEntries(parts.filter(part => part.opening).map(part => [part.id, usual(part)]))
}
