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

/** What an event does to a hold: gas that was pumped settles anew, anything else is only a step. */
export type HoldEventKind = 'pumped' | 'step'

/**
 * The kind of an event, by its whole words and not by letters in them: "stop" is no top-up. @param event as written in the
 * record
 */
export const holdEventKind = (event: string): HoldEventKind =>
  pumpingWords.has(event.trim().toLowerCase()) ? 'pumped' : 'step'
