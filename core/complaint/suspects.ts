import type { Cause } from './causes'
import { hypothesesOf, type Hypothesis } from './hypotheses'
import { checkOf } from './checks'
import { observationsOf, saysSomething, type Observation } from './observations'
import { opposites, signOf } from './signs'
import { lowerFirst } from '../words/words'
import type { Situation } from './situation'

interface Reason {
  /** what was said or seen */
  words: string
  /** why it speaks for or against, when there is more to say */
  because: string | null
  /** natural logarithm of how much likelier it is with this cause than with a fault that has nothing to do with it */
  weight: number
}

export interface Suspect {
  cause: Cause
  /** chance that it is wrong, alone or with another, 0 to 1 */
  chance: number
  /** the same before anything was said */
  before: number
  /** parts that it would be on, likeliest first */
  parts: { id: string; name: string; chance: number }[]
  reasons: Reason[]
}

/** Something that does not fit with the rest. */
interface Contradiction {
  words: string
  /** chance of it, given all the rest */
  chance: number
  sentence: string
}

export interface Suspects {
  list: Suspect[]
  /** chance that it is something on no list, never below `OTHER_FLOOR` */
  other: number
  /** chance that two independent faults are there */
  several: number
  contradictions: Contradiction[]
  /** bits of doubt that are left over the causes */
  entropy: number
  /** weight of each hypothesis, for what stands on it: single faults and the halves of pairs, adding up to 1 */
  weights: { hypothesis: Hypothesis; weight: number }[]
}

/** Something else is never ruled out: no list is complete. */
export const OTHER_FLOOR = 0.03
/** How often two independent leaks are there at once, before anything is said: judged from general trade practice. */
const PAIR_PRIOR = 0.12
/** Pairs are looked at among this many of the likeliest. */
const PAIRS_AMONG = 20

/** Sum of numbers that are kept as logarithms. */
const logSum = (logs: readonly number[]) => {
  const most = Math.max(...logs)
  return most === -Infinity ? -Infinity : most + Math.log(logs.reduce((sum, each) => sum + Math.exp(each - most), 0))
}

/**
 * Chance of an observation with two independent faults: either can show it (noisy-or above its base rate), both must allow what
 * clears.
 */
function ofPair(observation: Observation, a: number, b: number): number {
  if (!observation.shows) return Math.max(1e-4, Math.min(1, (a * b) / observation.base))
  return Math.max(1e-4, Math.min(0.99, 1 - ((1 - a) * (1 - b)) / Math.max(0.05, 1 - observation.base)))
}

interface Posterior {
  weights: number[]
  several: number
  evidence: number
}

/**
 * Logarithms of everything that Bayes' rule multiplies, kept by observation, so that one can be left out without counting the
 * rest anew.
 */
interface Joint {
  singles: { log: Float64Array; byObservation: Float64Array[] }
  pairs: { i: number; j: number }[]
  pairLog: Float64Array
  pairByObservation: Float64Array[]
}

/** How much of a second look at the same thing is the first one again: the same eyes, light and place. Judged. */
const SAME_AGAIN = 0.8

/**
 * What each observation counts for, 0 to 1: looks that tell the same causes apart in the same way share their weight, so that
 * asking again adds little (a tempered likelihood, as for dependent evidence in any text on naive Bayes). What a customer said
 * keeps its weight.
 */
function countsFor(
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  rows: readonly Float64Array[],
): number[] {
  const total = hypotheses.reduce((sum, { prior }) => sum + prior, 0)
  const centred = rows.map(row => {
    const logs = row.map(Math.log)
    const mean = hypotheses.reduce((sum, { prior }, i) => sum + prior * logs[i]!, 0) / total
    const apart = logs.map((log, i) => Math.sqrt(hypotheses[i]!.prior) * (log - mean))
    const length = Math.sqrt(apart.reduce((sum, each) => sum + each * each, 0)) || 1
    return apart.map(each => each / length)
  })
  const looked = observations.map(({ from }) => from === 'check')
  return rows.map((_, k) => {
    if (!looked[k]) return 1
    const again = centred.reduce((sum, other, j) => {
      if (j === k || !looked[j]) return sum
      const alike = centred[k]!.reduce((dot, each, i) => dot + each * other[i]!, 0)
      return sum + SAME_AGAIN * Math.max(0, alike) ** 4
    }, 0)
    return 1 / (1 + again)
  })
}

/** Single faults, and pairs of the likeliest. @param rows one a observation, one column a hypothesis */
function jointOf(
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  rows: readonly Float64Array[],
): Joint {
  const counts = countsFor(hypotheses, observations, rows)
  const byObservation = rows.map((row, k) => row.map(chance => counts[k]! * Math.log(chance)))
  const log = Float64Array.from(
    hypotheses,
    (hypothesis, i) => Math.log(hypothesis.prior * (1 - PAIR_PRIOR)) + byObservation.reduce((sum, row) => sum + row[i]!, 0),
  )
  const likely = hypotheses
    .map((_, i) => i)
    .filter(i => hypotheses[i]!.cause !== null)
    .sort((a, b) => log[b]! - log[a]!)
    .slice(0, PAIRS_AMONG)
  const pairs = likely.flatMap((i, at) =>
    likely
      .slice(at + 1)
      .filter(j => hypotheses[i]!.part === null || hypotheses[i]!.part !== hypotheses[j]!.part)
      .map(j => ({ i, j })),
  )
  const pairByObservation = rows.map((row, k) =>
    Float64Array.from(pairs, ({ i, j }) => counts[k]! * Math.log(ofPair(observations[k]!, row[i]!, row[j]!))),
  )
  const pairLog = Float64Array.from(
    pairs,
    ({ i, j }, at) =>
      Math.log(2 * PAIR_PRIOR * hypotheses[i]!.prior * hypotheses[j]!.prior) +
      pairByObservation.reduce((sum, row) => sum + row[at]!, 0),
  )
  return { singles: { log, byObservation }, pairs, pairLog, pairByObservation }
}

/**
 * Weights of the hypotheses, alone or in pairs, and how well all observations are explained. @param without observations
 * that are left out
 */
function posterior({ singles, pairs, pairLog, pairByObservation }: Joint, without: readonly number[] = []): Posterior {
  const left = (all: Float64Array, rows: readonly Float64Array[]) =>
    without.length === 0 ? all : all.map((log, i) => without.reduce((sum, k) => sum - rows[k]![i]!, log))
  const single = left(singles.log, singles.byObservation)
  const pair = left(pairLog, pairByObservation)
  const evidence = logSum([...single, ...pair])
  const weights = Array.from(single, log => Math.exp(log - evidence))
  let several = 0
  pairs.forEach(({ i, j }, at) => {
    const weight = Math.exp(pair[at]! - evidence)
    several += weight
    weights[i]! += weight
    weights[j]! += weight
  })
  return { weights, several, evidence }
}

/**
 * What is likely wrong, by Bayes over the causes on the list, alone or in pairs (Pearl 1988 for the noisy-or; any text on naive
 * Bayes),
 * with the reasons for and against each, and what does not fit together.
 */
export function suspectsOf(situation: Situation): Suspects {
  const hypotheses = hypothesesOf(situation)
  const observations = observationsOf(situation)
  const rows = observations.map(observation =>
    Float64Array.from(hypotheses, hypothesis => Math.min(0.999, Math.max(1e-4, observation.of(hypothesis)))),
  )
  const joint = jointOf(hypotheses, observations, rows)
  const all = posterior(joint)
  const otherAt = hypotheses.length - 1
  const other = Math.max(OTHER_FLOOR, all.weights[otherAt]!)
  const room = (1 - other) / Math.max(1e-9, 1 - all.weights[otherAt]!)
  const weights = all.weights.map((weight, i) => (i === otherAt ? other : weight * room))
  const total = weights.reduce((sum, weight) => sum + weight, 0)

  const byCause = new Map<Cause, number[]>()
  hypotheses.forEach(({ cause }, i) => {
    if (cause) byCause.set(cause, [...(byCause.get(cause) ?? []), i])
  })
  const list = [...byCause]
    .map(([cause, at]): Suspect => ({
      cause,
      chance: Math.min(
        1,
        at.reduce((sum, i) => sum + weights[i]!, 0),
      ),
      before: at.reduce((sum, i) => sum + hypotheses[i]!.prior, 0),
      parts: at
        .flatMap(i =>
          hypotheses[i]!.part ? [{ id: hypotheses[i]!.part!.id, name: hypotheses[i]!.part!.name, chance: weights[i]! }] : [],
        )
        .sort((a, b) => b.chance - a.chance),
      reasons: reasonsFor(
        at.reduce((most, i) => (weights[i]! > weights[most]! ? i : most)),
        hypotheses,
        observations,
        rows,
      ),
    }))
    .sort((a, b) => b.chance - a.chance)
  const shares = [...list.map(each => each.chance), other].map(chance => chance / total).filter(share => share > 0)
  return {
    list,
    other,
    several: all.several,
    contradictions: contradictionsOf(situation, hypotheses, observations, joint, all),
    entropy: -shares.reduce((sum, share) => sum + share * Math.log2(share), 0),
    weights: hypotheses.map((hypothesis, i) => ({ hypothesis, weight: weights[i]! / total })),
  }
}

/** Below this an observation hardly speaks for or against. */
const SPEAKS = 0.15

function reasonsFor(
  i: number,
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  rows: readonly Float64Array[],
): Reason[] {
  return observations
    .map((observation, k): Reason => ({
      words: observation.words,
      because: observation.because(hypotheses[i]!),
      weight: Math.log(rows[k]![i]! / observation.base),
    }))
    .filter(({ weight, words }) => Math.abs(weight) > SPEAKS && words !== 'what was not said')
    .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight))
}

/** An observation this unlikely, given all the rest, does not fit. */
const ODD = 0.035
/** What a customer says may have nothing to do with the leak; what a check or a test shows should be explained by it. */
const oddBelow = (observation: Observation) =>
  (observation.from === 'sign' || observation.from === 'code' ? 0.6 : 1.25) * observation.base

function contradictionsOf(
  situation: Situation,
  hypotheses: readonly Hypothesis[],
  observations: readonly Observation[],
  joint: Joint,
  all: Posterior,
): Contradiction[] {
  const named = (weights: readonly number[]) => {
    const best = hypotheses
      .map((hypothesis, i) => ({ hypothesis, weight: weights[i]! }))
      .filter(each => each.hypothesis.cause)
      .sort((a, b) => b.weight - a.weight)[0]
    return best
      ? `${best.hypothesis.cause!.name.charAt(0).toLowerCase()}${best.hypothesis.cause!.name.slice(1)}`
      : 'something else'
  }
  const odd = observations.flatMap((observation, k): Contradiction[] => {
    if (observation.from === 'unsaid') return []
    const rest = posterior(joint, [k])
    const chance = Math.exp(all.evidence - rest.evidence)
    if (chance > ODD || chance > oddBelow(observation)) return []
    return [
      {
        words: observation.words,
        chance,
        sentence: `“${observation.words}” does not fit with the rest. Left out, ${named(rest.weights)} would be likeliest; look at it again, or there are two leaks.`,
      },
    ]
  })
  const opposed = opposites
    .filter(pair => pair.every(key => situation.signs.includes(key)))
    .map(([a, b]): Contradiction => {
      const without = (key: string) =>
        posterior(joint, [observations.findIndex(observation => observation.key === `sign ${key}`)]).evidence
      // The one whose absence makes the rest fit better is the doubtful one.
      const doubtful = without(a) > without(b) ? a : b
      return {
        words: `${signOf(a).words} · ${signOf(b).words}`,
        chance: 0,
        sentence: `“${signOf(a).words}” and “${signOf(b).words}” cannot both be so of one leak. The rest fits better with “${signOf(doubtful === a ? b : a).words}”; ask about the other again, or look for two leaks.`,
      }
    })
  return [...opposed, ...odd, ...apart(situation)].slice(0, 3)
}

/** Looks that each found something, at causes that have nothing in common: by their own words, whatever their chances are. */
function apart({ answers }: Situation): Contradiction[] {
  const found = answers.filter(saysSomething).flatMap(({ check, outcome }) => {
    const at = checkOf(check).outcomes.find(each => each.key === outcome)
    return at ? [{ words: `${checkOf(check).name}: ${lowerFirst(at.words)}`, for: at.for }] : []
  })
  return found.flatMap((a, at) =>
    found
      .slice(at + 1)
      .filter(b => !a.for.some(cause => b.for.includes(cause)))
      .map(b => ({
        words: `${a.words} · ${b.words}`,
        chance: 0,
        sentence: `“${a.words}” and “${b.words}” point to different places. Look at both again, or there are two leaks.`,
      })),
  )
}
