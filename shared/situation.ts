import type { Situation, TestWord } from '../core/complaint/situation'
import { readFlowTube } from '../core/leaktest/flowtube/flowTube'
import { isSmokeFind, smokeStanding } from '../core/leaktest/smoke/smoke'
import { isFind } from '../core/leaktest/soap/soap'
import { liveParts } from './jobCircuit'
import type { AnswerView, JobView, ProbeView, SmokeView } from './views'

/** The answer to each check that counts: the latest that was not struck out. */
export function answersThatCount(job: Pick<JobView, 'answers'>): AnswerView[] {
  const latest = new Map<string, AnswerView>()
  for (const answer of [...job.answers].sort((a, b) => a.at - b.at)) if (!answer.struck) latest.set(answer.check, answer)
  return [...latest.values()]
}

/** Where a smoke test of a job stands. */
export const smokeOn = (job: Pick<JobView, 'circuit' | 'parts'>, smoke: Pick<SmokeView, 'setup' | 'events'>) => smokeStanding(job.circuit, liveParts(job), smoke.setup, smoke.events)

/** What the tube of a smoke test says with the circuit as it is, null when it was not read or lets out to the open. */
export function smokeFlowOn(job: Pick<JobView, 'circuit' | 'parts' | 'acceptance'>, smoke: SmokeView) {
  const standing = smokeOn(job, smoke)
  if (!standing.flow || standing.reach.escapes.length > 0) return null
  return { ...readFlowTube(smoke.tube, standing.flow.reading, smoke.own, standing.setup.pressure, job.acceptance), at: standing.flow.at, reached: standing.provenParts }
}

/** What each test says to the search for a cause, of the parts that it reached alone. A leak that was repaired since speaks no more. */
function testWords(job: JobView): TestWord[] {
  const repairedAt = Math.max(-Infinity, ...job.repairs.filter(repair => !repair.struck).map(repair => repair.at))
  const finds = job.finds.filter(find => !find.struck && find.at > repairedAt)
  const foundIn = (testId: string) => [...new Set(finds.filter(find => find.testId === testId).map(find => job.leaks.find(leak => leak.id === find.leakId)?.partId).filter(id => id !== undefined))]
  const said = (verdict: string | undefined) => (verdict === 'sealed' ? 'tight' as const : verdict === 'leaking' ? 'leaks' as const : null)
  const since = (at: number | null) => at !== null && at > repairedAt
  return [
    ...job.holds.filter(hold => !hold.struck && since(hold.stoppedAt)).map((hold): TestWord => ({ id: hold.id, label: `Hold ${hold.number}`, reached: hold.reached, says: said(hold.estimate?.verdict), dry: [], found: [] })),
    ...job.balloons.filter(balloon => !balloon.struck && since(balloon.stoppedAt)).map((balloon): TestWord => ({ id: balloon.id, label: `Balloon ${balloon.number}`, reached: balloon.reached, says: said(balloon.estimate?.verdict), dry: [], found: [] })),
    ...job.soaps.filter(soap => !soap.struck && since(soap.startedAt)).map((soap): TestWord => ({
      id: soap.id, label: `Soap ${soap.number}`, reached: soap.reached, says: null, found: foundIn(soap.id),
      dry: soap.marks.filter(mark => mark.mark === 'dry' && soap.reached.includes(mark.partId) && !isFind(mark.mark)).map(mark => mark.partId),
    })),
    ...job.smokes.filter(smoke => !smoke.struck && since(smoke.startedAt)).map((smoke): TestWord => {
      const standing = smokeOn(job, smoke)
      const flow = smokeFlowOn(job, smoke)
      return { id: smoke.id, label: `Smoke ${smoke.number}`, reached: standing.provenParts, says: said(flow?.verdict), dry: standing.marks.filter(mark => !isSmokeFind(mark.mark)).map(mark => mark.partId), found: foundIn(smoke.id) }
    }),
    ...job.probes.filter(probe => !probe.struck && since(probe.at)).map((probe: ProbeView, k): TestWord => ({ id: probe.id, label: `Halving step ${k + 1}`, reached: probe.reached, says: probe.leaks ? 'leaks' : 'tight', dry: [], found: [] })),
  ]
}

/** Parts whose leak was repaired and has not been found again. */
const repairedParts = (job: JobView): string[] => job.leaks.filter(leak => {
  const repairedAt = Math.max(-Infinity, ...job.repairs.filter(repair => !repair.struck && repair.leakId === leak.id).map(repair => repair.at))
  return repairedAt > -Infinity && !job.finds.some(find => !find.struck && find.leakId === leak.id && find.at > repairedAt)
}).map(leak => leak.partId)

const YEAR = 365.25 * 86_400_000

/**
 * All that is known of a job's complaint, as the search for a cause reads it.
 * @param outcomes what like jobs of the shop turned out to be, by cause; empty to leave them aside
 */
export function situationOf(job: JobView, now: number, outcomes: Readonly<Record<string, number>> = {}): Situation {
  const built = job.craft.built === null ? null : Date.UTC(job.craft.built, 6)
  return {
    craft: job.craft.kind, material: job.material, fuel: job.fuel, parts: liveParts(job), age: built === null ? null : Math.max(0, (now - built) / YEAR),
    signs: job.complaint.signs, codes: job.complaint.codes, answers: answersThatCount(job).map(({ check, outcome }) => ({ check, outcome })), tests: testWords(job), repaired: repairedParts(job), outcomes,
  }
}
