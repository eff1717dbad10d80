import type { JobView } from './views'

/**
 * Why a target pressure (Pa gauge, either side of zero) is refused on a tank, or null when it may be used.
 * @param show writes a pressure in the reader's unit
 */
export function overLimit(job: Pick<JobView, 'pressureLimit' | 'limitSource'>, target: number, show: (pascals: number) => string): string | null {
  if (!(Math.abs(target) > job.pressureLimit)) return null
  return `${show(target)} is above this tank’s limit of ${show(job.pressureLimit)} (${job.limitSource}). Choose ${show(job.pressureLimit)} or less: panels and seams split before a gauge shows it.`
}

export const inKilopascals = (pascals: number) => `${(pascals / 1000).toLocaleString('en', { maximumFractionDigits: 2 })} kPa`

/** Leaks whose repair has not cured by a moment. A test then needs a stated reason. */
export const curingLeaks = (job: Pick<JobView, 'leaks' | 'repairs'>, at: number) =>
  job.leaks.filter(leak => job.repairs.some(repair => repair.leakId === leak.id && !repair.struck && repair.at <= at && repair.curedAt > at))
