import { step, type NextStep } from '../../core/ledger/nextStep'
import { repairMethod } from '../../core/repair/method/repairMethods'
import type { JobView } from '../views'
import { openRuns, runOfJob } from './runView'

/** To go on with a repair that is under way; null where none is, or where it only cures. */
export function repairUnderWay(job: JobView, now: number): NextStep | null {
  for (const run of openRuns(job, now)) {
    const { current, paused } = runOfJob(job, run, now).state
    if (!current || (current.stage.clock.kind === 'cure' && !paused)) continue
    const sentence = `${repairMethod(run.method).doing}: it is at “${current.stage.title}”${paused ? ', paused' : ''}.`
    return step('go on', sentence, { about: run.id })
  }
  return null
}
