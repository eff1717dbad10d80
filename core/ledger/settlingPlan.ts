import type { FeedWay } from '../circuit/waysToFeed'
import { seenAt } from './atLimitPressure'
import { SOAP_SMALLEST_SEEN, SOAP_WATCH_TIME } from '../leaktest/soap/soap'
import type { Direction } from './ledger'

/** Evidence that a part lacks. */
export interface MissingEvidence {
  partId: string
  /** the way that it has to be tested */
  direction: Direction
  /** the part's own limit, Pa·m3/s */
  limit: number
  /** a leak was measured there: only measuring closes it */
  onlyMeasured: boolean
}

/** One test of a plan, with the parts that it is to give evidence for. */
export interface SettlingTest {
  kind: 'hold' | 'soap'
  /** how it is fed; null where nothing is known of the circuit */
  way: FeedWay | null
  partIds: string[]
  /** about how long it takes, min */
  minutes: number
}

export interface SettlingPlan {
  /** in the order in which they are done: holds, then soap */
  tests: SettlingTest[]
  /** all of them together, min */
  minutes: number
  /** parts that no way of feeding this circuit reaches */
  beyond: string[]
}

const PUMP_UP = 5 // min, plugs already in
const HOLD = 25 // min, settling and reading a small tank
const SPOT = (SOAP_WATCH_TIME + 15) / 60 // min, wetting and watching one part
/** More than so many parts are not soaped with care one after another: then it is measured. */
const MOST_SOAPED = 5

/**
 * Of more ways than so many, each reaching something of its own, not every set is looked at: then the widest is held first,
 * until all is covered.
 */
const MOST_WAYS = 10

/** What a plan is made for. */
interface Settled {
  limit: number
  pressure: number
  ways?: (() => readonly FeedWay[]) | undefined
}

interface Choice {
  holds: number[]
  soaped: { item: number; way: number }[]
}

/** What each way of feeding reaches of what is missing, by measuring and by soap: places in the list of what is missing. */
interface Reaches {
  held: readonly ReadonlySet<number>[]
  soaped: readonly ReadonlySet<number>[]
}

/** A hold of a tank sees about half of the system's limit; what is stricter is soaped. */
const HOLD_SEES = 0.5

/** Every subset of so many, the small ones first. */
const subsets = (n: number): number[][] =>
  Array.from({ length: 2 ** n }, (_, bits) => Array.from({ length: n }, (_, i) => i).filter(i => (bits >> i) & 1)).sort(
    (a, b) => a.length - b.length,
  )

function reachesOf(
  missing: readonly MissingEvidence[],
  { limit, pressure }: Pick<Settled, 'limit' | 'pressure'>,
  ways: readonly FeedWay[] | undefined,
): Reaches {
  const all = missing.map((_, item) => item)
  /** What is seen behind a check valve, where less arrives, is a larger leak at the working pressure. */
  const grown = (item: number, way?: FeedWay) =>
    seenAt(1, Math.min(way?.felt.get(missing[item]!.partId) ?? pressure, pressure), pressure)
  const soapSees = (item: number, way?: FeedWay) =>
    missing[item]!.direction === 'pressure' &&
    !missing[item]!.onlyMeasured &&
    SOAP_SMALLEST_SEEN * grown(item, way) <= missing[item]!.limit
  const soapable = new Set(
    all.filter(item => (ways ? ways.some(way => inWay(way)(item) && soapSees(item, way)) : soapSees(item))),
  )
  const holdSees = (item: number, way?: FeedWay) =>
    !soapable.has(item) || missing[item]!.limit >= HOLD_SEES * limit * grown(item, way)
  function inWay(way: FeedWay): (item: number) => boolean {
    return item => way.vacuum === (missing[item]!.direction === 'vacuum') && way.reached.includes(missing[item]!.partId)
  }
  const reached: readonly { items: number[]; way?: FeedWay }[] = ways?.map(way => ({ items: all.filter(inWay(way)), way })) ?? [
    { items: all },
  ]
  return {
    held: reached.map(({ items, way }) => new Set(items.filter(item => holdSees(item, way)))),
    soaped: reached.map(({ items, way }) => new Set(items.filter(item => soapSees(item, way)))),
  }
}

const holdsAll = (wide: ReadonlySet<number>, narrow: ReadonlySet<number>) => [...narrow].every(item => wide.has(item))

/** Those of the ways that are worth looking at: none that does no more than another. */
function worthwhile({ held, soaped }: Reaches): number[] {
  const all = held.map((_, way) => way)
  const size = (way: number) => held[way]!.size + soaped[way]!.size
  const outdone = (way: number) =>
    all.some(
      other =>
        other !== way &&
        holdsAll(held[other]!, held[way]!) &&
        holdsAll(soaped[other]!, soaped[way]!) &&
        (size(other) > size(way) || other < way),
    )
  return all.filter(way => size(way) > 0 && !outdone(way))
}

/** Holds, the one that covers most of what is left first; what no hold sees is soaped in whichever way reaches it. */
function widestFirst(within: readonly number[], candidates: readonly number[], { held, soaped }: Reaches): Choice {
  const holds: number[] = []
  const byHold = (item: number) => candidates.some(way => held[way]!.has(item))
  for (let left = within.filter(byHold); left.length > 0;) {
    const adds = (way: number) => left.filter(item => held[way]!.has(item)).length
    const widest = candidates.reduce((best, way) => (adds(way) > adds(best) ? way : best))
    holds.push(widest)
    left = left.filter(item => !held[widest]!.has(item))
  }
  const rest = within.filter(item => !byHold(item))
  return { holds, soaped: rest.map(item => ({ item, way: candidates.find(way => soaped[way]!.has(item))! })) }
}

/**
 * The ways by which a few parts are soaped with the least pumping up: in a set-up that is pumped up for a hold anyway it costs
 * none. Null when one cannot be soaped.
 */
function soapedBy(
  items: readonly number[],
  ways: readonly number[],
  soaped: Reaches['soaped'],
  pumped: readonly number[],
): Choice['soaped'] | null {
  for (const more of subsets(ways.length)) {
    const open = [...pumped, ...more.map(k => ways[k]!)]
    const by = items.map(item => open.find(way => soaped[way]!.has(item)))
    if (by.every(way => way !== undefined)) return items.map((item, i) => ({ item, way: by[i]! }))
  }
  return null
}

/** Tells the cheapest choice of holds and soap among the ways, exactly. */
function cheapest(within: readonly number[], candidates: readonly number[], reaches: Reaches): Choice | null {
  let best: Choice | null = null,
    least = Infinity
  for (const chosen of subsets(candidates.length)) {
    // The small sets come first: from here on the holds alone take longer.
    if (chosen.length * HOLD >= least) break
    const holds = chosen.map(k => candidates[k]!)
    const rest = within.filter(item => !holds.some(way => reaches.held[way]!.has(item)))
    const mustSoap = rest.filter(item => !candidates.some(way => reaches.held[way]!.has(item)))
    if (rest.length > mustSoap.length + MOST_SOAPED) continue
    const soaped = soapedBy(rest, candidates, reaches.soaped, holds)
    if (!soaped) continue
    const pumped = new Set(soaped.map(each => each.way).filter(way => !holds.includes(way)))
    const minutes = holds.length * HOLD + pumped.size * PUMP_UP + soaped.length * SPOT
    if (minutes < least) [best, least] = [{ holds, soaped }, minutes]
  }
  return best
}

/**
 * The shortest set of tests that would settle parts without evidence: soap on a few, holds for many or where soap cannot see
 * the limit or a leak was measured,
 * fed in as many ways as it takes to reach them all. Exact for up to ten ways: for every set of holds, the fewest set-ups in
 * which what they leave is soaped (weighted set cover, any text on combinatorial optimisation).
 * @param limit the system's, Pa·m3/s @param pressure the working one, Pa gauge
 * @param ways in which the circuit can be fed; when absent one way reaches everything
 * @returns null when nothing is missing
 */
export function settlingPlan(
  missing: readonly MissingEvidence[],
  { limit, pressure, ways: known }: Settled,
): SettlingPlan | null {
  if (missing.length === 0) return null
  const ways = known?.()
  const reaches = reachesOf(missing, { limit, pressure }, ways)
  const candidates = worthwhile(reaches)
  const canBe = (item: number) => candidates.some(way => reaches.held[way]!.has(item) || reaches.soaped[way]!.has(item))
  const items = missing.map((_, item) => item)
  const within = items.filter(canBe)
  const best =
    (candidates.length > MOST_WAYS ? null : cheapest(within, candidates, reaches)) ?? widestFirst(within, candidates, reaches)
  const partsOf = (its: readonly number[]) => [...new Set(its.map(item => missing[item]!.partId))]
  const done = new Set<number>()
  const holds = best.holds.map((way): SettlingTest => {
    const its = within.filter(item => reaches.held[way]!.has(item) && !done.has(item))
    for (const item of its) done.add(item)
    return { kind: 'hold', way: ways?.[way] ?? null, partIds: partsOf(its), minutes: HOLD }
  })
  const soaps = [...new Set(best.soaped.map(each => each.way))]
    .map((way): SettlingTest => {
      const its = best.soaped.filter(each => each.way === way && !done.has(each.item)).map(each => each.item)
      const minutes = Math.ceil((best.holds.includes(way) ? 0 : PUMP_UP) + its.length * SPOT)
      return { kind: 'soap', way: ways?.[way] ?? null, partIds: partsOf(its), minutes }
    })
    .filter(test => test.partIds.length > 0)
  const tests = [...holds.filter(test => test.partIds.length > 0), ...soaps]
  return {
    tests,
    minutes: tests.reduce((sum, test) => sum + test.minutes, 0),
    beyond: partsOf(items.filter(item => !canBe(item))),
  }
}
