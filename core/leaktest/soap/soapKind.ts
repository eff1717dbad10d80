import type { TestKind } from '../testKind'

/** Soapy water along the route under pressure, often that of a hold or a balloon. */
export const soapKind = {
  name: 'Soap',
  sign: 'S',
  running: 'A soap walk is running.',
  says: 'looks',
  subject: 'tank',
  feeds: true,
  mustHold: false,
  besides: ['hold', 'balloon'],
} as const satisfies TestKind
