import type { Said } from './record/entryKind'
import { entryKind, entryKindKeys, type EntryList } from './record/kinds'
import type { JobView } from './views'

/** What of a job can be struck out with a reason: tests, photographs, and the entries whose kind says so. */
type Strikable = EntryList | 'tests' | 'photos'
const strikableLists = [
  ...new Set(entryKindKeys.map(entryKind).flatMap(({ list, strikable }) => (strikable ? [list as EntryList] : []))),
  'photos' as const,
]

/** An entry that can be struck out, with who made it and when. */
export interface StrikableEntry {
  id: string
  of: Strikable
  by: string
  at: number
  struck: string | null
}

/** All entries of a job that can be struck out. */
export const strikableEntries = (job: JobView): StrikableEntry[] => [
  ...job.tests.map(({ id, by, startedAt, struck }) => ({ id, of: 'tests' as const, by, at: startedAt, struck })),
  ...strikableLists.flatMap(of => (job[of] as Said[]).map(({ id, by, at, struck }) => ({ id, of, by, at, struck }))),
]

/** So long after it was made, an entry is taken back by whoever made it without a reason, ms. */
export const TAKE_BACK_TIME = 10_000

/** Whether an entry is so fresh that whoever made it may still take it back without a reason. @param grace ms on the way */
export const isFresh = (entry: StrikableEntry, name: string, now: number, grace = 0): boolean =>
  entry.struck === null && entry.of !== 'tests' && entry.by === name && now - entry.at <= TAKE_BACK_TIME + grace
