import type { JobView } from './views'

/** What of a job can be struck out with a reason: everything that somebody recorded, but for what was bought. */
export const strikable = [
  'tests',
  'finds',
  'rigFinds',
  'repairs',
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

/** All entries of a job that can be struck out. */
export const strikableEntries = (job: Pick<JobView, (typeof strikable)[number]>): { id: string; struck: string | null }[] =>
  strikable.flatMap((name): readonly { id: string; struck: string | null }[] => job[name])
