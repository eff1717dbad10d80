import type { LedgerTouch } from '../../core/ledger/ledger'
import { isStaged, stagesOfMethods, type StagedMethod } from '../../core/repair/stage/stages'
import type { RepairMethodKey } from '../../core/repair/method/repairMethods'
import { liveParts } from '../jobCircuit'
import type { JobView } from '../views'
import type { RunView } from '../record/kinds/run'
import { factsOfKind } from './runView'

/**
 * What a run did to its parts, as the ledger reads it: they were disturbed as it began and with each stage until it was put on;
 * what was stripped, as a stage or after a mishap, cures no more.
 */
export function runTouches(run: RunView): LedgerTouch[] {
  const { partIds } = run
  const stages = stagesOfMethods[run.method]
  const applies = stages.findIndex(stage => stage.applies)
  const touches: LedgerTouch[] = [{ at: run.at, partIds, kind: 'adjusted' }]
  for (const entry of run.entries) {
    const mishap = factsOfKind(entry, 'mishap')
    if (mishap && stages.find(stage => stage.key === mishap.stage)?.mishaps.find(each => each.key === mishap.mishap)?.strips)
      touches.push({ at: entry.at, partIds, kind: 'stripped' })
    const done = factsOfKind(entry, 'done') ?? factsOfKind(entry, 'skip')
    const stage = done && stages.findIndex(each => each.key === done.stage)
    if (stage !== null && stage >= 0 && stage <= applies)
      touches.push({ at: entry.at, partIds, kind: entry.kind === 'done' && stages[stage]!.strips ? 'stripped' : 'adjusted' })
  }
  return touches
}

/** Whether a method closes every opening with a plug of its own: what sits there comes off, and goes on again at its end. */
const opensAll = (method: string): boolean =>
  isStaged(method as RepairMethodKey) &&
  stagesOfMethods[method as StagedMethod].some(({ clock }) => clock.kind === 'list' && clock.of === 'openings')

/**
 * What was taken off its opening so that the tank could be plugged: as the work began, with each of its stages to the last, and
 * where it was recorded as done at once.
 */
export function openingsTaken(job: Pick<JobView, 'parts' | 'circuit' | 'runs' | 'repairs'>): LedgerTouch[] {
  const moments = [
    ...job.runs
      .filter(run => opensAll(run.method))
      .flatMap(run => [
        run.at,
        ...run.entries.filter(each => each.kind === 'done' || each.kind === 'skip').map(each => each.at),
      ]),
    ...job.repairs.filter(repair => opensAll(repair.method)).map(repair => repair.at),
  ]
  const openings = liveParts(job).flatMap(part => (part.opening ? [part.id] : []))
  return moments.map(at => ({ at, partIds: openings, kind: 'removed' as const }))
}
