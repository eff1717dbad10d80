/** As much warmer than the reading before, K, within a day, is looked at again: what cures too soon on paper is tested too soon. */
const MUCH = 12
const DAY = 86_400_000

/**
 * How much warmer the shop is than somebody read within the day before, where that is so much that it is looked at again.
 * @param temperature K, null where only the lowest was read
 * @param before the last one that counts
 * @returns K, or null
 */
export function muchWarmer(
  temperature: number | null,
  before: { at: number | Date; temperature: number | null; lowest: number | null } | null,
  now: number,
): number | null {
  const was = before && now - +before.at < DAY ? (before.temperature ?? before.lowest) : null
  return temperature !== null && was !== null && temperature - was > MUCH ? temperature - was : null
}
