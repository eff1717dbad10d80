import {
  cautionsFor,
  dueCautions,
  type CalledCaution,
  type SafetyCase,
  type WorkAct,
  type WorkPlan,
} from '../core/fuel/makeSafe'
import { tankKind } from '../core/circuit/tankKinds'
import { fuels } from '../core/fuel/fuels'
import { weighingFault, weighUp, type UnweighedTank, type WeighedTank, type Weighing } from '../core/fuel/weighing'
import { heatProblem, vapourStanding, type VapourStanding } from '../core/fuel/vapour'
import type { JobView } from './views'

type PlannedJob = Pick<JobView, 'craft' | 'fuel' | 'capacity' | 'plan'>

/** What a job's cautions are drawn up from. @param plan another plan than the job's own */
export const safetyCaseOf = (job: PlannedJob, plan: WorkPlan = job.plan): SafetyCase => ({
  craft: job.craft.kind,
  fuel: job.fuel,
  capacity: job.capacity,
  plan,
})

/** The plan with an act that is about to be done, planned or not. */
export const planWith = (plan: WorkPlan, act: WorkAct): WorkPlan =>
  plan.acts.includes(act) ? plan : { ...plan, acts: [...plan.acts, act] }

/** Cautions that a person has still to read: of the whole plan, or of one act in its place. */
export const dueOn = (job: PlannedJob & Pick<JobView, 'cautionsRead'>, personId: string, act?: WorkAct): CalledCaution[] =>
  dueCautions(
    cautionsFor(safetyCaseOf(job, act ? { place: job.plan.place, acts: [act] } : job.plan)),
    job.cautionsRead,
    personId,
  )

/** What is known of a job's tank without weighing it. */
export const unweighed = (job: Pick<JobView, 'fuel' | 'capacity' | 'material' | 'tankKind'>): UnweighedTank => ({
  fuel: fuels.find(each => each.key === job.fuel)!,
  capacity: job.capacity,
  material: job.material,
  shape: tankKind(job.tankKind).shape,
})

type WeighedJob = Pick<JobView, 'weighings' | 'drained'>
/** The latest entry that counts and says something of this. */
const lastSaid = (job: WeighedJob, what: keyof Weighing) => job.weighings.findLast(each => !each.struck && each[what] !== null)

/** m3 that came out since somebody last said what was in the tank. */
export function cameOutSince(job: WeighedJob): number {
  const said = lastSaid(job, 'level')
  return said ? job.drained.filter(each => !each.struck && each.at > said.at).reduce((sum, each) => sum + each.volume, 0) : 0
}

/**
 * What is known by measuring of a job's tank: of each thing what was said last, and what has come out since taken off what was
 * in it.
 */
export function weighingNow(job: WeighedJob): Weighing {
  const said = <K extends keyof Weighing>(what: K): Weighing[K] => lastSaid(job, what)?.[what] ?? (null as Weighing[K])
  const level = said('level')
  return {
    level: level === null ? null : Math.max(0, level - cameOutSince(job)),
    shape: said('shape'),
    temperature: said('temperature'),
    density: said('density'),
    tankMass: said('tankMass'),
    length: said('length'),
    height: said('height'),
    clearance: said('clearance'),
  }
}

/** Share of the capacity that is fuel now, as far as somebody said how much is in it; NaN when nobody did. */
export function wettedNow(job: WeighedJob & Pick<JobView, 'capacity'>): number {
  const { level } = weighingNow(job)
  return level === null ? NaN : Math.min(1, level / job.capacity)
}

/**
 * A job's tank weighed up from what was measured; null where that cannot be, as when its capacity was corrected to less than is
 * said to be in it.
 */
export function weighedNow(job: Parameters<typeof unweighed>[0], measured: Weighing): WeighedTank | null {
  const tank = unweighed(job)
  return weighingFault(tank, measured) ? null : weighUp(tank, measured)
}

/** Heat of plastic welding and of tools that spark, K: past the flash point of every fuel. */
const REPAIR_HEAT = 523.15

/** Why heat may not go to a job's tank now, null when it may. */
export function heatRefused(job: Pick<JobView, 'gasReadings' | 'drained' | 'fuel'>, now: number): string | null {
  const standing = vapourOn(job, now)
  if (standing.state !== 'gas-free') return standing.sentence
  return heatProblem(
    gasReadingsNow(job),
    fuels.find(each => each.key === job.fuel)!,
    REPAIR_HEAT,
  )
}

/** Gas readings that say something of the tank as it is: not struck out, and taken since fuel was last moved
 * and since the last one at its point that was. */
export function gasReadingsNow(job: Pick<JobView, 'gasReadings' | 'drained'>): JobView['gasReadings'] {
  const stirred = Math.max(-Infinity, ...job.drained.filter(each => !each.struck).map(each => each.at))
  const read = job.gasReadings.filter(reading => reading.at > stirred)
  // A reading that was struck out gives nothing: what was read there before it does not count in its place.
  const struckAt = (point: string) =>
    Math.max(-Infinity, ...read.filter(each => each.struck && each.point === point).map(each => each.at))
  return read.filter(reading => !reading.struck && reading.at > struckAt(reading.point))
}

/** Where a job's tank stands by its gas readings. */
export const vapourOn = (job: Pick<JobView, 'gasReadings' | 'drained'>, now: number): VapourStanding =>
  vapourStanding(gasReadingsNow(job), now)
