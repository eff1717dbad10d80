import { closedAtRoom, gasWent, holdEventKind, isPush, isTopUp } from '../series/holdEvents'

/**
 * A bracketed hold in its stretches: blank before, under pressure, topped up, blank after. The leak acts with the pressure, drift
 * acts all the time; the top-up tells settling gas from a leak that closes.
 */
export const stretchKinds = ['blank', 'under pressure', 'topped up', 'blank after'] as const
export type StretchKind = (typeof stretchKinds)[number]

/** Marks that begin a stretch, and the one that says that gas is being let in or out: what is read then is of no stretch. */
const stretchMarks = {
  'closed at room pressure': 'blank',
  'pumped': 'under pressure',
  'top-up': 'topped up',
  'vented and closed': 'blank after',
} as const satisfies Record<string, StretchKind>
type StretchMark = keyof typeof stretchMarks
export const MOVING_GAS = 'moving gas'

export interface Stretch {
  kind: StretchKind
  /** s of the hold's time at which it began */
  begun: number
  /** gas is on its way into the next one since then, s; null while it is watched */
  moving: number | null
}

/** The mark that a word stands for: those of a file's event column are many. */
function markOf(word: string): StretchMark | typeof MOVING_GAS | null {
  if (Object.hasOwn(stretchMarks, word)) return word as StretchMark
  if (closedAtRoom(word)) return 'closed at room pressure'
  if (holdEventKind(word) === 'moving') return MOVING_GAS
  if (isTopUp(word)) return 'top-up'
  const went = isPush(word) ? 0 : gasWent(word)
  return went === 0 ? null : went > 0 ? 'pumped' : 'vented and closed'
}

/**
 * The stretch that a hold is in. One that was not closed at the room's pressure began under pressure.
 * @param marks in order of time, s of the hold
 */
export function stretchNow(marks: readonly { t: number; kind: string }[]): Stretch {
  let now: Stretch = { kind: 'under pressure', begun: 0, moving: null }
  for (const { t, kind } of marks) {
    const mark = markOf(kind)
    if (mark === MOVING_GAS) now = { ...now, moving: t }
    else if (mark) now = { kind: stretchMarks[mark], begun: t, moving: null }
  }
  return now
}

/** Which stretch a bracketed hold goes to next; null after its last. */
export const markAfter: Record<StretchKind, Exclude<StretchMark, 'closed at room pressure'> | null> = {
  'blank': 'pumped',
  'under pressure': 'top-up',
  'topped up': 'vented and closed',
  'blank after': null,
}

/** Why a mark cannot follow what was marked before it, or null. */
export function outOfOrder(marks: readonly { t: number; kind: string }[], kind: string): string | null {
  const { kind: now } = stretchNow(marks)
  const blank = now === 'blank' || now === 'blank after'
  switch (kind) {
    case 'closed at room pressure':
      return marks.length === 0
        ? null
        : 'A hold is closed at room pressure once, at its start. Mark “vented and closed” instead.'
    case 'pumped':
      return blank ? null : 'It is under pressure already. Mark a top-up, or vent and close it first.'
    case 'top-up':
      return blank ? 'It has no pressure to top up. Mark “pumped” once it is at the test pressure.' : null
    case 'vented and closed':
      return blank ? 'It is at room pressure already.' : null
    default:
      return null
  }
}
