import { known } from '../knowledge/known'
import type { SourceKey } from '../knowledge/sources'
import { signKeys, type SignKey } from './keys'

/** What a customer or a technician can say of a leak before anything is tested. */
export const signGroups = ['when', 'where', 'amount', 'smell', 'level', 'tanks', 'history'] as const
export type SignGroup = (typeof signGroups)[number]

export interface Sign {
  key: SignKey
  source: SourceKey
  group: SignGroup
  /** as a large choice */
  words: string
  /** as it is told in a reason: “it …” */
  told: string
  /**
   * how often it is said of a leak that has nothing to do with it, 0 to 1: judged from general trade practice, on the scale of
   * `likelihoods`
   */
  base: number
}

/** One can be chosen of these; of the others, several. */
export const singleGroups: readonly SignGroup[] = ['amount', 'level', 'tanks']

export const signGroupWords: Record<SignGroup, string> = {
  when: 'When it shows',
  where: 'Where it is wet',
  amount: 'How much',
  smell: 'Smell',
  level: 'Does the level matter',
  tanks: 'When tanks are switched',
  history: 'What was before',
}

/**
 * Likelihoods are told in five steps, so that each can be argued about in words.
 * Source: verbal probability scales as used for expert elicitation (EFSA guidance on expert knowledge elicitation, 2014),
 * rounded.
 */
export const likelihoods = { always: 0.9, often: 0.6, sometimes: 0.3, seldom: 0.1, hardly: 0.03 } as const
export type Likelihood = keyof typeof likelihoods

const sign = (group: SignGroup, key: SignKey, words: string, told: string, base: number): Sign => ({
  group,
  key,
  words,
  told,
  base,
  source: 'trade practice',
})

const rows: readonly Sign[] = [
  sign('when', 'while-filling', 'While filling', 'shows while filling', 0.08),
  sign('when', 'clicks-off', 'Pump clicks off early', 'makes the pump click off early or splash back', 0.03),
  sign('when', 'brim-full', 'Only brim-full', 'shows only when brim-full', 0.08),
  sign('when', 'engine-running', 'Engine running', 'shows with the engine running', 0.1),
  sign('when', 'under-way', 'Under way', 'shows under way', 0.08),
  sign('when', 'dry-parked', 'Dry when parked', 'is dry when parked', 0.08),
  sign('when', 'parked', 'Parked, hours later', 'shows when parked, hours later', 0.15),
  sign('when', 'hot-day', 'In heat or sun', 'shows in heat or sun', 0.08),
  sign('when', 'tilted', 'On a slope or heeled', 'shows on a slope or heeled', 0.05),
  sign('when', 'after-standing', 'First fill after long standing', 'began at the first fill after long standing', 0.06),
  sign('when', 'after-repair', 'Back after a repair', 'came back after a repair', 0.06),
  sign('when', 'after-wash', 'Since it was washed', 'shows since it was washed or rained on', 0.03),

  sign('where', 'wet-top', 'On top', 'is wet on top', 0.1),
  sign('where', 'wet-neck', 'Neck side', 'is wet on the neck side', 0.07),
  sign('where', 'wet-low', 'Low', 'is wet low down', 0.2),
  sign('where', 'wet-corner', 'Bottom corner', 'is wet at a bottom corner', 0.05),
  sign('where', 'wet-strap', 'Under a strap', 'is wet under a strap or cradle', 0.06),
  sign('where', 'wet-seam', 'Along a seam', 'is wet along a seam', 0.08),
  sign('where', 'wet-rivets', 'Along rivets or a rib', 'is wet along rivets or a rib', 0.04),
  sign('where', 'wet-line', 'Along a line', 'is wet along a line or towards the engine', 0.08),
  sign('where', 'wet-inside', 'Inside the craft', 'is wet or smells inside the craft', 0.08),
  sign('where', 'wet-unknown', 'Cannot say', 'has no place that anybody can name', 0.2),

  sign('amount', 'smell-only', 'Smell', 'is a smell and no more', 0.2),
  sign('amount', 'stain', 'Stain', 'leaves a stain', 0.2),
  sign('amount', 'weep', 'Weep', 'weeps', 0.25),
  sign('amount', 'drip', 'Drip', 'drips', 0.25),
  sign('amount', 'pool', 'Pool', 'makes a pool', 0.1),

  sign('smell', 'smell-after-fuelling', 'After fuelling', 'smells after fuelling', 0.12),
  sign('smell', 'smell-inside', 'Inside', 'smells inside', 0.12),
  sign('smell', 'smell-always', 'Always', 'smells all the time', 0.1),
  sign('smell', 'no-smell', 'No fuel smell', 'does not smell of fuel', 0.03),

  sign('level', 'full-only', 'Only when full', 'depends on a full tank', 0.12),
  sign('level', 'stops-half', 'Stops at about half', 'stops at about half', 0.06),
  sign('level', 'any-level', 'At any level', 'shows at any level', 0.15),

  sign('tanks', 'changes-switched', 'Changes', 'changes when tanks are switched', 0.1),
  sign('tanks', 'same-switched', 'Stays the same', 'stays when tanks are switched', 0.3),

  sign('history', 'added-fitting', 'Fitting added', 'has a fitting that was added', 0.06),
  sign('history', 'sealant-smear', 'Sealant smeared on', 'has sealant smeared on by somebody', 0.06),
  sign('history', 'tape-on', 'Tape on it', 'has tape on it', 0.03),
  sign('history', 'opened-lately', 'Opened lately', 'was opened lately', 0.1),
  sign('history', 'cap-replaced', 'New cap did not help', 'was not helped by a new cap', 0.04),
  sign('history', 'stood-long', 'Stood for long', 'stood for long', 0.1),
  sign('history', 'struck', 'Hit or grounded', 'was hit or grounded', 0.05),
  sign('history', 'rust', 'Rust or white powder', 'shows rust or white powder', 0.12),
  sign('history', 'old-hoses', 'Old hoses', 'has its old hoses', 0.15),
  sign('history', 'lined-before', 'Lined or patched', 'was lined or patched before', 0.05),
  sign('history', 'new-fuel', 'Another fuel blend', 'is on another fuel blend lately', 0.04),
  sign('history', 'gauge-wrong', 'Gauge reads wrong', 'has a gauge that reads wrong', 0.06),
]
export const signs = known(
  'Signs',
  rows,
  row => row.key,
  ({ base }) => ({ base: [base, 0.005, 0.5] }),
  signKeys,
)

/** @throws Error when there is none */
export function signOf(key: string): Sign {
  const found = signs.find(each => each.key === key)
  if (!found) throw new Error(`There is no sign “${key}”.`)
  return found
}

/** Signs that cannot both be so of one leak: two leaks, or one of them is not quite what it looked like. */
export const opposites: readonly (readonly [string, string])[] = [
  ['dry-parked', 'parked'],
  ['brim-full', 'any-level'],
  ['full-only', 'any-level'],
  ['brim-full', 'stops-half'],
  ['smell-only', 'wet-low'],
  ['smell-only', 'wet-corner'],
  ['no-smell', 'smell-always'],
  ['no-smell', 'smell-only'],
  ['no-smell', 'smell-after-fuelling'],
]
