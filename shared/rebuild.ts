import { fixingsOf, otherEnd, rebuildOrder, type Fixing, type StripStep } from '../core/circuit/fixings'
import { liveParts } from './jobCircuit'
import type { JobView } from './views'
import type { PurchaseView } from './record/kinds/purchase'
import type { StripView } from './record/kinds/strip'

/** What comes off this job's tank. */
export const jobFixings = (job: Pick<JobView, 'circuit' | 'parts' | 'material'>): Fixing[] =>
  fixingsOf(job.circuit, liveParts(job), job.material)

/**
 * What came off and counts, of this taking apart: once everything is on again, the next thing that comes off begins another,
 * and what was off in the one before is not looked for again.
 */
export function strippedNow(job: Pick<JobView, 'stripped'>): StripView[] {
  const lines = job.stripped.filter(entry => !entry.struck && !entry.absent).sort((a, b) => a.at - b.at)
  const begins = lines.findLastIndex((entry, i) =>
    lines.slice(0, i).every(before => before.refit !== null && before.refit.at <= entry.at),
  )
  return lines.slice(Math.max(0, begins))
}

/** What somebody said this tank does not have. */
export const absentNow = (job: Pick<JobView, 'stripped'>): StripView[] =>
  job.stripped.filter(entry => !entry.struck && entry.absent)

type RebuildRow =
  | {
      kind: 'step'
      step: Extract<StripStep, { kind: 'lower' }>
      /** what has to be on before it, and is not */ notOn: string[]
    }
  | { kind: 'refit'; fixing: Fixing | null; entry: StripView; waitsFor: PurchaseView[] }

export type RefitRow = Extract<RebuildRow, { kind: 'refit' }>

export interface Rebuild {
  rows: RebuildRow[]
  /** things of the circuit that were never logged though others like them came off: asked about, so that they are not missed */
  missed: Fixing[]
  /** names of hose ends that were logged off while the end at the tank was not: asked about */
  alone: string[]
  left: number
}

const hasArrived = (purchase: PurchaseView) => purchase.steps.some(step => step.step === 'arrived')

/**
 * The strip list turned round: what came off, in the order in which it can go on again, with what holds a step up.
 * Once a strap or something that is reached only with the tank lowered came off, or a tank that was to be removed goes up
 * again, everything else of it must have come off: what was not logged is named.
 */
export function rebuildOf(job: JobView): Rebuild {
  const fixings = jobFixings(job)
  const entries = strippedNow(job)
  const absent = absentNow(job)
  const entryOf = (fixing: Fixing) => entries.find(entry => entry.fixing === fixing.key)
  const goingUp = job.plan.acts.includes('remove the tank') && entries.some(entry => entry.refit !== null)
  const cameDown = goingUp || fixings.some(fixing => (fixing.stage !== 'tank up' || fixing.kind === 'strap') && entryOf(fixing))
  const row = (entry: StripView, fixing: Fixing | null): RebuildRow => ({
    kind: 'refit',
    entry,
    fixing,
    waitsFor: job.purchases.filter(
      purchase => purchase.fixing !== null && purchase.fixing === entry.fixing && !hasArrived(purchase),
    ),
  })
  const own = entries
    .filter(entry => !fixings.some(fixing => fixing.key === entry.fixing || otherEnd(fixing).key === entry.fixing))
    .reverse()
  const notOn: string[] = []
  const ordered = rebuildOrder(fixings).flatMap((step): RebuildRow[] => {
    if (step.kind === 'lower') return cameDown ? [{ kind: 'step', step, notOn: [...notOn] }] : []
    const near = entries.filter(entry => entry.fixing === step.fixing.key)
    const far = entries.filter(entry => entry.fixing === otherEnd(step.fixing).key)
    notOn.push(...[...near, ...far].filter(entry => entry.refit === null).map(entry => entry.name))
    // The other end goes on right after its own.
    return [...near, ...far].map(entry => row(entry, step.fixing))
  })
  return {
    // What only this craft has goes on last, the last off first.
    rows: [...ordered, ...own.map(entry => row(entry, null))],
    alone: fixings
      .filter(fixing => fixing.kind === 'hose' && !entryOf(fixing))
      .flatMap(fixing => entries.filter(entry => entry.fixing === otherEnd(fixing).key).map(entry => entry.name)),
    missed: cameDown
      ? fixings.filter(fixing => !fixing.away && !entryOf(fixing) && !absent.some(entry => entry.fixing === fixing.key))
      : [],
    left: entries.filter(entry => entry.refit === null).length,
  }
}
