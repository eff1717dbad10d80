import { waysToFeed } from '../core/circuit/waysToFeed'
import { isSmokeFind, SMOKE_SMALLEST_SEEN } from '../core/leaktest/smoke/smoke'
import { isFind, SOAP_SMALLEST_SEEN } from '../core/leaktest/soap/soap'
import { deriveLedger, type Ledger } from '../core/ledger/deriveLedger'
import type { LedgerEntries, LedgerTest } from '../core/ledger/ledger'
import { nextStep, type NextStep, type RunningKind } from '../core/ledger/nextStep'
import { liveParts, targetPressure } from './jobCircuit'
import { smokeFlowOn, smokeOn } from './situation'
import type { DescentPoint, FindView, JobView, SmokeView } from './views'

/** A job as the ledger reads it: struck entries left out, tests in the order in which they ended. */
export function jobEntries(job: JobView): LedgerEntries {
  const holds: LedgerTest[] = job.holds.filter(hold => !hold.struck && hold.state === 'stopped' && hold.estimate).map(hold => ({
    kind: 'hold',
    id: hold.id,
    number: hold.number,
    at: hold.stoppedAt!,
    reached: hold.reached,
    verdict: hold.estimate!.verdict,
    smallestSeen: hold.estimate!.smallestSeen,
  }))
  const balloons: LedgerTest[] = job.balloons.filter(balloon => !balloon.struck && balloon.stoppedAt !== null && balloon.estimate).map(balloon => ({
    kind: 'balloon', id: balloon.id, number: balloon.number, at: balloon.stoppedAt!, reached: balloon.reached, verdict: balloon.estimate!.verdict, smallestSeen: balloon.estimate!.smallestSeen,
  }))
  const soaps: LedgerTest[] = job.soaps.filter(soap => !soap.struck).map(soap => ({
    kind: 'soap', id: soap.id, number: soap.number, at: soap.stoppedAt ?? soap.startedAt, smallestSeen: SOAP_SMALLEST_SEEN,
    // Dry without pressure behind it says nothing.
    marks: soap.marks.map(mark => (isFind(mark.mark) || soap.reached.includes(mark.partId) ? mark : { ...mark, mark: 'not reached' as const })),
  }))
  const smokes = job.smokes.filter(smoke => !smoke.struck && smoke.stoppedAt !== null).flatMap(smoke => smokeTests(job, smoke))
  const testStruck = new Set([...job.soaps, ...job.smokes].filter(test => test.struck).map(test => test.id))
  const finds = job.finds.filter(find => !find.struck && !testStruck.has(find.testId))
  const leaks = job.leaks.filter(leak => finds.some(find => find.leakId === leak.id))
  return {
    parts: job.parts.filter(part => part.removedAt === null).map(({ id, name }) => ({ id, name })),
    tests: [...holds, ...balloons, ...soaps, ...smokes].sort((a, b) => a.at - b.at),
    leaks,
    finds: finds.map(find => ({ leakId: find.leakId, testId: find.testId, at: find.at })),
    repairs: job.repairs.filter(repair => !repair.struck).map(({ id, leakId, at, curedAt }) => ({ id, leakId, at, curedAt })),
    touches: job.touches.filter(touch => !touch.struck),
    limit: job.acceptance,
    ways: () => waysToFeed(job.circuit, liveParts(job), targetPressure(job)),
  }
}

/** What a smoke test gives the ledger: looks at parts where smoke was proven to be, and what its tube measured over them. */
function smokeTests(job: JobView, smoke: SmokeView): LedgerTest[] {
  const flow = smokeFlowOn(job, smoke)
  const looks: LedgerTest = {
    kind: 'smoke', id: smoke.id, number: smoke.number, at: smoke.stoppedAt ?? smoke.startedAt, smallestSeen: SMOKE_SMALLEST_SEEN,
    marks: smokeOn(job, smoke).marks.map(({ partId, mark, at }) => ({ partId, at, mark: isSmokeFind(mark) ? 'bubbles' as const : 'dry' as const })),
  }
  return flow ? [looks, { kind: 'flow', id: `${smoke.id} flow`, number: smoke.number, at: flow.at, reached: flow.reached, verdict: flow.verdict, smallestSeen: flow.smallestSeen }] : [looks]
}

/** Whether tests of a simulated tank count on a job: then what it amounts to is practice, not evidence for a real tank. */
export const isSimulated = (job: JobView): boolean => job.holds.some(hold => hold.source === 'stand-in' && !hold.struck && hold.state !== 'set up') || job.smokes.some(smoke => smoke.simulated && !smoke.struck)

/** The test that runs now, if one does. */
export function runningTest(job: JobView): { id: string, kind: RunningKind } | null {
  const hold = job.holds.find(each => !each.struck && (each.state === 'settling' || each.state === 'reading'))
  if (hold) return { id: hold.id, kind: 'hold' }
  const soap = job.soaps.find(each => !each.struck && each.stoppedAt === null)
  if (soap) return { id: soap.id, kind: 'soap' }
  const balloon = job.balloons.find(each => !each.struck && each.stoppedAt === null)
  if (balloon) return { id: balloon.id, kind: 'balloon' }
  const smoke = job.smokes.find(each => !each.struck && each.stoppedAt === null)
  return smoke ? { id: smoke.id, kind: 'smoke' } : null
}

/** What a job amounts to at a moment, and what to do next. */
export function jobStanding(job: JobView, now: number): { entries: LedgerEntries, ledger: Ledger, next: NextStep } {
  const entries = jobEntries(job)
  const ledger = deriveLedger(entries, now)
  return { entries, ledger, next: nextStep(ledger, entries, runningTest(job), job.complaint.signs.length + job.complaint.codes.length > 0 && job.answers.every(answer => answer.struck !== null)) }
}

/** Each measured hold and balloon in order: the descent of the leak rate. */
export const descentOf = (job: JobView): DescentPoint[] => [
  ...job.holds.map(hold => ({ ...hold, letter: 'H' })), ...job.balloons.map(balloon => ({ ...balloon, letter: 'B' })),
]
  .filter(test => !test.struck && test.stoppedAt !== null && test.estimate)
  .sort((a, b) => a.stoppedAt! - b.stoppedAt!)
  .map(hold => ({
    label: `${hold.letter}${hold.number}`, at: hold.stoppedAt!, rate: hold.estimate!.leakRate, low: hold.estimate!.low95, high: hold.estimate!.high95, verdict: hold.estimate!.verdict,
  }))

/** The latest find of a leak that still counts: where its hash marks stand. */
export const latestFind = (finds: readonly FindView[], leakId: string): FindView | undefined =>
  finds.filter(find => find.leakId === leakId && !find.struck).sort((a, b) => b.at - a.at)[0]
