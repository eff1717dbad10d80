import type { JobView } from './views'

/** What of a job can be struck out with a reason: everything that somebody recorded, but for what was bought. */
export const strikable = [
  'tests',
  'finds',
  'rigFinds',
  'repairs',
  'approvals',
  'choices',
  'newTank',
  'proof',
  'signatures',
  'instruments',
  'touches',
  'unholdable',
  'answers',
  'probes',
  'outcomes',
  'photos',
  'gasReadings',
  'drained',
  'weighings',
  'hotWork',
  'stripped',
] as const satisfies readonly (keyof JobView)[]

/** An entry that can be struck out, with who made it and when. */
export interface StrikableEntry {
  id: string
  of: (typeof strikable)[number]
  by: string
  at: number
  struck: string | null
}

/** All entries of a job that can be struck out. */
export const strikableEntries = (job: Pick<JobView, (typeof strikable)[number]>): StrikableEntry[] =>
  strikable.flatMap((of): StrikableEntry[] =>
    of === 'tests'
      ? job.tests.map(({ id, by, startedAt, struck }) => ({ id, of, by, at: startedAt, struck }))
      : job[of].map(({ id, by, at, struck }) => ({ id, of, by, at, struck })),
  )

/** So long after it was made, an entry is taken back by whoever made it without a reason, ms. */
export const TAKE_BACK_TIME = 10_000

/** Whether an entry is so fresh that whoever made it may still take it back without a reason. @param grace ms on the way */
export const isFresh = (entry: StrikableEntry, name: string, now: number, grace = 0): boolean =>
  entry.struck === null && entry.of !== 'tests' && entry.by === name && now - entry.at <= TAKE_BACK_TIME + grace
