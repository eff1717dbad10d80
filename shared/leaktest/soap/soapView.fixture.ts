import type { WatchedMark } from '../../../core/leaktest/soap/watchedMarks'
import type { SoapView } from './soapView'

/** Marks of parts that were watched long enough, for tests. */
export const watched = (at: number, marks: Record<string, WatchedMark['mark']>): WatchedMark[] =>
  Object.entries(marks).map(([partId, mark]) => ({ partId, mark, at, watched: 30 }))

/** A soap walk at 5 kPa of a moment, fed at part a, for tests. */
export const soapView = (number: number, at: number, marks: WatchedMark[] = [], change: Partial<SoapView> = {}): SoapView => ({
  kind: 'soap',
  id: `s${number}`,
  jobId: 'j',
  number,
  pressure: 5000,
  closures: { a: 'fed' },
  links: {},
  wettedShare: 0,
  relief: null,
  earlyReason: null,
  by: 'Finn',
  startedAt: at,
  stoppedAt: at,
  marks,
  watching: [],
  struck: null,
  ...change,
})
