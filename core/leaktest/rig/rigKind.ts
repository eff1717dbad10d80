import type { TestKind } from '../testKind'

/** A dead-ended rig held on its own. It says nothing of any tank; its leak is taken off the holds made with it. */
export const rigKind = {
  name: 'Rig check',
  sign: 'R',
  running: 'A rig is being checked.',
  says: 'rate',
  subject: 'rig',
  feeds: true,
  mustHold: true,
  besides: [],
} as const satisfies TestKind
