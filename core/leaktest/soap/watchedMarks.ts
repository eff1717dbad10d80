import { isFind, SOAP_WATCH_TIME, type SoapMark } from './soap'

/** What was done in a walk, in order of time: parts wetted and watched together, and what one of them showed. */
export type SoapEvent =
  | { kind: 'watch'; at: number; by: string | null; partIds: readonly string[] }
  | { kind: 'mark'; at: number; partId: string; mark: SoapMark }

/** Joints that one person can watch at once. Source: general trade practice. */
export const MOST_IN_VIEW = 3

/** What a part showed, or that the watch over it was not kept to its end: then it says nothing. */
export interface WatchedMark {
  partId: string
  mark: SoapMark | 'not watched'
  /** ms since 1970 */
  at: number
  /** s that it had been watched by then; zero when nobody began to */
  watched: number
}

/** Watches that were begun, by part. */
type BegunWatches = Map<string, { at: number; by: string | null }>

/**
 * Begins a watch: of those that its person has begun within the watch time only so many go on as can be in view, the last ones. What
 * was looked away from is no longer watched.
 */
function beginWatch(begun: BegunWatches, { at, by, partIds }: SoapEvent & { kind: 'watch' }): void {
  for (const partId of partIds) {
    begun.delete(partId)
    begun.set(partId, { at, by })
  }
  const inView = [...begun].filter(([, its]) => its.by === by && at - its.at < SOAP_WATCH_TIME * 1000)
  for (const [partId] of inView.slice(0, -MOST_IN_VIEW)) begun.delete(partId)
}

/** The watches of a walk that go on, or have had their time. @param events in order of time */
export function watchesOf(events: readonly SoapEvent[]): BegunWatches {
  const begun: BegunWatches = new Map()
  for (const event of events) if (event.kind === 'watch') beginWatch(begun, event)
  return begun
}

/**
 * What each part showed in a walk. Foam counts whenever it was seen, and is not unseen by a later look of the same walk; dry counts
 * only after the whole watch (ASTM E515 on observation time).
 * @param events in order of time
 * @returns one mark a part
 */
export function watchedMarks(events: readonly SoapEvent[]): WatchedMark[] {
  const begun: BegunWatches = new Map()
  const marks = new Map<string, WatchedMark>()
  for (const event of events) {
    if (event.kind === 'watch') {
      beginWatch(begun, event)
      continue
    }
    const { partId, mark, at } = event
    const since = begun.get(partId)
    const watched = since ? (at - since.at) / 1000 : 0
    const before = marks.get(partId)
    if (before && isFind(before.mark) && !isFind(mark)) continue
    const early = mark === 'dry' && watched < SOAP_WATCH_TIME
    marks.set(partId, { partId, mark: early ? 'not watched' : mark, at, watched })
  }
  return [...marks.values()]
}
