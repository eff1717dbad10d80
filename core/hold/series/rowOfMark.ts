import type { HoldRecord } from './holdRecord'

/** s after a mark within which a jump is taken for what was marked: one taps first and then does it. */
const LATE = 30
/** Spreads of the gauge, beside twice what the pressure did at once after the mark, from which on a later change is a jump. */
const SUDDEN = 5

/**
 * The first reading that shows what was marked: the one after the mark, or a later one at which the pressure jumps.
 * @param t of the mark, s @param spread of one reading, Pa
 * @returns its row; `size` when nothing was read after the mark
 */
export function rowOfMark(record: HoldRecord, t: number, spread: number): number {
  const { times, pressures, size } = record
  const first = record.indexAt(t)
  if (first === 0) return first
  const moved = (row: number) => Math.abs(pressures[row]! - pressures[row - 1]!)
  let most = first
  for (let row = first + 1; row < size && times[row]! <= t + LATE; row++) if (moved(row) > moved(most)) most = row
  return most > first && moved(most) > 2 * moved(first) + SUDDEN * spread ? most : first
}
