import type { JobView } from './views'
import type { PurchaseView } from './record/kinds/purchase'

const DAY = 86_400_000

/** Where something on the list stands: its last step, wanted before any. */
export const purchaseStanding = (purchase: PurchaseView) => purchase.steps.at(-1)?.step ?? 'wanted'

/**
 * When something on the list comes, if that is after the day on which the craft is promised: counted from its order, or from
 * now while it is not ordered.
 * @returns ms, or null when it comes in time, is here, or nobody knows how long it takes
 */
export function comesTooLate(job: Pick<JobView, 'plan'>, purchase: PurchaseView, now: number): number | null {
  const { promised } = job.plan
  if (!promised || purchase.leadDays === null || ['arrived', 'returned'].includes(purchaseStanding(purchase))) return null
  const ordered = purchase.steps.find(step => step.step === 'ordered')?.at ?? now
  const arrives = ordered + purchase.leadDays * DAY
  return arrives > Date.parse(`${promised}T23:59:00`) ? arrives : null
}

/** Everything on the list that comes after the promised day. */
export const lateParts = (job: Pick<JobView, 'plan' | 'purchases'>, now: number): PurchaseView[] =>
  job.purchases.filter(purchase => comesTooLate(job, purchase, now) !== null)
