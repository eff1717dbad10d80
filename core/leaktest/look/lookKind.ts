import type { TestKind } from '../testKind'

/** A look without a rate: fuel in, running, under way, soaking, dyed, under water, by ear. */
export const lookKind = {
  name: 'Look',
  sign: 'L',
  running: 'A look with fuel, lamp, water or ear is going on.',
  says: 'looks',
  subject: 'tank',
  feeds: false,
  mustHold: false,
  besides: [],
} as const satisfies TestKind
