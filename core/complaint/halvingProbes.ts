import type { Probe } from '../circuit/isolate'
import type { TestWord } from './situation'

/**
 * What tests say to halving: a tight one clears all that it reached, a look clears what was dry and keeps the leak to what it
 * found.
 */
export const probesOf = (tests: readonly TestWord[]): Probe[] =>
  tests.flatMap(({ says, reached, dry, found }) => [
    ...(says === null ? [] : [{ reached, leaks: says === 'leaks' }]),
    ...(dry.length > 0 ? [{ reached: dry, leaks: false }] : []),
    ...found.map(partId => ({ reached: [partId], leaks: true })),
  ])
