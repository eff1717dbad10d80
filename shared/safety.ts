import { cautionsFor, dueCautions, type CalledCaution, type SafetyCase, type WorkAct, type WorkPlan } from '../core/fuel/makeSafe'
import { vapourStanding, type VapourStanding } from '../core/fuel/vapour'
import type { JobView } from './views'

type PlannedJob = Pick<JobView, 'craft' | 'fuel' | 'capacity' | 'plan'>

/** What a job's cautions are drawn up from. @param plan another plan than the job's own */
export const safetyCaseOf = (job: PlannedJob, plan: WorkPlan = job.plan): SafetyCase => ({ craft: job.craft.kind, fuel: job.fuel, capacity: job.capacity, plan })

/** The plan with an act that is about to be done, planned or not. */
export const planWith = (plan: WorkPlan, act: WorkAct): WorkPlan => (plan.acts.includes(act) ? plan : { ...plan, acts: [...plan.acts, act] })

/** Cautions that a person has still to read: of the whole plan, or of one act in its place. */
export const dueOn = (job: PlannedJob & Pick<JobView, 'cautionsRead'>, personId: string, act?: WorkAct): CalledCaution[] =>
  dueCautions(cautionsFor(safetyCaseOf(job, act ? { place: job.plan.place, acts: [act] } : job.plan)), job.cautionsRead, personId)

/** Gas readings that say something of the tank as it is: not struck out, and taken since fuel was last moved. */
export function gasReadingsNow(job: Pick<JobView, 'gasReadings' | 'drained'>): JobView['gasReadings'] {
  const stirred = Math.max(-Infinity, ...job.drained.filter(each => !each.struck).map(each => each.at))
  return job.gasReadings.filter(reading => !reading.struck && reading.at > stirred)
}

/** Where a job's tank stands by its gas readings. */
export const vapourOn = (job: Pick<JobView, 'gasReadings' | 'drained'>, now: number): VapourStanding => vapourStanding(gasReadingsNow(job), now)
