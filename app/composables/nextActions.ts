import type { NextStep } from '#core/ledger/nextStep'
import { clockText } from './times'

/** Where a job's next action happens, and what its button says. */
export function nextAction(jobId: string, next: NextStep): { label: string, to: string } {
  const job = `/jobs/${jobId}`
  switch (next.action) {
    case 'watch': return next.sentence.includes('Smoke') ? { label: 'Go on with smoke', to: `${job}/smoke` } : next.sentence.includes('balloon') ? { label: 'Type a girth', to: `${job}/balloon` } : next.sentence.includes('soap') ? { label: 'Go on soaping', to: `${job}/soap` } : { label: 'Watch the hold', to: `/bench/${next.about}` }
    case 'check': return { label: 'To the first check', to: `${job}/narrow` }
    case 'test': return { label: 'Set up a hold', to: `${job}/hold` }
    case 'find': return { label: 'Find it with soap', to: `${job}/soap` }
    case 'repair': return { label: 'Record the repair', to: `${job}?repair=${next.about}` }
    case 'wait': return { label: next.at ? `Retest at ${clockText(next.at)}` : 'Retest', to: `${job}/hold` }
    case 'retest': return { label: 'Retest: set up a hold', to: `${job}/hold` }
    case 'settle': return next.about === 'soap' ? { label: 'Soap the rest', to: `${job}/soap` } : { label: 'Set up a hold', to: `${job}/hold` }
    case 'record': return { label: 'Write the record', to: `${job}/record` }
  }
}

/** The sentence with its time of day. */
export const nextSentence = (next: NextStep, now: number) => (next.at ? `${next.sentence.replace(/ Hold again once cured\.$/, '')} Cured ${clockText(next.at, now)}, then hold again.` : next.sentence)
