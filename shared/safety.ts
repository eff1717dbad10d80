import { cautionsFor, dueCautions, type CalledCaution, type SafetyCase, type WorkAct, type WorkPlan } from '../core/fuel/makeSafe'
import { tankKind } from '../core/circuit/tankKinds'
import { fuels } from '../core/fuel/fuels'
import { NOT_WEIGHED, weighingFault, weighUp, type UnweighedTank, type WeighedTank, type Weighing } from '../core/fuel/weighing'
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

/** What is known of a job's tank without weighing it. */
export const unweighed = (job: Pick<JobView, 'fuel' | 'capacity' | 'material' | 'tankKind'>): UnweighedTank => ({ fuel: fuels.find(each => each.key === job.fuel)!, capacity: job.capacity, material: job.material, shape: tankKind(job.tankKind).shape })

/** What was last measured of a job's tank, with what has come out since taken off what was in it. */
export function weighingNow(job: Pick<JobView, 'weighings' | 'drained'>): Weighing {
  const last = job.weighings.findLast(each => !each.struck)
  if (!last) return NOT_WEIGHED
  const { shape, level, temperature, density, tankMass, length, height, clearance } = last
  const out = job.drained.filter(each => !each.struck && each.at > last.at).reduce((sum, each) => sum + each.volume, 0)
  return { shape, level: level === null ? null : Math.max(0, level - out), temperature, density, tankMass, length, height, clearance }
}

/** A job's tank weighed up from what was measured; null where that cannot be, as when its capacity was corrected to less than is said to be in it. */
export function weighedNow(job: Parameters<typeof unweighed>[0], measured: Weighing): WeighedTank | null {
  const tank = unweighed(job)
  return weighingFault(tank, measured) ? null : weighUp(tank, measured)
}

/** Gas readings that say something of the tank as it is: not struck out, and taken since fuel was last moved. */
export function gasReadingsNow(job: Pick<JobView, 'gasReadings' | 'drained'>): JobView['gasReadings'] {
  const stirred = Math.max(-Infinity, ...job.drained.filter(each => !each.struck).map(each => each.at))
  return job.gasReadings.filter(reading => !reading.struck && reading.at > stirred)
}

/** Where a job's tank stands by its gas readings. */
export const vapourOn = (job: Pick<JobView, 'gasReadings' | 'drained'>, now: number): VapourStanding => vapourStanding(gasReadingsNow(job), now)
