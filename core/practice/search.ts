import { causeOf, type Cause } from '../complaint/causes'
import { accesses, accessMinutes, checkOf, checks, type Access, type Check } from '../complaint/checks'
import type { CauseKey, CheckKey } from '../complaint/keys'
import type { Situation, TestWord } from '../complaint/situation'
import { situationAtFirst, type Fault, type Hunt } from './hunt'
import { checkShows, holdShows, notArrivedAt, testReach, walkShows } from './shows'

/** What a hunter can do: a check, or going to a suspect and mending it. */
export type Step = { do: 'check'; check: CheckKey } | { do: 'mend'; cause: CauseKey; partId: string | null }

/** A step as it was done. */
export interface DoneStep {
  step: Step
  minutes: number
  /** the answer's key of a check, `mended` or `not it` */
  outcome: string
}

/** A hunt as far as it has come. */
export interface Search {
  hunt: Hunt
  situation: Situation
  /** what is still wrong, which only the debrief tells */
  left: readonly Fault[]
  /** causes that were mended, it or not */
  tried: readonly CauseKey[]
  steps: readonly DoneStep[]
  minutes: number
  /** new parts that were not needed */
  inVain: number
  /** parts that smoke was seen not to reach: what holds said of them they did not say */
  unreached: readonly string[]
  /** what the last hold after the last repair said */
  verdict: 'sealed' | 'leaking' | 'cannot-tell' | null
}

/** All of a search but what is drawn from the seed. */
export type SearchState = Omit<Search, 'hunt'>

export const searchOf = (hunt: Hunt): Search => ({
  hunt,
  situation: situationAtFirst(hunt),
  left: hunt.faults,
  tried: [],
  steps: [],
  minutes: 0,
  inVain: 0,
  unreached: [],
  verdict: null,
})

/** Hands on it once it is open: seal, hose or patch, general trade practice, min. */
export const MEND = 40

/** What has been opened already stays open. */
export function openedIn(steps: readonly DoneStep[]): ReadonlySet<Access> {
  const open = new Set<Access>(['nothing'])
  for (const { step } of steps) open.add(step.do === 'check' ? checkOf(step.check).access : accessTo(causeOf(step.cause)))
  if (open.has('tank down')) for (const access of accesses) open.add(access)
  if (steps.some(({ step }) => step.do === 'mend')) open.add('drained').add('cap')
  return open
}

/** How far a craft is opened to get at a cause: as for the check that shows it with the least. */
export function accessTo(cause: Cause): Access {
  const ways = checks.filter(({ outcomes }) => outcomes.some(each => each.for.includes(cause.key))).map(({ access }) => access)
  return ways.sort((a, b) => accessMinutes[a] - accessMinutes[b])[0] ?? 'nothing'
}

export const minutesTo = (access: Access, open: ReadonlySet<Access>) => (open.has(access) ? 0 : accessMinutes[access])

/** Whether a mended suspect was it: the same cause wherever it sits, or the part where a test has shown a leak, whatever it is. */
const mends = ({ cause, partId }: Extract<Step, { do: 'mend' }>, fault: Fault, situation: Situation): boolean =>
  fault.cause === cause ||
  (partId !== null && fault.partId === partId && situation.tests.some(({ found }) => found.includes(partId)))

function checked(search: Search, check: Check): Search {
  const { hunt, left, situation, steps } = search
  const reaching = minutesTo(check.access, openedIn(steps))
  const index = situation.tests.length + 1
  const done = (minutes: number, outcome: string, change: Partial<Situation>, verdict = search.verdict): Search => ({
    ...search,
    situation: { ...situation, ...change },
    minutes: search.minutes + reaching + minutes,
    steps: [...steps, { step: { do: 'check', check: check.key }, minutes: reaching + minutes, outcome }],
    verdict,
  })
  if (check.test === 'hold') {
    const { word: thought, verdict, minutes } = holdShows(hunt, left, index)
    const word = reachingOnly(thought, search.unreached)
    return done(minutes, verdict, { tests: [...situation.tests, word], answers: [...situation.answers, tested(check)] })
  }
  if (check.test) {
    const word = walkShows(hunt, left, check.test, index)
    const outcome = word.found.length > 0 ? 'found' : check.rest.key
    const answers = [...situation.answers, tested(check)]
    if (check.test !== 'smoke') return done(check.minutes, outcome, { tests: [...situation.tests, word], answers })
    const unreached = [...new Set([...search.unreached, ...notArrivedAt(hunt)])]
    const tests = [...situation.tests, word].map(each => reachingOnly(each, unreached))
    return { ...done(check.minutes, outcome, { tests, answers }), unreached }
  }
  const answer = checkShows(hunt, left, check)
  return done(check.minutes, answer.outcome, { answers: [...situation.answers, answer] })
}
/** A test’s word without the parts that nothing came to. */
const reachingOnly = (word: TestWord, unreached: readonly string[]): TestWord => ({
  ...word,
  reached: word.reached.filter(id => !unreached.includes(id)),
  dry: word.dry.filter(id => !unreached.includes(id)),
})
/** A test speaks by its own word, and is not asked for again. */
const tested = ({ key }: Check) => ({ check: key, outcome: 'done before' })

function mended(search: Search, step: Extract<Step, { do: 'mend' }>): Search {
  const { hunt, situation, steps, left } = search
  const cause = causeOf(step.cause)
  const still = left.filter(fault => !mends(step, fault, situation))
  const wasIt = still.length < left.length
  const retest = holdShows(hunt, still, situation.tests.length + 1)
  const minutes = minutesTo(accessTo(cause), openedIn(steps)) + MEND + retest.minutes
  return {
    ...search,
    left: still,
    tried: [...search.tried, step.cause],
    inVain: search.inVain + (wasIt || cause.buy.length === 0 ? 0 : 1),
    minutes: search.minutes + minutes,
    steps: [...steps, { step, minutes, outcome: wasIt ? 'mended' : 'not it' }],
    verdict: retest.verdict,
    situation: {
      ...situation,
      // What a test found on a part before it was mended says nothing of it now.
      tests: [
        ...situation.tests.map(test => withoutPart(test, wasIt ? step.partId : null)),
        reachingOnly(retest.word, search.unreached),
      ],
      repaired: step.partId === null ? situation.repaired : [...new Set([...situation.repaired, step.partId])],
    },
  }
}
const withoutPart = (test: Situation['tests'][number], partId: string | null): Situation['tests'][number] =>
  partId === null
    ? test
    : {
        ...test,
        // A leak that is mended does not speak for the others.
        says: test.says === 'leaks' ? null : test.says,
        found: test.found.filter(id => id !== partId),
        dry: test.dry.filter(id => id !== partId),
      }

/** Does a step: what it shows comes from what is hidden, through the circuit. */
export const take = (search: Search, step: Step): Search =>
  step.do === 'check' ? checked(search, checkOf(step.check)) : mended(search, step)

/** Nothing is wrong any more. */
export const isMended = ({ left }: Search): boolean => left.length === 0
/** “Sealed” was said while gas still gets out of a part that the hold was thought to reach; of others it says nothing. */
export function isFalselySealed({ verdict, left, hunt, unreached }: Search): boolean {
  const { thought } = testReach(hunt)
  return (
    verdict === 'sealed' &&
    left.some(
      ({ partId, rate, whenMoving }) =>
        partId !== null &&
        !whenMoving &&
        rate >= hunt.tank.acceptance &&
        thought.includes(partId) &&
        !unreached.includes(partId),
    )
  )
}
