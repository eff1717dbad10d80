import type { TestKind } from '../testKind'

/** Pump to pressure, wait to settle, read pressure against time. One soaps the route meanwhile. */
export const holdKind = {
  name: 'Hold',
  sign: 'H',
  running: 'A hold is running.',
  says: 'rate',
  subject: 'tank',
  feeds: true,
  mustHold: true,
  besides: [],
} as const satisfies TestKind
