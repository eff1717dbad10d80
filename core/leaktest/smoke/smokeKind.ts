import type { TestKind } from '../testKind'

/**
 * Smoke fed into the circuit: looked for part by part where it was seen to arrive, and measured over them by the machine's
 * tube.
 */
export const smokeKind = {
  name: 'Smoke',
  sign: 'M',
  running: 'Smoke is on.',
  says: 'both',
  subject: 'tank',
  feeds: true,
  mustHold: false,
  besides: [],
} as const satisfies TestKind
