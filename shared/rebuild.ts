import { fixingsOf, otherEnd, rebuildOrder, type Fixing, type StripStep } from '../core/circuit/fixings'
import { liveParts } from './jobCircuit'
import type { JobView, PurchaseView, StripView } from './views'

/** What comes off this job's tank. */
export const jobFixings = (job: Pick<JobView, 'circuit' | 'parts' | 'material'>): Fixing[] => fixingsOf(job.circuit, liveParts(job), job.material)

/** What came off and counts. */
export const strippedNow = (job: Pick<JobView, 'stripped'>): StripView[] => job.stripped.filter(entry => !entry.struck)

export type RebuildRow =
  | { kind: 'step', step: Extract<StripStep, { kind: 'lower' }> }
  | { kind: 'refit', fixing: Fixing | null, entry: StripView, waitsFor: PurchaseView[] }

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
 * Once something that is reached only with the tank lowered came off, everything else of the tank must have: what was not logged is named.
 */
export function rebuildOf(job: JobView): Rebuild {
  const fixings = jobFixings(job)
  const entries = strippedNow(job)
  const entryOf = (fixing: Fixing) => entries.find(entry => entry.fixing === fixing.key)
  const cameDown = fixings.some(fixing => fixing.stage !== 'tank up' && entryOf(fixing)) || fixings.some(fixing => fixing.kind === 'strap' && entryOf(fixing))
  const row = (entry: StripView, fixing: Fixing | null): RebuildRow => ({ kind: 'refit', entry, fixing, waitsFor: job.purchases.filter(purchase => purchase.fixing !== null && purchase.fixing === entry.fixing && !hasArrived(purchase)) })
  const own = entries.filter(entry => !fixings.some(fixing => fixing.key === entry.fixing || otherEnd(fixing).key === entry.fixing)).reverse()
  const ordered = rebuildOrder(fixings).flatMap((step): RebuildRow[] => {
    if (step.kind === 'lower') return cameDown ? [{ kind: 'step', step }] : []
    const entry = entryOf(step.fixing)
    const far = entries.find(each => each.fixing === otherEnd(step.fixing).key)
    // The other end goes on right after its own.
    return [...(entry ? [row(entry, step.fixing)] : []), ...(far ? [row(far, step.fixing)] : [])]
  })
  return {
    // What only this craft has goes on last, the last off first.
    rows: [...ordered, ...own.map(entry => row(entry, null))],
    alone: fixings.filter(fixing => fixing.kind === 'hose' && !entryOf(fixing)).flatMap(fixing => entries.filter(entry => entry.fixing === otherEnd(fixing).key).map(entry => entry.name)),
    missed: cameDown ? fixings.filter(fixing => !entryOf(fixing)) : [],
    left: entries.filter(entry => entry.refit === null).length,
  }
}
