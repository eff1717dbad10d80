import type { SourceKey } from '../../knowledge/sources'

/** Lists whose items come from the job: its openings, the faces of a box, the pinholes that are known. */
export const jobLists = ['openings', 'faces', 'pinholes'] as const
type JobList = (typeof jobLists)[number]

/** What runs in a stage, and what has to be counted before it is over. Times s. */
type StageClock =
  | { kind: 'none' }
  /** as often as it takes, each for so long */
  | { kind: 'count'; noun: string; nouns: string; least: number; each: number }
  /** at least so long; at most so long where more does harm */
  | { kind: 'timer'; least: number; most?: number }
  /** each item of a list; for so long where a time is said, or until it gels at the reference temperature */
  | { kind: 'list'; of: JobList | readonly string[]; each?: number; gels?: number }
  /** the parts meet, and are stirred for so long: work time runs from the first second */
  | { kind: 'mix'; least: number; most: number }
  /** Pa below the air outside, read on a column, for so long */
  | { kind: 'vacuum'; from: number; to: number; least: number }
  /** pass after pass, each left for so long before the next */
  | { kind: 'passes'; noun: string; nouns: string; least: number; wait: number }
  /** until it has cured */
  | { kind: 'cure' }

/** What can go wrong in a stage, what to do now, and to which stage that leads back. */
export interface Mishap {
  key: string
  words: string
  now: string
  backTo: string
  /** what is on the part comes off entirely */
  strips: boolean
}

/** One stage of a method. */
export interface RepairStage {
  key: string
  title: string
  /** what it is called once it was done */
  past: string
  doing: string
  why: string
  /** what it must look like before going on */
  looks: string
  needs: readonly string[]
  clock: StageClock
  /** what was on the part comes off entirely */
  strips?: true
  /** it hides what lies under it: a photograph first */
  hides?: true
  /** done while the mix can be worked */
  inWorkTime?: true
  /** the tank is heated in it */
  heats?: true
  /** with its end the repair is made, and what was put on begins to cure */
  applies?: true
  mishaps: readonly Mishap[]
  source: SourceKey
}
