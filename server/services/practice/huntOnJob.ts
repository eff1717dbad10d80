import { reach } from '../../../core/circuit/reach'
import { causeOf } from '../../../core/complaint/causes'
import { checkOf, checks } from '../../../core/complaint/checks'
import { isNeutral } from '../../../core/complaint/situation'
import { suspectsOf } from '../../../core/complaint/suspects'
import { lookBack, type DebriefStep } from '../../../core/practice/debrief'
import type { Fault, Hunt } from '../../../core/practice/hunt'
import { lessonOf } from '../../../core/practice/ladder'
import {
  accessTo,
  minutesTo,
  MEND,
  openedIn,
  searchOf,
  type DoneStep,
  type Search,
  type Step,
} from '../../../core/practice/search'
import { holdTimeAt } from '../../../shared/leaktest/hold/holdClock'
import type { TestView } from '../../../shared/leaktest/tests'
import { liveParts } from '../../../shared/jobCircuit'
import { jobStanding } from '../../../shared/jobEntries'
import { situationOf } from '../../../shared/situation'
import type { JobView } from '../../../shared/views'
import type { RepairView } from '../../../shared/record/kinds/repair'
import { remainingInMotion } from '../bench/hiddenTank'
import { hiddenTankOf } from './hiddenTankOf'

/** Something that was done on the job of a hunt, in the hunt's terms. */
interface Deed {
  at: number
  step: Step
  outcome: string
  /** without what has to be opened first, min */
  minutes: number
  bought: boolean
  /** the test that it was */
  test?: TestView
}

/** Saying what it was, where nothing is to be mended, min. */
const SAYING = 5

/** What is still wrong at a moment: repaired where it leaks, and said what it was where nothing leaks. */
export function faultsLeft(hunt: Hunt, job: Pick<JobView, 'repairs' | 'outcomes'>, at: number): Fault[] {
  const leaking = new Set(remainingInMotion(hiddenTankOf(hunt), job, at).map(({ partId }) => partId))
  const said = (cause: string | null) => job.outcomes.some(each => !each.struck && each.at <= at && each.cause === cause)
  const mended = (partId: string | null) =>
    job.repairs.some(({ struck, at: then, partIds }) => !struck && then <= at && partId !== null && partIds.includes(partId))
  return hunt.faults.filter(({ partId, rate, cause }) =>
    partId !== null && rate > 0 ? leaking.has(partId) : !said(cause) && !mended(partId),
  )
}

function ofTest(test: TestView): Omit<Deed, 'at'> | null {
  const check = checks.find(each => each.test === test.kind)
  if (!check || test.stoppedAt === null) return null
  const step = { do: 'check', check: check.key } as const
  if (test.kind === 'hold') {
    const held = test.clock ? holdTimeAt(test.clock, test.stoppedAt) / 60 : 0
    return { step, outcome: test.estimate?.verdict ?? 'cannot-tell', minutes: Math.round(held), bought: false }
  }
  return { step, outcome: check.rest.key, minutes: check.minutes, bought: false }
}

/** Ways of mending that want a new part. */
const bought: readonly RepairView['method'][] = ['renew-seal', 'renew-hose', 'renew-part', 'renew-tank', 'bulkhead-fitting']

/** All that was done on a job, in order. @param job with the keys of the hunt's parts for ids */
function deedsOn(hunt: Hunt, job: JobView): Deed[] {
  const answers = job.answers
    .filter(({ struck, outcome }) => !struck && !isNeutral(outcome))
    .map(({ at, check, outcome }) => {
      const known = checkOf(check)
      return { at, step: { do: 'check', check: known.key } as const, outcome, minutes: known.minutes, bought: false }
    })
  const found = (testId: string) => job.finds.some(find => !find.struck && find.testId === testId)
  const tests = job.tests.flatMap(test => {
    const deed = test.struck ? null : ofTest(test)
    return deed ? [{ ...deed, test, at: test.stoppedAt!, ...(found(test.id) && { outcome: 'found' }) }] : []
  })
  const repairs = job.repairs
    .filter(repair => !repair.struck)
    .flatMap(repair =>
      repair.partIds.map(partId => ({
        at: repair.at,
        step: { do: 'mend', cause: causeAt(hunt, job, partId, repair.at), partId } as const,
        outcome: faultsLeft(hunt, job, repair.at - 1).some(fault => fault.partId === partId) ? 'mended' : 'not it',
        minutes: MEND,
        bought: bought.includes(repair.method),
      })),
    )
  const said = job.outcomes
    .filter(({ struck, partId }) => !struck && !repairs.some(({ step }) => step.partId === partId))
    .map(({ at, cause, partId }) => ({
      at,
      step: { do: 'mend', cause: causeOf(cause).key, partId } as const,
      outcome: hunt.faults.some(fault => fault.cause === cause) ? 'mended' : 'not it',
      minutes: SAYING,
      bought: false,
    }))
  return [...answers, ...tests, ...repairs, ...said].sort((a, b) => a.at - b.at)
}

/** What a repair of a part meant to mend: what is wrong there, what the trap points at, or what was likeliest there. */
function causeAt(hunt: Hunt, job: JobView, partId: string, at: number): Extract<Step, { do: 'mend' }>['cause'] {
  const own = hunt.faults.find(fault => fault.partId === partId)?.cause
  if (own) return own
  const { list } = suspectsOf(situationOf(jobBefore(job, at), at))
  const there = list.filter(({ parts }) => parts.some(({ id }) => id === partId)).map(({ cause }) => cause.key)
  const fooled = there.find(cause => lessonOf(hunt, { do: 'mend', cause, partId }) !== null)
  return fooled ?? there[0] ?? list[0]!.cause.key
}

/** A job as it was known before a moment. */
const jobBefore = (job: JobView, at: number): JobView => ({
  ...job,
  answers: job.answers.filter(each => each.at < at),
  tests: job.tests.filter(test => test.stoppedAt !== null && test.stoppedAt < at),
  probes: job.probes.filter(each => each.at < at),
  finds: job.finds.filter(each => each.at < at),
  repairs: job.repairs.filter(each => each.at < at),
  outcomes: job.outcomes.filter(each => each.at < at),
  instruments: job.instruments.filter(each => each.at < at),
})

/** The job of a hunt with the keys of its tank's parts for ids. @param keys by the parts’ ids, as they were drawn when it was opened */
export function onKeys(keys: Readonly<Record<string, string>>, job: JobView): JobView {
  const uuid = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
  return JSON.parse(JSON.stringify(job).replace(uuid, id => keys[id] ?? id)) as JobView
}

/** What a test was thought to reach as it was set up, and what with the valves as they stand in truth. */
function reachOf(hunt: Hunt, job: JobView, { closures, links, pressure }: TestView) {
  const setup = { closures, links, pressure }
  return {
    thought: reach(job.circuit, liveParts(job), setup).reached,
    truth: new Set(reach(job.circuit, liveParts(job), { ...setup, links: { ...links, ...hunt.stuck } }).reached),
  }
}

/** How far a hunt has come on a job: minutes and parts in vain; `cured` s of waiting. */
export function countedOn(hunt: Hunt, job: JobView): Pick<Search, 'minutes' | 'inVain'> & { cured: number } {
  const { minutes, inVain } = stepsOf(hunt, job)
  const cured = job.repairs.filter(({ struck }) => !struck).reduce((sum, { cureTime }) => sum + cureTime, 0)
  return { minutes, inVain, cured }
}

type DoneOnJob = DoneStep & Pick<Deed, 'at' | 'test'>

function stepsOf(hunt: Hunt, job: JobView): Pick<Search, 'minutes' | 'inVain'> & { done: DoneOnJob[] } {
  const done: DoneOnJob[] = []
  let inVain = 0
  for (const { at, step, outcome, minutes, bought: paid, test } of deedsOn(hunt, job)) {
    const access = step.do === 'check' ? checkOf(step.check).access : accessTo(causeOf(step.cause))
    if (paid && outcome === 'not it') inVain++
    done.push({ at, step, outcome, minutes: minutes + minutesTo(access, openedIn(done)), ...(test && { test }) })
  }
  return { done, inVain, minutes: done.reduce((sum, each) => sum + each.minutes, 0) }
}

/**
 * A hunt that was played on the screens of a job, step by step as a debrief looks back on it. Seconds of work.
 * @param job with the keys of the hunt's parts for ids
 */
export function huntOnJob(hunt: Hunt, job: JobView, at: number): { steps: DebriefStep[]; search: Search } {
  const { done, minutes, inVain } = stepsOf(hunt, job)
  const lookedBack: DebriefStep[] = []
  const searchAt = (moment: number, before: readonly DoneStep[]): Search => ({
    ...searchOf(hunt),
    situation: situationOf(jobBefore(job, moment), moment),
    left: faultsLeft(hunt, job, moment - 1),
    tried: before.flatMap(({ step }) => (step.do === 'mend' ? [step.cause] : [])),
    steps: before,
  })
  for (const [k, { at: moment, test, ...step }] of done.entries())
    lookedBack.push(lookBack(searchAt(moment, done.slice(0, k)), step, test && reachOf(hunt, job, test)))
  const verdict = jobStanding(job, at).ledger.state === 'sealed' ? 'sealed' : null
  return { steps: lookedBack, search: { ...searchAt(at + 1, done), minutes, inVain, verdict } }
}
