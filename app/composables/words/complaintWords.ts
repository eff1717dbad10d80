import { signOf } from '#core/complaint/signs'
import type { Complaint } from '#shared/schemas/job'

/** A complaint in a line: what was tapped, in the order of the groups, then codes. */
export const complaintLine = (complaint: Complaint): string =>
  [...complaint.signs.map(key => signOf(key).words), ...complaint.codes].join(' · ')

/** A chance for people: whole per cents, and never certain. */
export const chanceText = (chance: number): string =>
  chance < 0.01 ? 'under 1\u00A0%' : chance > 0.99 ? 'over 99\u00A0%' : `${Math.round(100 * chance)}\u00A0%`
