import { newTankChecks, type NewTankCheck } from '../../core/repair/newTank/newTankChecks'
import type { JobView } from '../views'
import type { NewTankEntryView } from '../record/kinds/newTank'

interface NewTankRow extends NewTankCheck {
  /** what was said of it last; null while nobody has looked */
  entry: NewTankEntryView | null
}

/** The checks of a new tank with what was said of each; what came off this tank by the strip list is carried across too. */
export function newTankRows(job: Pick<JobView, 'newTank' | 'stripped'>): NewTankRow[] {
  const off = job.stripped.filter(each => !each.struck && !each.absent)
  const carried = off.map((each): NewTankCheck => ({
    key: `off ${each.id}`,
    part: 'what moves across',
    title: `${each.name}${each.mark ? `, marked ${each.mark}` : ''}`,
    why: each.facing ? `it faced ${each.facing}` : 'it is on the strip list',
    source: 'trade practice',
  }))
  const [before, across, after] = [
    newTankChecks.filter(each => each.part === 'before it goes in'),
    newTankChecks.filter(each => each.part === 'what moves across'),
    newTankChecks.filter(each => each.part === 'old fuel' || each.part === 'first fill'),
  ]
  return [...before, ...across, ...carried, ...after].map(check => ({
    ...check,
    entry: job.newTank.findLast(each => each.item === check.key && !each.struck) ?? null,
  }))
}
