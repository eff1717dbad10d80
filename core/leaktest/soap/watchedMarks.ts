import { isFind, SOAP_WATCH_TIME, type SoapMark } from './soap'

/** What was done in a walk, in order of time: parts wetted and watched together, and what one of them showed. */
export type SoapEvent =
  { kind: 'watch'; at: number; partIds: readonly string[] } | { kind: 'mark'; at: number; partId: string; mark: SoapMark }

/** What a part showed, or that the watch over it was not kept to its end: then it says nothing. */
export interface WatchedMark {
  partId: string
  mark: SoapMark | 'not watched'
  /** ms since 1970 */
  at: number
  /** s that it had been watched by then; zero when nobody began to */
  watched: number
}

/**
 * What each part showed in a walk. Foam counts whenever it was seen, and is not unseen by a later look of the same walk; dry counts
 * only after the whole watch (ASTM E515 on observation time).
 * @param events in order of time
 * @returns one mark a part
 */
export function watchedMarks(events: readonly SoapEvent[]): WatchedMark[] {
  const began = new Map<string, number>()
  const marks = new Map<string, WatchedMark>()
  for (const event of events) {
    if (event.kind === 'watch') {
      for (const partId of event.partIds) began.set(partId, event.at)
      continue
    }
    const { partId, mark, at } = event
    const watched = began.has(partId) ? (at - began.get(partId)!) / 1000 : 0
    const before = marks.get(partId)
    if (before && isFind(before.mark) && !isFind(mark)) continue
    const early = mark === 'dry' && watched < SOAP_WATCH_TIME
    marks.set(partId, { partId, mark: early ? 'not watched' : mark, at, watched })
  }
  return [...marks.values()]
}
