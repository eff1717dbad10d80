import { throughputFromStandard } from '../../quantity/standardLeakRate'
import type { Circuit, LinkState, TiedPart } from '../../circuit/circuit'
import { isFeed } from '../../circuit/boundary'
import { reach, wayTo, type Reach, type TestSetup } from '../../circuit/reach'
import type { BallReading } from '../flowtube/flowTube'

/** What a part shows in smoke: none, smoke in the lamp's light, or dye under the ultraviolet lamp afterwards. */
export const smokeMarks = ['clear', 'smoke', 'dye'] as const
export type SmokeMark = (typeof smokeMarks)[number]
export const isSmokeFind = (mark: SmokeMark) => mark !== 'clear'

/** Smallest leak that smoke and a bright lamp show in careful hands, Pa·m3/s: general trade practice for about 3 kPa. */
export const SMOKE_SMALLEST_SEEN = throughputFromStandard(20)

/** Something done or seen while smoke is on. Times are milliseconds since 1970. */
export type SmokeEvent =
  | { kind: 'link'; at: number; linkId: string; to: LinkState }
  /** whether smoke came out at a far end: an opening of the tank, or an open end of the circuit */
  | { kind: 'arrival'; at: number; end: string; seen: boolean }
  | { kind: 'flow'; at: number; reading: BallReading }
  | { kind: 'mark'; at: number; partId: string; mark: SmokeMark }

export interface SmokeStanding {
  /** how it is closed now */
  setup: TestSetup
  reach: Reach
  /** spaces in which smoke was seen to arrive, or that it passed on the way there */
  proven: ReadonlySet<string>
  /** the latest mark of each part that counts: made while smoke was proven to be there */
  marks: { partId: string; mark: SmokeMark; at: number }[]
  /** marks made where smoke was not proven to be: they say nothing */
  unproven: { partId: string; mark: SmokeMark; at: number }[]
  /** parts in spaces where arrival was proven with the circuit as it is now */
  provenParts: string[]
  /** the latest reading of the tube with the circuit as it is now, if there is one */
  flow: { at: number; reading: BallReading } | null
}

/**
 * Where a smoke test stands: its events in order, each against the circuit as it was then. A quiet part says something only if
 * smoke was seen to get there;
 * seeing it arrive at a far end proves every space on the way. A valve that is switched ends the proof beyond it.
 */
export function smokeStanding(
  circuit: Circuit,
  parts: readonly TiedPart[],
  begun: TestSetup,
  events: readonly SmokeEvent[],
): SmokeStanding {
  let setup = begun
  let seen = reach(circuit, parts, setup)
  const proven = new Set<string>()
  const marks = new Map<string, { partId: string; mark: SmokeMark; at: number }>()
  const unproven = new Map<string, { partId: string; mark: SmokeMark; at: number }>()
  let flow: SmokeStanding['flow'] = null
  const spaceOf = (id: string) => parts.find(part => part.id === id)?.space ?? null
  for (const event of [...events].sort((a, b) => a.at - b.at)) {
    switch (event.kind) {
      case 'link':
        setup = { ...setup, links: { ...setup.links, [event.linkId]: event.to } }
        seen = reach(circuit, parts, setup)
        for (const space of proven) if (!seen.spaces.has(space)) proven.delete(space)
        flow = null
        break
      case 'arrival':
        if (event.seen)
          for (const space of wayTo(
            reach(circuit, parts, openedAt(circuit, parts, setup, event.end)),
            endSpace(event.end, circuit, spaceOf) ?? '',
          ))
            proven.add(space)
        break
      case 'flow':
        flow = { at: event.at, reading: event.reading }
        break
      case 'mark': {
        const space = spaceOf(event.partId)
        // Smoke that is seen somewhere is its own proof.
        const counts = isSmokeFind(event.mark) || (space !== null && proven.has(space))
        const before = marks.get(event.partId)
        // What was seen once is not unseen by a later look of the same test.
        if (before && isSmokeFind(before.mark) && !isSmokeFind(event.mark)) break
        ;(counts ? marks : unproven).set(event.partId, { partId: event.partId, mark: event.mark, at: event.at })
        if (counts) unproven.delete(event.partId)
      }
    }
  }
  return {
    setup,
    reach: seen,
    proven,
    marks: [...marks.values()],
    unproven: [...unproven.values()],
    provenParts: seen.reached.filter(id => proven.has(spaceOf(id) ?? '')),
    flow,
  }
}

/**
 * The set-up while a far end is opened for a moment, to see smoke arrive there: a plug taken out, the valve of an open end let
 * through.
 */
export function openedAt(circuit: Circuit, parts: readonly TiedPart[], setup: TestSetup, end: string): TestSetup {
  if (parts.some(part => part.id === end)) return { ...setup, closures: { ...setup.closures, [end]: 'open' } }
  return {
    ...setup,
    links: {
      ...setup.links,
      ...Object.fromEntries(
        circuit.links.filter(link => link.from === end || link.to === end).map(link => [link.id, 'open' as const]),
      ),
    },
  }
}

const endSpace = (end: string, circuit: Circuit, spaceOf: (id: string) => string | null) =>
  spaceOf(end) ?? circuit.spaces.find(space => space.id === end)?.id ?? null

/** Far ends at which one can see whether smoke arrives: openings that are not fed, and open ends of the circuit. */
export function farEnds(circuit: Circuit, parts: readonly TiedPart[], setup: TestSetup): { id: string; name: string }[] {
  return [
    ...parts
      .filter(part => part.opening && part.space !== null && !isFeed(setup.closures[part.id]))
      .map(({ id, name }) => ({ id, name })),
    ...circuit.spaces.filter(space => space.kind === 'outside').map(({ id, name }) => ({ id, name })),
  ]
}
