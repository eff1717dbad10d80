import { cautionsFor } from '../core/fuel/makeSafe'
import type { Ledger } from '../core/ledger/deriveLedger'
import type { NextAction, NextStep } from '../core/ledger/nextStep'
import { descriptorOf, type TestView } from './leaktest/tests'
import { safetyCaseOf, vapourOn } from './safety'
import type { JobView } from './views'

const stageNames = ['Complaint', 'Make safe', 'Narrow', 'Strip', 'Test', 'Repair', 'Prove'] as const
type StageName = (typeof stageNames)[number]

/** A stage of a job: done only where what it stands for was done; the one that the next action belongs to is now. */
export interface Stage {
  name: StageName
  done: boolean
  now: boolean
}

/** Where each next action happens. */
const stageOf: Record<NextAction, StageName> = {
  'watch': 'Test',
  'check': 'Narrow',
  'line': 'Strip',
  'test': 'Test',
  'find': 'Test',
  'place': 'Test',
  'repair': 'Repair',
  'wait': 'Repair',
  'retest': 'Prove',
  'trial': 'Prove',
  'go on': 'Repair',
  'settle': 'Prove',
  'prove': 'Prove',
  'sign': 'Prove',
  'hand back': 'Prove',
  'record': 'Prove',
}

/** A test that measured has an estimate; one that looked has ended. */
function saidSomething(test: TestView): boolean {
  const measured = descriptorOf(test).measured(test)
  return !test.struck && (measured ? measured.estimate !== null : test.stoppedAt !== null)
}
const some = (...entries: readonly (readonly { struck: string | null }[])[]) =>
  entries.some(all => all.some(each => !each.struck))

/** Read alone makes nothing safe: what the plan calls for was done as well. */
function isMadeSafe(job: JobView, now: number): boolean {
  const { acts } = job.plan
  const allRead = cautionsFor(safetyCaseOf(job)).every(({ caution }) =>
    job.cautionsRead.some(read => read.caution === caution.key),
  )
  const mustDrain = acts.includes('drain') || acts.includes('remove the tank')
  const mustBeGasFree = acts.includes('heat or sparks')
  return (
    allRead &&
    (!mustDrain || job.work === 'new tank' || some(job.drained)) &&
    (!mustBeGasFree || vapourOn(job, now).state === 'gas-free')
  )
}

/** The job as a seam of stages; any order is allowed. */
export function stagesOf(job: JobView, ledger: Ledger, next: NextStep, now: number): Stage[] {
  const repaired = ledger.leaks.length > 0 && ledger.leaks.every(leak => leak.state !== 'found' && leak.state !== 'back')
  const done: Record<StageName, boolean> = {
    'Complaint': true,
    'Make safe': isMadeSafe(job, now),
    'Narrow': some(job.finds, job.answers, job.probes, job.outcomes),
    'Strip': some(job.stripped, job.touches),
    'Test': job.tests.some(saidSomething),
    'Repair': repaired,
    // Sealed on the bench is half.
    'Prove': next.action === 'record' || (ledger.state === 'sealed' && job.closedAt !== null && job.closedReason === ''),
  }
  return stageNames.map(name => ({
    name,
    done: done[name],
    now: stageOf[next.action] === name && !(name === 'Prove' && done.Prove),
  }))
}
