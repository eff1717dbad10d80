import type { TestKind } from '../testKind'

/** Indicator and relief in one: tied over an opening and measured round for a day. One may soap under it. */
export const balloonKind = {
  name: 'Balloon',
  sign: 'B',
  running: 'A balloon is tied on.',
  says: 'rate',
  subject: 'tank',
  feeds: true,
  mustHold: true,
  besides: [],
} as const satisfies TestKind
