/**
 * Words in a record's event column that say that somebody let gas in or out by a pump or a push: the gas then settles anew.
 * Words of the open readings format, docs/formats.md.
 */
const pumpingWords: ReadonlySet<string> = new Set([
  'pumped',
  'pumped up',
  'pump',
  'top-up',
  'top up',
  'topped up',
  'topped-up',
  'push',
  'pushed',
  'air in',
  'air added',
  'filled',
  'vented',
  'vented and closed',
])

/** Words that say that gas is on its way in or out from here to the next event: what is read meanwhile says nothing. */
const movingWords: ReadonlySet<string> = new Set(['moving gas', 'pumping', 'venting'])

/** What an event does to a hold: gas that was pumped settles anew, gas that moves is not looked at, anything else is only a step. */
type HoldEventKind = 'pumped' | 'moving' | 'step'

/**
 * The kind of an event, by its whole words and not by letters in them: "stop" is no top-up. @param event as written in the
 * record
 */
export function holdEventKind(event: string): HoldEventKind {
  const word = event.trim().toLowerCase()
  if (movingWords.has(word)) return 'moving'
  return pumpingWords.has(word) ? 'pumped' : 'step'
}

const outWords: ReadonlySet<string> = new Set(['vented', 'vented and closed'])
const inWords: ReadonlySet<string> = new Set([...pumpingWords].filter(word => !outWords.has(word)))

/** Which way gas went by an event's words: in (1), out (-1), or nothing said of it (0). */
export function gasWent(event: string): 1 | -1 | 0 {
  const word = event.trim().toLowerCase()
  return inWords.has(word) ? 1 : outWords.has(word) ? -1 : 0
}

/** Whether an event says that the tank was closed without any pressure. */
export const closedAtRoom = (event: string): boolean => event.trim().toLowerCase() === 'closed at room pressure'

/** Whether an event says that air went in by one quick push. */
export const isPush = (event: string): boolean => ['push', 'pushed'].includes(event.trim().toLowerCase())

const topUpWords: ReadonlySet<string> = new Set(['top-up', 'top up', 'topped up', 'topped-up', 'air added'])
/** Whether an event says that a little air was added to a tank under pressure. */
export const isTopUp = (event: string): boolean => topUpWords.has(event.trim().toLowerCase())
