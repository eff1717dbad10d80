import type { LedgerTouch } from '../../core/ledger/ledger'
import { stagesOfMethods } from '../../core/repair/stage/stages'
import type { RunView } from '../views'
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
