import type { PartFamily, PartShape, PartTrait } from '../circuit/boundary'
import type { CraftKind, TankMaterial } from '../circuit/kinds/tankKind'
import type { FuelKey } from '../fuel/fuels'

/** A part as the search for a cause sees it. */
export interface CasePart {
  id: string
  name: string
  family: PartFamily
  shape: PartShape
  trait: PartTrait | null
}

/**
 * What a test said: over all that it reached, and of single parts that were looked at. Nothing is said of a part that it did
 * not reach.
 */
export interface TestWord {
  id: string
  /** such as “hold 2” */
  label: string
  reached: readonly string[]
  /** of a test that measures the whole: whether it was tight; null when it only looked */
  says: 'tight' | 'leaks' | null
  dry: readonly string[]
  found: readonly string[]
}

/** Answers that every check takes and that speak neither for nor against anything. */
export const neutralAnswers = ['cannot', 'has none', 'done before'] as const
export type NeutralAnswer = (typeof neutralAnswers)[number]
export const neutralWords: Record<NeutralAnswer, string> = {
  'cannot': 'Cannot',
  'has none': 'It has none',
  'done before': 'Done before',
}
export const isNeutral = (outcome: string): outcome is NeutralAnswer => neutralAnswers.some(each => each === outcome)

export interface CheckAnswer {
  check: string
  outcome: string
  /** no fuel stood in the tank: that nothing was wet says nothing */
  dryTank?: boolean
}

/** All that is known of a complaint. Nothing in it needs to be filled. */
export interface Situation {
  craft: CraftKind
  material: TankMaterial
  fuel: FuelKey
  parts: readonly CasePart[]
  /** years; null when nobody knows */
  age: number | null
  /** keys of `signs` */
  signs: readonly string[]
  /** trouble codes as typed */
  codes: readonly string[]
  answers: readonly CheckAnswer[]
  /** no fuel stands in the tank now: it was drained, or has never had any */
  dryTank?: boolean
  tests: readonly TestWord[]
  /** parts that were repaired and where nothing has been found since */
  repaired: readonly string[]
  /** how often a cause turned out to be it in this shop's own like jobs, by cause key; empty when they are left aside */
  outcomes: Readonly<Record<string, number>>
}
