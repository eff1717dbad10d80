import type { RepairMethodKey } from '../../core/repair/method/repairMethods'
import type { ApprovalView } from '../record/kinds/approval'
import type { JobView } from '../views'

/** What is done by hand alone, without a part or a material, wants none. */
const needsNone: readonly RepairMethodKey[] = ['tighten']

/** Whether a repair counts only under approved data: on whatever carries people by air. */
export const wantsApproval = (job: Pick<JobView, 'craft'>, method: RepairMethodKey): boolean =>
  job.craft.kind === 'light aircraft' && !needsNone.includes(method)

/** What became last of the approved data for a method; null where nobody asked yet. */
export const approvalOf = (job: Pick<JobView, 'approvals'>, method: RepairMethodKey): ApprovalView | null =>
  job.approvals.filter(each => each.method === method && !each.struck).at(-1) ?? null
