import { checkOf, type Check } from './checks'
import { causes, type Cause } from './causes'
import type { Hypothesis } from './hypotheses'
import { mechanisms } from './mechanisms'
import { likelihoods, signOf, signs, type Likelihood, type SignGroup } from './signs'
import { isNeutral, type CheckAnswer, type Situation, type TestWord } from './situation'
import { CODE_BASE, troubleCode, type CodeClass } from './troubleCodes'
import type { SignKey } from './keys'

/** Something that was said, seen or measured, as each hypothesis would have it. */
export interface Observation {
  key: string
  /** a sign that somebody told, or did not tell where another was told; a code; an answer to a check; what a test says */
  from: 'sign' | 'unsaid' | 'code' | 'check' | 'test'
  /** as it is named to people */
  words: string
  /** chance of it under one hypothesis, 0 to 1 */
  of: (hypothesis: Hypothesis) => number
  /** chance of it with a fault that has nothing to do with it */
  base: number
  /** it shows a fault; then either of two faults can be what shows it. Otherwise it clears, and both must allow it. */
  shows: boolean
  /** why a cause explains it or not, when there is more to say than the figure */
  because: (hypothesis: Hypothesis) => string | null
}

/** Signs of one leak hang together, so each counts for less than if it stood alone. */
const SIGN_WEIGHT = 0.8
/** How often a customer says what there was to say, in a group where something was said. */
const SAID = 0.35

/**
 * How likely a cause shows a sign, and why; null when nothing connects them. Its own word counts before those of its
 * mechanisms; of several mechanisms the likeliest.
 */
export const signOfCause = (cause: Cause, key: SignKey): readonly [Likelihood, string] | null =>
  signTable.get(cause)?.[key] ?? null

/** Every sign of every cause, worked out once: the ranking asks for them thousands of times. */
const signTable = new Map(
  causes.map(cause => {
    const all: Partial<Record<SignKey, readonly [Likelihood, string]>> = {}
    for (const mechanism of cause.mechanisms) {
      for (const [sign, shown] of Object.entries(mechanisms[mechanism])) {
        const key = sign as SignKey
        const before = all[key]
        if (!before || likelihoods[shown[0]] > likelihoods[before[0]]) all[key] = shown
      }
    }
    return [cause, { ...all, ...cause.shows }] as const
  }),
)

const signChance = (hypothesis: Hypothesis, key: SignKey, base: number) => {
  const shown = hypothesis.cause && signOfCause(hypothesis.cause, key)
  return shown ? likelihoods[shown[0]] : base
}

function signObservation(sign: string): Observation {
  const { key, words, base } = signOf(sign)
  return {
    key: `sign ${key}`,
    from: 'sign',
    words,
    base: base ** SIGN_WEIGHT,
    shows: true,
    of: hypothesis => signChance(hypothesis, key, base) ** SIGN_WEIGHT,
    because: hypothesis => (hypothesis.cause && signOfCause(hypothesis.cause, key)?.[1]) ?? null,
  }
}

/** What was not said where something else was: it speaks a little against causes that mostly show it. */
function unsaid(group: SignGroup, said: readonly string[]): Observation {
  const left = signs.filter(sign => sign.group === group && !said.includes(sign.key))
  const chance = (of: (key: SignKey, base: number) => number) =>
    left.reduce((product, sign) => product * (1 - SAID * of(sign.key, sign.base)), 1)
  return {
    key: `unsaid ${group}`,
    from: 'unsaid',
    words: 'what was not said',
    base: chance((_, base) => base),
    shows: false,
    of: hypothesis => chance((key, base) => signChance(hypothesis, key, base)),
    because: () => null,
  }
}

function codeObservation(typed: string): Observation | null {
  const found = troubleCode(typed)
  if (!found?.known) return null
  const { code, of: codeClass } = found.known
  const shown = (hypothesis: Hypothesis) => hypothesis.cause?.codes?.[codeClass] ?? null
  return {
    key: `code ${code}`,
    from: 'code',
    words: code,
    base: CODE_BASE,
    shows: true,
    of: hypothesis => (shown(hypothesis) ? likelihoods[shown(hypothesis)![0]] : CODE_BASE),
    because: hypothesis => shown(hypothesis)?.[1] ?? null,
  }
}

/** Chance of each answer of a check under a hypothesis; the last is that nothing shows. Order as in the check, then its rest. */
export function answerChances(check: Check, hypothesis: Hypothesis): number[] {
  const hits = check.outcomes.map(outcome =>
    hypothesis.cause && outcome.for.includes(hypothesis.cause.key) ? outcome.hit : outcome.miss,
  )
  const total = hits.reduce((sum, hit) => sum + hit, 0)
  // A cause that several answers speak for shares them out.
  const most = 0.97
  const scaled = total > most ? hits.map(hit => (hit * most) / total) : hits
  return [...scaled, 1 - scaled.reduce((sum, hit) => sum + hit, 0)]
}

function answerObservation(checkKey: string, outcomeKey: string): Observation {
  const check = checkOf(checkKey)
  const at = check.outcomes.findIndex(outcome => outcome.key === outcomeKey)
  const index = at < 0 ? check.outcomes.length : at
  const stranger: Hypothesis = { cause: null, part: null, prior: 0 }
  return {
    key: `check ${checkKey}`,
    from: 'check',
    words: `${check.name}: ${(at < 0 ? check.rest.words : check.outcomes[at]!.words).toLowerCase()}`,
    base: answerChances(check, stranger)[index]!,
    shows: at >= 0,
    of: hypothesis => answerChances(check, hypothesis)[index]!,
    because: () => null,
  }
}

/**
 * Chances of what tests say. Source: the ledger's own bars (a measured verdict is wrong in at most 2 of 100) widened for what
 * fools a rig, and general trade practice for looks.
 */
interface TestChance {
  there: number
  elsewhere: number
  /** with something that is on no list and may sit anywhere */
  unlisted: number
  /** the test showed something */
  shows: boolean
}
const TIGHT: TestChance = { there: 0.06, elsewhere: 0.9, unlisted: 0.5, shows: false }
const LEAKS: TestChance = { there: 0.95, elsewhere: 0.12, unlisted: 0.5, shows: true }
const DRY: TestChance = { there: 0.15, elsewhere: 0.97, unlisted: 0.6, shows: false }
const FOUND: TestChance = { there: 0.9, elsewhere: 0.003, unlisted: 0.08, shows: true }

function testObservations(test: TestWord): Observation[] {
  const observe = (
    what: string,
    words: string,
    chance: TestChance,
    there: (partId: string) => boolean,
    why: (there: boolean) => string | null,
  ): Observation => ({
    key: `test ${test.id} ${what}`,
    from: 'test',
    words,
    base: chance.elsewhere,
    shows: chance.shows,
    of: hypothesis =>
      hypothesis.cause === null
        ? chance.unlisted
        : hypothesis.part && there(hypothesis.part.id)
          ? chance.there
          : chance.elsewhere,
    because: hypothesis => why(hypothesis.part !== null && there(hypothesis.part.id)),
  })
  const reached = (partId: string) => test.reached.includes(partId)
  return [
    ...(test.says === 'tight'
      ? [
          observe('tight', `${test.label} was tight`, TIGHT, reached, there =>
            there ? 'it was reached and held' : 'it was not reached',
          ),
        ]
      : []),
    ...(test.says === 'leaks'
      ? [observe('leaks', `${test.label} leaked`, LEAKS, reached, there => (there ? 'it was reached' : 'it was not reached'))]
      : []),
    ...(test.dry.length > 0
      ? [
          observe(
            'dry',
            `${test.label} found nothing`,
            DRY,
            partId => test.dry.includes(partId),
            there => (there ? 'it was looked at there' : 'it was not looked at there'),
          ),
        ]
      : []),
    ...test.found.map(found =>
      observe(
        `found ${found}`,
        `${test.label} found a leak`,
        FOUND,
        partId => partId === found,
        there => (there ? 'it was found there' : 'it was found elsewhere'),
      ),
    ),
  ]
}

/** Whether an answer tells anything: neither “cannot” does, nor that nothing is wet where there is no fuel. */
export function saysSomething({ check: key, outcome, dryTank }: CheckAnswer): boolean {
  if (isNeutral(outcome)) return false
  const check = checkOf(key)
  return !(dryTank && check.looksForWet && !check.outcomes.some(each => each.key === outcome))
}

/** Everything that a situation says, one by one. */
export function observationsOf(situation: Situation): Observation[] {
  const groups = new Set(situation.signs.map(key => signOf(key).group))
  return [
    ...situation.signs.map(signObservation),
    ...(['when', 'where'] as const).filter(group => groups.has(group)).map(group => unsaid(group, situation.signs)),
    ...situation.codes.map(codeObservation).filter(each => each !== null),
    ...situation.answers.filter(saysSomething).map(answer => answerObservation(answer.check, answer.outcome)),
    ...situation.tests.flatMap(testObservations),
  ]
}

/** Classes of the trouble codes of a situation that are known. */
export const codeClassesOf = (situation: Pick<Situation, 'codes'>): CodeClass[] =>
  situation.codes.flatMap(typed => troubleCode(typed)?.known?.of ?? [])
