import type { Access, Check } from '../complaint/checks'
import { nextChecks } from '../complaint/nextCheck'
import { answerChances } from '../complaint/observations'
import { suspectsOf } from '../complaint/suspects'
import { causes } from '../complaint/causes'
import type { CauseKey } from '../complaint/keys'
import { uniformAt } from '../standin/seededRandom'
import { FIRM } from './advice'
import { accessTo, minutesTo, openedIn, type Search, type Step } from './search'
import { testReach } from './shows'

/** What a planner weighs: each way on, what it takes, and how likely each answer is under each suspect. */
interface Way {
  step: Step
  access: Access
  minutes: number
  /** chance of each answer, by suspect; of a mending one when it is it */
  chances: readonly Float64Array[]
}
interface Belief {
  /** cause of each suspect, as a number; -1 for something on no list */
  cause: Int16Array
  weight: Float64Array
  ways: readonly Way[]
}

const DRAWN = 260
/** Suspects drawn for each way that is tried out, and how many ways are tried. */
const TRIES = 20
const AMONG_CHECKS = 6
const AMONG_SUSPECTS = 3
/** Looks and suspects that a searcher keeps in mind on the way, the most telling first. */
const LOOKS_IN_MIND = 16
const SUSPECTS_IN_MIND = 10
/** A way that goes on longer is given up, and counts so much, min. */
const LONGEST = 12
const GIVEN_UP = 120
/** A mending with the hold after it, as far as it is known before, min. */
const MENDING = 60
/** How often a walk shows what it reaches. General trade practice. */
const WALKS = { soap: 0.9, smoke: 0.75 } as const

/** What is known, and each way on. */
function beliefOf(search: Search): Belief {
  const { situation, hunt, tried } = search
  const suspects = suspectsOf(situation)
  const known = suspects.weights.filter(({ hypothesis }) => !tried.includes(hypothesis.cause?.key as CauseKey))
  const total = known.reduce((sum, each) => sum + each.weight, 0)
  const weight = Float64Array.from(known, each => each.weight / total)
  const cause = Int16Array.from(known, ({ hypothesis }) => causes.findIndex(each => each.key === hypothesis.cause?.key))
  const { truth } = testReach(hunt)
  const next = nextChecks(situation, suspects)
  const offered = [...next.before, ...next.after].map(each => each.check)
  const walks = (test: 'soap' | 'smoke') => {
    const seen = Float64Array.from(known, ({ hypothesis }) =>
      hypothesis.part !== null && truth.has(hypothesis.part.id) ? WALKS[test] : 0,
    )
    // A walk names the part: as good as knowing which suspect it is.
    return [seen, seen.map(each => 1 - each)]
  }
  const answers = (check: Check) => {
    const each = known.map(({ hypothesis }) => answerChances(check, hypothesis))
    return [...check.outcomes, check.rest].map((_, k) => Float64Array.from(each, chances => chances[k]!))
  }
  const looks = offered
    .filter(({ test }) => test !== 'hold')
    .map((check): Way => ({
      step: { do: 'check', check: check.key },
      access: check.access,
      minutes: check.minutes,
      chances: check.test && check.test !== 'hold' ? walks(check.test) : answers(check),
    }))
  const mendings = suspects.list
    .filter(each => !tried.includes(each.cause.key))
    .map(({ cause: own, parts }): Way => ({
      step: { do: 'mend', cause: own.key, partId: parts[0]?.id ?? null },
      access: accessTo(own),
      minutes: MENDING,
      chances: [Float64Array.from(known, ({ hypothesis }) => (hypothesis.cause?.key === own.key ? 1 : 0))],
    }))
  return { cause, weight, ways: [...looks, ...mendings] }
}

const isWalk = ({ step }: Way) => step.do === 'check' && (step.check === 'soap' || step.check === 'smoke')

/** Bits of doubt over the causes. */
function doubt(weight: Float64Array, cause: Int16Array, sums: Float64Array): number {
  sums.fill(0)
  let total = 0
  for (let i = 0; i < weight.length; i++) {
    sums[cause[i]! + 1]! += weight[i]!
    total += weight[i]!
  }
  if (total <= 0) return 0
  let bits = Math.log2(total)
  for (const sum of sums) if (sum > 0) bits -= (sum / total) * Math.log2(sum)
  return bits
}

/** How much doubt a look is expected to take away for its minutes. */
function worth(
  way: Way,
  { cause, weight }: Pick<Belief, 'cause' | 'weight'>,
  { before, minutes, sums }: { before: number; minutes: number; sums: Float64Array },
): number {
  let left = 0
  const after = new Float64Array(weight.length)
  way.chances.forEach((chances, k) => {
    let share = 0
    for (let i = 0; i < weight.length; i++) share += after[i] = weight[i]! * chances[i]!
    // Whoever sees where it leaks hardly doubts any more.
    left += share * (isWalk(way) && k === 0 ? 0.2 * before : doubt(after, cause, sums))
  })
  return (before - left) / minutes
}

/** Goes on as a usual searcher would, with one suspect being it. @returns minutes until it is mended */
function goOn(belief: Belief, start: Way, it: number, opened: ReadonlySet<Access>, random: () => number): number {
  const open = new Set(opened)
  const weight = Float64Array.from(belief.weight)
  const sums = new Float64Array(causes.length + 1)
  const done = new Set<Way>()
  let way: Way | null = start
  let minutes = 0
  for (let steps = 0; way && steps < LONGEST; steps++) {
    minutes += way.minutes + minutesTo(way.access, open)
    open.add(way.access)
    done.add(way)
    if (way.step.do === 'mend') {
      const isIt = way.chances[0]!
      if (isIt[it]! > 0) return minutes
      for (let i = 0; i < weight.length; i++) if (isIt[i]! > 0) weight[i] = 0
    } else {
      let at = random()
      let k = 0
      while (k < way.chances.length - 1 && (at -= way.chances[k]![it]!) >= 0) k++
      if (isWalk(way) && k === 0) return minutes + MENDING
      const chances = way.chances[k]!
      for (let i = 0; i < weight.length; i++) weight[i]! *= chances[i]!
    }
    way = usualNext(belief, weight, open, done, sums)
  }
  return minutes + GIVEN_UP
}

/** A suspect that is firm is mended, otherwise the look that tells most for its minutes is taken. */
function usualNext(
  belief: Belief,
  weight: Float64Array,
  open: ReadonlySet<Access>,
  done: ReadonlySet<Way>,
  sums: Float64Array,
): Way | null {
  const total = weight.reduce((sum, each) => sum + each, 0)
  if (total <= 0) return null
  for (let i = 0; i < weight.length; i++) weight[i]! /= total
  const before = doubt(weight, belief.cause, sums)
  let [best, most]: [Way | null, number] = [null, 0]
  let [firm, firmest]: [Way | null, number] = [null, 0]
  for (const way of belief.ways) {
    if (done.has(way)) continue
    if (way.step.do === 'mend') {
      const chance = way.chances[0]!.reduce((sum, each, i) => sum + each * weight[i]!, 0)
      if (chance > firmest) [firm, firmest] = [way, chance]
    }
  }
  if (firmest > FIRM) return firm
  for (const way of belief.ways) {
    if (done.has(way) || way.step.do === 'mend') continue
    const value = worth(
      way,
      { cause: belief.cause, weight },
      { before, minutes: way.minutes + minutesTo(way.access, open), sums },
    )
    if (value > most) [best, most] = [way, value]
  }
  return best ?? firm
}

/**
 * The step with the least minutes expected until it is mended: each likely way on is tried out on suspects drawn by their chances, going
 * on from there as a usual searcher would (rollout policy; Bertsekas, Tsitsiklis and Wu 1997). It knows the circuit with its valves as
 * they stand, and the chances of every answer; it does not know the cause.
 */
export function bestStep(search: Search): Step | null {
  const all = beliefOf(search)
  const open = openedIn(search.steps)
  const sums = new Float64Array(causes.length + 1)
  const before = doubt(all.weight, all.cause, sums)
  const ranked = (does: Step['do'], value: (way: Way) => number, most: number) =>
    all.ways
      .filter(({ step }) => step.do === does)
      .map(way => ({ way, value: value(way) }))
      .sort((a, b) => b.value - a.value)
      .slice(0, most)
      .map(({ way }) => way)
  const looks = ranked(
    'check',
    way => worth(way, all, { before, minutes: way.minutes + minutesTo(way.access, open), sums }),
    LOOKS_IN_MIND,
  )
  const mendings = ranked(
    'mend',
    way => way.chances[0]!.reduce((sum, each, i) => sum + each * all.weight[i]!, 0),
    SUSPECTS_IN_MIND,
  )
  const belief = { ...all, ways: [...looks, ...mendings] }
  const likely = [...looks.slice(0, AMONG_CHECKS), ...mendings.slice(0, AMONG_SUSPECTS)]
  let [best, least]: [Way | null, number] = [null, Infinity]
  for (const way of likely) {
    let sum = 0
    for (let k = 0; k < TRIES; k++) {
      // The same suspects and answers for each way, so that chance does not choose between them.
      let at = uniformAt(search.hunt.seed, DRAWN + search.steps.length, k)
      let it = 0
      while (it < belief.weight.length - 1 && (at -= belief.weight[it]!) >= 0) it++
      let n = 0
      sum += goOn(belief, way, it, open, () => uniformAt(search.hunt.seed, DRAWN + 50 + search.steps.length, 100 * k + n++))
    }
    if (sum < least) [best, least] = [way, sum]
  }
  return best?.step ?? null
}
