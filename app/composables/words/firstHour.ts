import type { JobView } from '#shared/views'
import type { JobState } from '#core/ledger/deriveLedger'
import type { NextStep } from '#core/ledger/nextStep'
import { nextAction, nextSentence } from './nextActions'

/** A step of the first hour: what to do, why, where, and whether it was done. */
interface GuideStep {
  title: string
  hint: string
  to: string
  done: boolean
}

/** The first hour, step by step, each done when the job shows that it was. */
export function firstHourSteps(job: JobView, state: JobState, next: NextStep, now: number): GuideStep[] {
  const at = (page: string) => `/jobs/${job.id}/${page}`
  const stands = <T extends { struck: string | null }>(rows: readonly T[]) => rows.filter(({ struck }) => !struck)
  const repairs = stands(job.repairs)
  const firstRepair = repairs[0]?.at ?? Infinity
  const ended = stands(job.tests).filter(({ stoppedAt }) => stoppedAt !== null)
  const holds = ended.filter(({ kind }) => kind === 'hold')
  return [
    {
      title: 'Look first',
      hint: 'Somebody told of a puddle. Narrowing asks the check that tells most for its minutes: do it, and tap what it shows.',
      to: at('narrow'),
      done: stands(job.answers).length > 0 || ended.length > 0,
    },
    {
      title: 'Read the cautions',
      hint: 'Before air goes into a fuel tank everybody reads what can hurt them. It is kept that you did.',
      to: at('safe'),
      done: job.cautionsRead.length > 0,
    },
    {
      title: 'Hold it under pressure',
      hint: 'On the stand-in tank, at 600 times. Watch the dashed part shrink: when it decides, stop.',
      to: at('hold'),
      done: holds.length > 0,
    },
    {
      title: 'Find where',
      hint: 'Soap part by part: look at the stand-in, mark what it shows, and record where it bubbles.',
      to: at('soap'),
      done: stands(job.finds).length > 0,
    },
    {
      title: 'Mend it',
      hint: 'Open the leak in the register and say what was done. A new seal is the usual thing at a drain plug.',
      to: `/jobs/${job.id}`,
      done: repairs.length > 0,
    },
    {
      title: 'Hold it again, until it is sealed',
      hint: `A repair proves nothing yet. ${nextSentence(next, now)}`,
      to: nextAction(job.id, next).to,
      done: state === 'sealed' && holds.some(({ startedAt }) => startedAt > firstRepair),
    },
  ]
}
