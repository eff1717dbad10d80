/** Something that was followed: for so many days, and whether it failed then or was only seen no longer. */
export interface Followed {
  days: number
  back: boolean
}
/** From this day on so large a share still holds. */
interface SurvivalStep {
  days: number
  share: number
  /** how many were still followed just before */
  followed: number
}

/**
 * How large a share still holds after so many days, where most were only followed for a while: the product-limit estimate
 * (E. L. Kaplan and P. Meier, 1958, J. Am. Stat. Assoc. 53, 457, eq. 2b).
 * @param all days not below zero
 * @returns steps at the days on which some came back, from all of them holding at day 0 on
 * @throws RangeError for days that are no number or below zero
 */
export function productLimit(all: readonly Followed[]): SurvivalStep[] {
  if (all.some(({ days }) => !(days >= 0))) throw new RangeError('Days are not below zero.')
  const steps: SurvivalStep[] = [{ days: 0, share: 1, followed: all.length }]
  const ends = [...new Set(all.filter(each => each.back).map(each => each.days))].sort((a, b) => a - b)
  for (const days of ends) {
    const followed = all.filter(each => each.days >= days).length
    const back = all.filter(each => each.back && each.days === days).length
    steps.push({ days, share: steps.at(-1)!.share * (1 - back / followed), followed })
  }
  return steps
}
