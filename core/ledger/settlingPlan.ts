import type { FeedWay } from '../circuit/waysToFeed'
import { SOAP_SMALLEST_SEEN, SOAP_WATCH_TIME } from '../leaktest/soap/soap'

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

interface Choice {
  holds: number[]
  soaped: { partId: string; way: number }[]
}

/** Every subset of so many, the small ones first. */
const subsets = (n: number): number[][] =>
  Array.from({ length: 2 ** n }, (_, bits) => Array.from({ length: n }, (_, i) => i).filter(i => (bits >> i) & 1)).sort(
    (a, b) => a.length - b.length,
  )

/** Those of the ways that are worth looking at: none that reaches no more than another which can do as much. */
function worthwhile(reaches: readonly ReadonlySet<string>[], maySoap: readonly boolean[]): number[] {
  const all = reaches.map((_, way) => way)
  const outdone = (way: number) =>
    all.some(
      other =>
        other !== way &&
        (maySoap[other] || !maySoap[way]) &&
        [...reaches[way]!].every(partId => reaches[other]!.has(partId)) &&
        (reaches[other]!.size > reaches[way]!.size || (maySoap[other] && !maySoap[way]) || other < way),
    )
  return all.filter(way => reaches[way]!.size > 0 && !outdone(way))
}

/** Holds, the one that covers most of what is left first. */
function widestFirst(
  within: readonly string[],
  candidates: readonly number[],
  reaches: readonly ReadonlySet<string>[],
): Choice {
  const holds: number[] = []
  for (let left = [...within]; left.length > 0;) {
    const adds = (way: number) => left.filter(partId => reaches[way]!.has(partId)).length
    const widest = candidates.reduce((best, way) => (adds(way) > adds(best) ? way : best))
    holds.push(widest)
    left = left.filter(partId => !reaches[widest]!.has(partId))
  }
  return { holds, soaped: [] }
}

/**
 * The ways by which a few parts are soaped with the least pumping up: in a set-up that is pumped up for a hold anyway it costs
 * none. Null when one cannot be soaped.
 */
function soapedBy(
  parts: readonly string[],
  ways: readonly number[],
  reaches: readonly ReadonlySet<string>[],
  pumped: readonly number[],
): Choice['soaped'] | null {
  for (const more of subsets(ways.length)) {
    const open = [...pumped, ...more.map(k => ways[k]!)]
    const by = parts.map(partId => open.find(way => ways.includes(way) && reaches[way]!.has(partId)))
    if (by.every(way => way !== undefined)) return parts.map((partId, i) => ({ partId, way: by[i]! }))
  }
  return null
}

/**
 * The shortest set of tests that would settle parts without evidence: soap on a few, holds for many or where soap cannot see
 * the limit,
 * fed in as many ways as it takes to reach them all. Exact for up to ten ways: for every set of holds, the fewest set-ups in
 * which what they leave is soaped (weighted set cover, any text on combinatorial optimisation).
 * @param ways in which the circuit can be fed; when absent one way reaches everything
 * @returns null when nothing is missing
 */
export function settlingPlan(
  missing: readonly string[],
  { limit, ways }: { /** Pa·m3/s */ limit: number; ways?: readonly FeedWay[] | undefined },
): SettlingPlan | null {
  if (missing.length === 0) return null
  const reaches = (ways?.map(way => way.reached) ?? [missing]).map(
    reached => new Set(missing.filter(partId => reached.includes(partId))),
  )
  const maySoap = reaches.map((_, way) => SOAP_SMALLEST_SEEN <= limit && !ways?.[way]!.vacuum)
  const candidates = worthwhile(reaches, maySoap)
  const within = missing.filter(partId => candidates.some(way => reaches[way]!.has(partId)))
  let best: Choice = { holds: [], soaped: [] },
    least = Infinity
  if (candidates.length > MOST_WAYS) best = widestFirst(within, candidates, reaches)
  else
    for (const chosen of subsets(candidates.length)) {
      // The small sets come first: from here on the holds alone take longer.
      if (chosen.length * HOLD >= least) break
      const holds = chosen.map(k => candidates[k]!)
      const rest = within.filter(partId => !holds.some(way => reaches[way]!.has(partId)))
      const soaped =
        rest.length > MOST_SOAPED
          ? null
          : soapedBy(
              rest,
              candidates.filter(way => maySoap[way]),
              reaches,
              holds,
            )
      if (!soaped) continue
      const pumped = new Set(soaped.map(each => each.way).filter(way => !holds.includes(way)))
      const minutes = holds.length * HOLD + pumped.size * PUMP_UP + soaped.length * SPOT
      if (minutes < least) [best, least] = [{ holds, soaped }, minutes]
    }
  const held = new Set<string>()
  const holds = best.holds.map((way): SettlingTest => {
    const partIds = within.filter(partId => reaches[way]!.has(partId) && !held.has(partId))
    for (const partId of partIds) held.add(partId)
    return { kind: 'hold', way: ways?.[way] ?? null, partIds, minutes: HOLD }
  })
  const soaps = [...new Set(best.soaped.map(each => each.way))]
    .map((way): SettlingTest => {
      const partIds = best.soaped.filter(each => each.way === way && !held.has(each.partId)).map(each => each.partId)
      return {
        kind: 'soap',
        way: ways?.[way] ?? null,
        partIds,
        minutes: Math.ceil((best.holds.includes(way) ? 0 : PUMP_UP) + partIds.length * SPOT),
      }
    })
    .filter(test => test.partIds.length > 0)
  const tests = [...holds, ...soaps]
  return {
    tests,
    minutes: tests.reduce((sum, test) => sum + test.minutes, 0),
    beyond: missing.filter(partId => !within.includes(partId)),
  }
}
