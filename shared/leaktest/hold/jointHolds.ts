import { systemLimit } from '../../ledgerParts'
import { jointEstimate, type Joint } from '../../../core/hold/joint/jointEstimate'
import { measures, type LedgerTest } from '../../../core/ledger/ledger'
import { readingOf } from '../../../core/record/reading'
import type { JobRecord } from '../../../core/record/record'
import type { JobView } from '../../views'
import { mapAt, reachedIn } from '../felt'
import { strictestLimit, type LimitsJob } from '../limitsReached'
import { testsOf } from '../tests'
import type { HoldView } from './holdView'

/** Holds of one boundary with nothing touched between, in order, and what they say together. */
export interface JointGroup {
  holds: HoldView[]
  joint: Joint
}

/** Why a hold is no evidence together with the one before it. */
export type ApartReason =
  | 'simulated'
  | 'other way'
  | 'other openings'
  | 'other valves'
  | 'other fuel level'
  | 'other pressure'
  | 'other volume'
  | 'same time'
  | 'touched between'
  | 'rig mended between'
  | 'cured between'

/** A hold that does not go with the one before it. */
export interface Apart {
  id: string
  /** the hold before it */
  from: string
  why: ApartReason
}

type JoinedJob = Pick<JobView, 'tests' | 'leaks' | 'rigFinds' | keyof LimitsJob | keyof JobRecord>

/** Test pressures that differ by no more than this share are one. */
const SAME_PRESSURE = 0.1
/** Volumes that are further apart than so many times their doubts are two. */
const SAME_VOLUME = 3

/** Every two or more holds of a job that are one body of evidence, and why the others are not. */
export function jointHolds(job: JoinedJob): { groups: JointGroup[]; apart: Apart[] } {
  const ended = testsOf(job, 'hold')
    .filter(hold => !hold.struck && hold.stoppedAt !== null && hold.estimate)
    .sort((a, b) => a.startedAt - b.startedAt)
  const groups: HoldView[][] = []
  const apart: Apart[] = []
  for (const hold of ended) {
    const reasons = groups.map(group => whyApart(job, group, hold))
    const at = reasons.lastIndexOf(null)
    if (at >= 0) groups[at]!.push(hold)
    else {
      const last = groups.length - 1
      if (last >= 0) apart.push({ id: hold.id, from: groups[last]!.at(-1)!.id, why: reasons[last]! })
      groups.push([hold])
    }
  }
  return {
    apart,
    groups: groups
      .filter(group => group.length > 1)
      .map(holds => ({
        holds,
        joint: jointEstimate(
          holds.map(({ id, estimate, setup }) => ({ id, estimate: estimate!, told: setup.surroundings !== undefined })),
          systemLimit(job),
          strictestLimit(job, holds[0]!),
        ),
      })),
  }
}

/** Why a hold is of another boundary than those of a group, or null. */
function whyApart(job: JoinedJob, group: readonly HoldView[], hold: HoldView): ApartReason | null {
  const first = group[0]!
  const same = (a: unknown, b: unknown) => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b))
  if ((first.source === 'stand-in') !== (hold.source === 'stand-in')) return 'simulated'
  if (Math.sign(first.pressure) !== Math.sign(hold.pressure)) return 'other way'
  if (!same(first.closures, hold.closures)) return 'other openings'
  if (!same(first.links, hold.links)) return 'other valves'
  if ((first.wettedShare ?? 0) !== (hold.wettedShare ?? 0)) return 'other fuel level'
  if (Math.abs(hold.pressure / first.pressure - 1) > SAME_PRESSURE) return 'other pressure'
  const [a, b] = [first.setup, hold.setup]
  const doubt = Math.hypot(a.volumeUncertainty, b.volumeUncertainty)
  if (Math.abs(a.space.volume - b.space.volume) > SAME_VOLUME * doubt) return 'other volume'
  // Of one tank there is one hold at a time; files of the same hour are one hold.
  if (group.some(other => other.startedAt < hold.stoppedAt! && hold.startedAt < other.stoppedAt!)) return 'same time'
  return touchedBetween(job, first, hold)
}

function touchedBetween(job: JoinedJob, first: HoldView, hold: HoldView): ApartReason | null {
  const change = readingOf(job).changeBetween(new Set(reachedIn(job, first)), first.startedAt, hold.stoppedAt!)
  const mapped = mapAt(job, first.startedAt).circuit !== mapAt(job, hold.startedAt).circuit
  if (change === 'touched' || mapped) return 'touched between'
  // What a leak of the rig let out in one is not to be looked for in the other.
  if (job.rigFinds.some(leak => !leak.struck && leak.at > first.startedAt && leak.at < hold.startedAt))
    return 'rig mended between'
  return change === 'cured' ? 'cured between' : null
}

/** With its keys in order, so that two which say the same are written the same. */
const sorted = (value: unknown) =>
  typeof value === 'object' && value !== null ? Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)) : value

/** Measurements with what they say together in the place of what each says alone; what contradicts each other seals nothing. */
export function withJoint(tests: readonly LedgerTest[], groups: readonly JointGroup[]): LedgerTest[] {
  return tests.map(test => {
    const group = measures(test) && groups.find(({ holds }) => holds.some(hold => hold.id === test.id))
    if (!measures(test) || !group) return test
    const { estimate, contradicts } = group.joint
    if (contradicts) return { ...test, contradicted: true }
    if (!estimate?.holds.includes(test.id)) return test
    const { above95, below95, belowZero, smallestSeen } = estimate
    return { ...test, bounds: { above95, below95, belowZero }, smallestSeen }
  })
}
