import { tankKind } from '../core/circuit/tankKinds'
import { waysToFeed } from '../core/circuit/waysToFeed'
import { deriveLedger, type Ledger } from '../core/ledger/deriveLedger'
import type { LedgerEntries } from '../core/ledger/ledger'
import { nextStep, type Beginning, type NextStep, type RunningTest } from '../core/ledger/nextStep'
import { curedAt, readingOf } from '../core/record/reading'
import { replacesBefore, trialOfMethod } from '../core/repair/method/trial'
import { testKindKeys, testKinds } from '../core/leaktest/testKinds'
import { nextAfterSealed } from '../core/ledger/proof/handBack'
import { handBackCase } from './prove/handBackCase'
import { liveParts, targetPressure } from './jobCircuit'
import { ledgerParts, systemLimit } from './ledgerParts'
import { repairUnderWay } from './repair/underWay'
import { jointHolds, withJoint } from './leaktest/hold/jointHolds'
import { descriptorOf, isRunning } from './leaktest/tests'
import type { DescentPoint, JobView } from './views'
import type { FindView } from './record/kinds/find'

/**
 * A job as the ledger reads it, tests in the order in which they ended. What was struck out does not count, but the metal was
 * touched all the same, and what was put on it cures.
 */
export function jobEntries(job: JobView): LedgerEntries {
  const counting = job.tests.filter(test => !test.struck)
  const { finds, touches } = readingOf(job)
  return {
    parts: ledgerParts(job),
    tests: withJoint(
      counting.flatMap(test => descriptorOf(test).ledger(test, job)).sort((a, b) => a.end - b.end),
      jointHolds(job).groups,
    ),
    leaks: job.leaks.filter(leak => finds.some(find => find.leakId === leak.id)),
    finds: finds.map(find => ({ leakId: find.leakId, testId: find.testId, at: find.at })),
    struckFinds: job.finds
      .filter(find => find.struck)
      .map(({ testId, leakId }) => ({ testId, partId: job.leaks.find(leak => leak.id === leakId)!.partId })),
    rigFinds: job.rigFinds.filter(leak => !leak.struck),
    repairs: job.repairs.map(repair => ({
      id: repair.id,
      leakIds: repair.leakIds,
      partIds: repair.partIds,
      at: repair.at,
      curedAt: curedAt(repair),
      trial: trialOfMethod(repair.method),
      until: repair.until,
      replaces: replacesBefore(repair.method),
      struck: repair.struck !== null,
    })),
    touches,
    limit: systemLimit(job),
    pressure: targetPressure(job),
    usualPressure: tankKind(job.tankKind).workingPressure,
    cannotBeHeld: job.unholdable.find(each => !each.struck)?.at ?? null,
    seenWet: job.proof.filter(each => !each.struck && each.outcome === 'wet').map(each => each.at),
    ways: () => waysToFeed(job.circuit, liveParts(job), targetPressure(job), job.pressureLimit),
  }
}

/** Whether a job is of no real tank: then it takes readings of stand-ins, and what it amounts to is evidence of nothing. */
export const isSimulated = ({ reality }: Pick<JobView, 'reality'>): boolean => reality !== 'real'

/** The test that runs now, if one does; where two do, the one that is watched by its clock. */
export function runningTest(job: Pick<JobView, 'tests'>): RunningTest | null {
  const running = job.tests.filter(isRunning)
  const first = testKindKeys.flatMap(kind => running.filter(test => test.kind === kind))[0]
  return first ? { id: first.id, kind: first.kind } : null
}

/** With what a job begins: its first check, a look again, its lining, or a test. */
function beginningOf({ work, complaint, answers, repairs, touches }: JobView): Beginning {
  const begun = [...answers, ...repairs, ...touches].some(each => each.struck === null)
  if (work === 'new tank' || work === 'new for old') return 'new'
  if (begun) return 'test'
  if (work === 'lining') return 'line'
  if (work === 'follow-up') return 'look again'
  return complaint.signs.length + complaint.codes.length > 0 ? 'check' : 'test'
}

/** Whether a test measured a leak that is still open. */
export const isOpenLeak = (job: JobView, testId: string, now: number): boolean =>
  jobStanding(job, now).ledger.measured.some(leak => leak.testId === testId)

/** What a job amounts to at a moment, and what to do next. */
export function jobStanding(job: JobView, now: number): { entries: LedgerEntries; ledger: Ledger; next: NextStep } {
  const entries = jobEntries(job)
  const ledger = deriveLedger(entries, now)
  const running = runningTest(job)
  const next = (running ? null : repairUnderWay(job, now)) ?? nextStep(ledger, entries, running, beginningOf(job))
  return { entries, ledger, next: next.action === 'record' ? afterSealed(job, entries, ledger, next, now) : next }
}

/** What comes after sealed: proof in use, signatures, handing back. */
const afterSealed = (job: JobView, entries: LedgerEntries, ledger: Ledger, sealed: NextStep, now: number): NextStep =>
  nextAfterSealed(sealed, handBackCase(job, entries, ledger), job.closedAt, now)

/** Each test that measured a rate, in the order in which they ended: the descent of the leak rate. */
export const descentOf = (job: Pick<JobView, 'tests'>): DescentPoint[] =>
  job.tests
    .flatMap(test => {
      const estimate = descriptorOf(test).measured(test)?.estimate
      if (test.struck || test.stoppedAt === null || !estimate) return []
      const { leakRate: rate, above95: low, below95: high, verdict } = estimate
      return [{ label: `${testKinds[test.kind].sign}${test.number}`, at: test.stoppedAt, rate, low, high, verdict }]
    })
    .sort((a, b) => a.at - b.at)

/** The latest find of a leak that still counts: where its hash marks stand. */
export const latestFind = (finds: readonly FindView[], leakId: string): FindView | undefined =>
  finds.filter(find => find.leakId === leakId && !find.struck).sort((a, b) => b.at - a.at)[0]
