/**
 * What can be loaded of a job by itself: what the craft and its tank are, making safe, narrowing, stripping, tests, and leaks
 * with what was done to them.
 */
export const jobAspects = ['facts', 'safety', 'narrowing', 'stripping', 'tests', 'leaks'] as const
export type JobAspect = (typeof jobAspects)[number]

/** What a change touches: an aspect of a job, the readings of a hold, or something of the shop. */
export type Topic = JobAspect | 'readings' | 'bells' | 'kit' | 'materials' | 'figures' | 'temperatures' | 'people' | 'house'

/** What the server tells every open page when something changed: what is to be fetched again, and what it was about. */
export interface ChangeNotice {
  topics: Topic[]
  jobId: string | null
  subjectId: string | null
  /** of readings: the earliest that came, s of the hold's time, so that a logger's backlog is asked for by what arrived */
  from?: number
}

const aspects: readonly Topic[] = jobAspects
export const isJobAspect = (topic: Topic): topic is JobAspect => aspects.includes(topic)

/** Whether a notice says that a job itself changed, and not only a bell or a reading of it. */
export const touchesJob = (notice: ChangeNotice): boolean => notice.topics.some(isJobAspect)
