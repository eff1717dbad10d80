import { known } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

/** The resistance of a level sender at both ends of its travel. */
export interface SenderStandard {
  key: string
  name: string
  source: SourceKey
  /** ohm, with the float at the bottom and at the top */
  empty: number
  full: number
}

const rows = [
  { key: '240-33', name: '240 Ω empty, 33 Ω full', source: 'trade practice', empty: 240, full: 33 },
  { key: '10-180', name: '10 Ω empty, 180 Ω full', source: 'trade practice', empty: 10, full: 180 },
  { key: '0-90', name: '0 Ω empty, 90 Ω full', source: 'trade practice', empty: 0, full: 90 },
  { key: '0-30', name: '0 Ω empty, 30 Ω full', source: 'trade practice', empty: 0, full: 30 },
  { key: '73-10', name: '73 Ω empty, 10 Ω full', source: 'trade practice', empty: 73, full: 10 },
  { key: '0-190', name: '0 Ω empty, 190 Ω full', source: 'trade practice', empty: 0, full: 190 },
  { key: '90-0', name: '90 Ω empty, 0 Ω full', source: 'trade practice', empty: 90, full: 0 },
] as const satisfies readonly SenderStandard[]
export type SenderStandardKey = (typeof rows)[number]['key']

/** Ranges of level senders that are met, by their ends. Source: general trade practice; the gauge's own sheet wins. */
export const senderStandards: readonly SenderStandard[] = known(
  'sender standards',
  rows,
  row => row.key,
  row => ({ empty: [row.empty, 0, 1000], full: [row.full, 0, 1000] }),
)
export const senderStandardKeys = rows.map(row => row.key)

/** @throws RangeError for a key that is none */
export function senderStandard(key: string): SenderStandard {
  const found = senderStandards.find(each => each.key === key)
  if (!found) throw new RangeError(`There is no sender standard “${key}”.`)
  return found
}
