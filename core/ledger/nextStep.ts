import type { Ledger } from './deriveLedger'
import { measures, type Instant, type LedgerEntries } from './ledger'

export const nextActions = ['watch', 'check', 'test', 'find', 'repair', 'wait', 'retest', 'settle', 'record'] as const
export type NextAction = (typeof nextActions)[number]

export type RunningKind = 'hold' | 'soap' | 'balloon' | 'smoke'
const runningWords: Record<RunningKind, string> = { hold: 'A hold is running.', soap: 'A soap walk is running.', balloon: 'A balloon is tied on.', smoke: 'Smoke is on.' }

/** One plain sentence and the one next action for a job. */
export interface NextStep {
  action: NextAction
  /** without times of day: they are added where local time is known */
  sentence: string
  /** when the action becomes possible, for `wait` */
  at: Instant | null
  /** the leak, test or kind of test that it is about */
  about: string | null
}

/**
 * What to do next, most pressing first: watch a running test, repair an open leak, find a measured one, wait for a cure, retest, settle the rest, write the record.
 * @param running the id of a test that runs now
 * @param unchecked something was complained of and nothing has been looked at yet
 */
export function nextStep(ledger: Ledger, entries: LedgerEntries, running: { id: string, kind: RunningKind } | null, unchecked = false): NextStep {
  const name = (partId: string) => entries.parts.find(part => part.id === partId)?.name ?? 'a part'
  const leakOf = (id: string) => entries.leaks.find(leak => leak.id === id)!
  if (running) return { action: 'watch', sentence: runningWords[running.kind], at: null, about: running.id }
  const open = ledger.leaks.filter(leak => leak.state === 'found' || leak.state === 'back')
  if (open.length > 0) {
    const first = leakOf(open[0]!.id)
    const rest = open.length > 1 ? ` ${open.length - 1} more to repair after it.` : ''
    const state = open[0]!.state === 'back' ? 'is back after its repair. Decide what else to do.' : 'is found. Decide the repair.'
    return { action: 'repair', sentence: `Leak ${first.number}, ${lower(name(first.partId))}, ${state}${rest}`, at: null, about: first.id }
  }
  if (ledger.unlocated) return { action: 'find', sentence: 'A hold measured a leak that nobody has found yet. Soap the route while it is under pressure.', at: null, about: ledger.unlocated.holdId }
  const curing = ledger.leaks.filter(leak => leak.state === 'repaired, curing')
  if (curing.length > 0) {
    const at = Math.max(...entries.repairs.filter(repair => curing.some(leak => leak.id === repair.leakId)).map(repair => repair.curedAt))
    return { action: 'wait', sentence: `${list(curing.map(leak => capital(name(leakOf(leak.id).partId))))} ${curing.length > 1 ? 'are' : 'is'} curing. Hold again once cured.`, at, about: curing[0]!.id }
  }
  const ready = ledger.leaks.filter(leak => leak.state === 'ready to retest')
  if (ready.length > 0) return { action: 'retest', sentence: `${list(ready.map(leak => capital(name(leakOf(leak.id).partId))))} ${ready.length > 1 ? 'are' : 'is'} cured and ready to retest.`, at: null, about: ready[0]!.id }
  if (ledger.settle) {
    const { tests, minutes } = ledger.settle, { missing } = ledger
    const kind = tests[0]?.kind ?? 'hold'
    if (entries.tests.length === 0 && unchecked) return { action: 'check', sentence: 'The complaint is taken. See what it most likely is, and do the first check.', at: null, about: null }
    if (entries.tests.length === 0) return { action: 'test', sentence: `Nothing tested yet. A hold takes about ${tests[0]?.minutes ?? minutes} min.`, at: null, about: 'hold' }
    const last = entries.tests.at(-1)!
    if (last.kind === 'hold' && last.verdict === 'cannot-tell' && kind === 'hold') return { action: 'settle', sentence: `Hold ${last.number} could not tell. Another of about ${tests[0]?.minutes ?? minutes} min, longer or with better instruments, would settle it.`, at: null, about: kind }
    const which = missing.length <= 3 ? list(missing.map(name)) : `${missing.length} of ${entries.parts.length} parts`
    const would = tests.length === 0 ? 'No way of feeding this circuit reaches them: look at the map.' : tests.length === 1 ? `A ${testWords[kind]} of about ${minutes} min would settle it.` : `${capital(list(tests.map(test => `a ${testWords[test.kind]}`)))}, about ${minutes} min together, would settle it.`
    return { action: 'settle', sentence: `Cannot tell yet: no evidence that stands for ${which}. ${would}`, at: null, about: kind }
  }
  const holds = entries.tests.filter(test => measures(test) && test.verdict === 'sealed').length
  return { action: 'record', sentence: `Sealed: every part has evidence that stands${holds ? `, ${holds} sealed ${holds > 1 ? 'holds' : 'hold'}` : ''}. Write the record.`, at: null, about: null }
}

const testWords = { hold: 'hold', soap: 'soap walk' } as const
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const list = (names: string[]) => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`)
