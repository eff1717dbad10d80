import { jobTouches, type TouchedJob } from './touches'
import type { RepairView } from './record/kinds/repair'

/** When what a repair put on has cured, ms since 1970; never while it stands still. */
export const curedAt = (repair: RepairView): number => repair.curedAt ?? Infinity

/** Whether what a repair put on a part was stripped off it again, by a moment. */
const strippedOff = (job: TouchedJob, { at }: RepairView, partId: string, by: number): boolean =>
  jobTouches(job).some(touch => touch.kind === 'stripped' && touch.at > at && touch.at <= by && touch.partIds.includes(partId))

/** Whether what a repair put on was stripped off all its parts again, by a moment. */
export const strippedSince = (job: TouchedJob, repair: RepairView, by = Infinity): boolean =>
  repair.partIds.every(partId => strippedOff(job, repair, partId, by))

/**
 * The repair on a part that cures longest: what is on it cures until it has cured or was stripped off, whatever was done to it
 * later, and whether or not the entry was struck out. Null when nothing was.
 * @param at what was done by a moment
 */
export const longestCure = (job: TouchedJob, partId: string, at = Infinity): RepairView | null =>
  job.repairs
    .filter(repair => repair.partIds.includes(partId) && repair.at <= at && !strippedOff(job, repair, partId, at))
    .reduce<RepairView | null>((longest, repair) => (longest && curedAt(longest) >= curedAt(repair) ? longest : repair), null)

/** Parts on which something has not cured by a moment. A test then needs a stated reason. */
export const curingParts = (job: TouchedJob, at: number): string[] =>
  [...new Set(job.repairs.flatMap(repair => repair.partIds))].filter(partId => {
    const longest = longestCure(job, partId, at)
    return longest !== null && curedAt(longest) > at
  })
