import { isSkin } from '../circuit/service'
import type { Probe } from '../circuit/isolate'
import type { CasePart, Situation, TestWord } from './situation'

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

/** A test that leaked though everything fitted that it reached was dry: only the tank's own skin is left. */
export interface TankItself {
  test: string
  /** parts of the skin that it reached, those that nobody has looked at first */
  parts: CasePart[]
}

/** Whether what was tested and looked at leaves only the tank itself; null while a fitting may still be it. */
export function tankItself({ tests, parts }: Pick<Situation, 'tests' | 'parts'>): TankItself | null {
  const dry = new Set(tests.flatMap(test => test.dry))
  for (const test of tests) {
    if (test.says !== 'leaks' || tests.some(each => each.found.length > 0)) continue
    const reached = parts.filter(part => test.reached.includes(part.id))
    const fitted = reached.filter(part => !isSkin(part.family))
    const skin = reached.filter(part => isSkin(part.family))
    if (fitted.length === 0 || skin.length === 0 || !fitted.every(part => dry.has(part.id))) continue
    return { test: test.label, parts: [...skin.filter(part => !dry.has(part.id)), ...skin.filter(part => dry.has(part.id))] }
  }
  return null
}
