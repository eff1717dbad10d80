import { reach, type Reach, type TestSetup } from '../core/circuit/reach'
import { tankKind } from '../core/circuit/tankKinds'
import type { JobView, PartView } from './views'

/** Parts that are on the tank today. */
export const liveParts = (job: Pick<JobView, 'parts'>): PartView[] => job.parts.filter(part => part.removedAt === null)

/** Pa gauge at which this tank is usually tested: what is usual for its kind, never above its own limit. */
export const targetPressure = (job: Pick<JobView, 'tankKind' | 'pressureLimit'>): number =>
  Math.min(tankKind(job.tankKind).workingPressure, job.pressureLimit)

/** What a set-up reaches on a job's circuit. */
export const reachOn = (job: Pick<JobView, 'circuit' | 'parts'>, setup: TestSetup): Reach =>
  reach(job.circuit, liveParts(job), setup)

/** Name of a part, a space or an open end of a job. */
export const placeName = (job: Pick<JobView, 'circuit' | 'parts'>, id: string): string =>
  job.parts.find(part => part.id === id)?.name ??
  job.circuit.spaces.find(space => space.id === id)?.name ??
  job.circuit.links.find(link => link.id === id)?.name ??
  'a place'
