import { upperFirst } from '#core/words/words'
import type { NextStep } from '#core/ledger/nextStep'
import { testFaces } from '../../leaktest/testFaces'
import { clockText } from './times'

/** The way that the next test is to be fed, as its set-up page reads it. */
const fedAt = ({ way }: NextStep) => (way ? `?rig=${way.rig}&pressure=${way.pressure}${way.vacuum ? '&vacuum=1' : ''}` : '')

/** Where a job's next action happens, and what its button says. */
export function nextAction(jobId: string, next: NextStep): { label: string; to: string } {
  const job = `/jobs/${jobId}`
  const { setUpPage, page, goOn } = testFaces[next.kind ?? 'hold']
  switch (next.action) {
    case 'watch':
      return { label: goOn, to: page({ id: next.about!, jobId }) }
    case 'check':
      return { label: 'To the first check', to: `${job}/narrow` }
    case 'line':
      return { label: 'Line it', to: `${job}/mend?of=liner` }
    case 'test':
      return { label: 'Set up a hold', to: setUpPage(jobId) }
    case 'find':
      return { label: 'Find it with soap', to: setUpPage(jobId) }
    case 'place':
      return { label: 'Record where', to: `${job}?seen=1` }
    case 'repair':
      return { label: 'How to mend it', to: `${job}/leaks/${next.about}` }
    case 'go on':
      return { label: 'Go on with the repair', to: `/bench/repairs/${jobId}/${next.about}` }
    case 'wait':
      return next.at
        ? { label: `Retest at ${clockText(next.at)}`, to: setUpPage(jobId) }
        : { label: 'Read the thermometer', to: `${job}?thermometer=1` }
    case 'trial':
      return { label: `Test again ${clockText(next.at!)}`, to: setUpPage(jobId) }
    case 'retest':
      return {
        label:
          next.kind === 'soap' ? 'Retest: soap it' : next.way?.vacuum ? 'Retest: set up a vacuum' : 'Retest: set up a hold',
        to: `${setUpPage(jobId)}${fedAt(next)}`,
      }
    case 'settle':
      return { label: next.kind === 'soap' ? 'Soap the rest' : 'Set up a hold', to: setUpPage(jobId) }
    case 'prove':
      return { label: next.at ? 'Look again' : 'Prove it in use', to: `${job}/prove` }
    case 'sign':
      return { label: 'Read and sign', to: `${job}/record` }
    case 'hand back':
      return { label: 'Hand it back', to: `${job}/prove` }
    case 'record':
      return { label: 'The record', to: `${job}/record` }
  }
}

/** The sentence with its time of day. */
export function nextSentence(next: NextStep, now: number): string {
  if (!next.at) return next.sentence
  if (next.action === 'prove') return `${next.sentence} ${upperFirst(clockText(next.at, now))}.`
  const then =
    next.action === 'trial' ? `Test it again ${clockText(next.at, now)}` : `Cured ${clockText(next.at, now)}, then hold again`
  return `${next.sentence} ${then}.`
}
