import type { Reading } from './hold'

/** Puts each mark (a knock, a top-up) on the first reading at or after it, so that the estimate gives the step its own offset. */
export function withMarks(readings: readonly Reading[], marks: readonly { t: number, kind: string }[]): Reading[] {
  if (marks.length === 0) return [...readings]
  const sorted = [...readings].sort((a, b) => a.t - b.t)
  for (const mark of marks) {
    const index = sorted.findIndex(reading => reading.t >= mark.t)
    if (index >= 0) sorted[index] = { ...sorted[index]!, event: mark.kind }
  }
  return sorted
}
