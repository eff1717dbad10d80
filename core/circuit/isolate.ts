import { isFeed, type Closure } from './boundary'
import { settableLinks, shutWord, type Circuit, type Link, type LinkState, type TiedPart } from './circuit'
import { proposedClosures } from './proposedClosures'
import { reach, type TestSetup } from './reach'

/** A set-up that was tried and whether air or smoke was lost in it. */
export interface Probe {
  reached: readonly string[]
  leaks: boolean
}

/** What probes leave of the suspects. */
interface Narrowed {
  /** ids of the parts that can still be it */
  left: string[]
  /** no single part explains every probe, but two or more leaks do */
  several: boolean
  /** not even several leaks explain them: one of the probes, or the rig, is wrong */
  contradiction: boolean
}

/**
 * Which parts explain what probes showed: a tight one clears every part that it reached, a leaking one keeps the leak among
 * those that it reached.
 * When no single part is left, a second leak is taken as found and the narrowest leaking probe is followed.
 */
export function narrowedBy(suspects: readonly string[], probes: readonly Probe[]): Narrowed {
  const cleared = new Set(probes.filter(probe => !probe.leaks).flatMap(probe => probe.reached))
  const open = suspects.filter(id => !cleared.has(id))
  const leaking = probes.filter(probe => probe.leaks)
  const single = open.filter(id => leaking.every(probe => probe.reached.includes(id)))
  if (single.length > 0 || leaking.length === 0)
    return { left: single, several: false, contradiction: single.length === 0 && suspects.length > 0 }
  const within = leaking
    .map(probe => open.filter(id => probe.reached.includes(id)))
    .filter(ids => ids.length > 0)
    .sort((a, b) => a.length - b.length)
  return within.length === leaking.length
    ? { left: within[0]!, several: true, contradiction: false }
    : { left: [], several: false, contradiction: true }
}

/** One thing to do to the set-up. */
type SetupChange = { on: 'link'; link: Link; to: LinkState } | { on: 'opening'; partId: string; name: string; to: Closure }

interface SplitStep {
  changes: SetupChange[]
  setup: TestSetup
  /** suspects that it reaches, and that it leaves out */
  inside: string[]
  outside: string[]
  /** chance that it leaks, 0 to 1 */
  chance: number
  /** bits that it is expected to tell */
  information: number
  minutes: number
}

interface SplitCost {
  /** min, closing up, pumping or smoking and watching */
  each: number
  /** min more for each plug, pinch or valve that is changed */
  change: number
}
const USUAL_SPLIT_COST: SplitCost = { each: 4, change: 1.5 }

/** Binary entropy, bits. */
const bits = (p: number) => (p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p)))

/**
 * The set-up that splits the suspects best for the work. Two ways are tried from every feed: plugs, pinches and valves one by
 * one from how things stand now,
 * and a region grown from the feed space by space with every link out of it shut. The best of each is improved one change at a
 * time
 * while information for its minutes rises (steepest ascent), every set-up judged by what it reaches.
 * Set-ups that let air out to the open are no tests and are left out.
 * @param suspects parts that can still be it with their weights, by part id
 * @param now how the circuit is closed at this moment
 * @returns null when no set-up tells the suspects apart
 */
export function nextSplit(
  circuit: Circuit,
  parts: readonly TiedPart[],
  suspects: ReadonlyMap<string, number>,
  now: TestSetup,
  cost: SplitCost = USUAL_SPLIT_COST,
): SplitStep | null {
  const total = [...suspects.values()].reduce((sum, weight) => sum + weight, 0)
  if (suspects.size < 2 || !(total > 0)) return null
  const moves = movesOf(circuit, parts)
  const feeds = parts.filter(part => part.opening && part.space !== null)
  const judge = (setup: TestSetup): SplitStep | null => {
    const seen = reach(circuit, parts, setup)
    if (seen.escapes.length > 0) return null
    const reached = new Set(seen.reached)
    const inside = [...suspects.keys()].filter(id => reached.has(id))
    const outside = [...suspects.keys()].filter(id => !reached.has(id))
    if (inside.length === 0 || outside.length === 0) return null
    const chance = inside.reduce((sum, id) => sum + suspects.get(id)!, 0) / total
    const changes = changesBetween(circuit, parts, now, setup)
    // Weights can be nought; then the count still splits.
    const information = Math.max(bits(chance), 1e-6 * bits(inside.length / suspects.size))
    return { changes, setup, inside, outside, chance, information, minutes: cost.each + cost.change * changes.length }
  }
  const worth = (step: SplitStep | null) => (step ? step.information / step.minutes : 0)
  let best: SplitStep | null = null
  const fedStarts = [now, ...feeds.map(part => fedAt(parts, now, part.id))]
  const grown = fedStarts
    .map(start => regionsFrom(circuit, parts, start, setup => worth(judge(setup))))
    .filter(setup => setup !== null)
  for (const start of [...fedStarts, ...grown]) {
    let setup = start
    let step = judge(setup)
    for (let round = 0; round <= moves.length; round++) {
      let better: { setup: TestSetup; step: SplitStep } | null = null
      for (const move of moves) {
        const tried = move(setup)
        const result = tried && judge(tried)
        if (result && worth(result) > Math.max(worth(step), worth(better?.step ?? null)) * (1 + 1e-9))
          better = { setup: tried, step: result }
      }
      if (!better) break
      ;({ setup, step } = better)
    }
    if (step && worth(step) > worth(best) * (1 + 1e-9)) best = step
  }
  return best
}

/**
 * Grows a region from where a set-up is fed, each time by the neighbour that is worth most, with every link that leads out of
 * it shut.
 * @returns the best set-up met on the way, null when none is worth anything
 */
function regionsFrom(
  circuit: Circuit,
  parts: readonly TiedPart[],
  start: TestSetup,
  worth: (setup: TestSetup) => number,
): TestSetup | null {
  const settable = new Set(settableLinks(circuit).map(link => link.id))
  const opened = {
    ...start,
    links: Object.fromEntries(Object.entries(start.links).filter(([id]) => !circuit.links.find(link => link.id === id)?.pinch)),
  }
  const outside = new Set(circuit.spaces.filter(space => space.kind === 'outside').map(space => space.id))
  const seen = reach(circuit, parts, opened)
  const edges = circuit.links.filter(link => seen.spaces.has(link.from) && seen.spaces.has(link.to))
  /** With whatever cannot be shut off from it. */
  const closed = (region: ReadonlySet<string>): Set<string> => {
    const all = new Set(region)
    for (let grew = true; grew;) {
      grew = false
      for (const link of edges) {
        if (settable.has(link.id) || all.has(link.from) === all.has(link.to)) continue
        all.add(link.from).add(link.to)
        grew = true
      }
    }
    return all
  }
  const setupOf = (region: ReadonlySet<string>): TestSetup => ({
    ...opened,
    links: {
      ...opened.links,
      ...Object.fromEntries(
        circuit.links
          .filter(
            link =>
              settable.has(link.id) &&
              region.has(link.from) !== region.has(link.to) &&
              !outside.has(link.from) &&
              !outside.has(link.to),
          )
          .map(link => [link.id, 'shut' as const]),
      ),
    },
  })
  let region = closed(new Set(seen.fed))
  let best: { setup: TestSetup; value: number } | null = null
  for (let round = 0; round <= circuit.spaces.length; round++) {
    const value = worth(setupOf(region))
    if (value > (best?.value ?? 0)) best = { setup: setupOf(region), value }
    const beside = new Set(
      edges.flatMap(link =>
        region.has(link.from) === region.has(link.to) ? [] : [region.has(link.from) ? link.to : link.from],
      ),
    )
    if (beside.size === 0) break
    const next = [...beside].map(id => closed(new Set([...region, id]))).map(each => ({ each, value: worth(setupOf(each)) }))
    region = next.reduce((most, one) => (one.value > most.value ? one : most)).each
  }
  return best?.setup ?? null
}

/** The feed moved to an opening, the one where it was closed as it usually is. */
function fedAt(parts: readonly TiedPart[], now: TestSetup, partId: string): TestSetup {
  const usual = proposedClosures(parts, partId)
  const others = Object.entries(now.closures).map(([id, closure]) => [id, isFeed(closure) ? usual[id]! : closure] as const)
  return { ...now, closures: { ...Object.fromEntries(others), [partId]: 'fed' } }
}

type Move = (setup: TestSetup) => TestSetup | null

/** Every single change of a set-up: a link shut or opened, an opening plugged or closed again as it usually is. */
function movesOf(circuit: Circuit, parts: readonly TiedPart[]): Move[] {
  const usual = proposedClosures(parts, null)
  return [
    ...settableLinks(circuit).map((link): Move => setup => ({
      ...setup,
      links: { ...setup.links, [link.id]: (setup.links[link.id] ?? link.normally) === 'shut' ? 'open' : 'shut' },
    })),
    ...parts
      .filter(part => part.opening)
      .map((part): Move => setup => {
        const closure = setup.closures[part.id]
        return isFeed(closure)
          ? null
          : { ...setup, closures: { ...setup.closures, [part.id]: closure === 'plug' ? usual[part.id]! : 'plug' } }
      }),
  ]
}

/** What has to be done to come from one set-up to another. */
function changesBetween(circuit: Circuit, parts: readonly TiedPart[], from: TestSetup, to: TestSetup): SetupChange[] {
  const links = circuit.links.flatMap((link): SetupChange[] => {
    const state = to.links[link.id] ?? link.normally
    return state === (from.links[link.id] ?? link.normally) ? [] : [{ on: 'link', link, to: state }]
  })
  const openings = parts
    .filter(part => part.opening)
    .flatMap((part): SetupChange[] => {
      const closure = to.closures[part.id]
      return closure === undefined || closure === from.closures[part.id]
        ? []
        : [{ on: 'opening', partId: part.id, name: part.name, to: closure }]
    })
  return [...links, ...openings]
}

/** A change in words, as one thing to do. */
export function changeWords(change: SetupChange): string {
  if (change.on === 'opening') {
    const part = lower(change.name)
    if (isFeed(change.to)) return `feed at the ${part}`
    if (change.to === 'own') return `own closure back on the ${part}`
    if (change.to === 'capped') return `cap the end of the ${part}`
    return change.to === 'open' ? `leave the ${part} open` : `${change.to} in place of the ${part}`
  }
  const name = lower(change.link.name)
  if (change.to === 'shut') return change.link.kind === 'passage' ? `pinch the ${name}` : `${name} ${shutWord(change.link)}`
  return change.link.kind === 'passage'
    ? `pinch off the ${name} taken away`
    : `${name} ${change.link.kind === 'solenoid' ? 'switched open' : 'opened'}`
}
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
