import { repairMethods } from './repairMethods'

const DAY = 86_400_000
/** Days after its cure on which what is on trial is tested. Source: general trade practice of wicked sealant. */
export const TRIAL_DAYS = [0, 1, 3, 7] as const

/** ms after the cure at which a repair of a method is tested before it counts; none for what is no trial, or no longer listed. */
export const trialOfMethod = (method: string): readonly number[] =>
  repairMethods.find(each => each.key === method)?.counts === 'trial' ? TRIAL_DAYS.map(days => days * DAY) : []

/** Whether a method takes away what was there before: what is only tightened or reseated leaves it. */
export const replacesBefore = (method: string): boolean =>
  repairMethods.find(each => each.key === method)?.counts !== 'short-lived'
