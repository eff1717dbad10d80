/** Readings in a row that make one piece, and how many different steps have to be in it for it to be like no other. */
const PIECE = 32
const STEPS = 6
/** Pieces that are kept of a record. */
const KEPT = 8
/** Pa to which a step is rounded: another unit or another gauge's offset changes nothing of it. */
const ROUNDED = 0.1

/**
 * A mark by which readings are known again, whatever the file is called, whenever it is said to be of, and with another start or
 * offset: the smallest hashes of its pieces.
 * @param pressures Pa, in order of time
 * @returns none where it holds too few different steps to be told from others
 * @source Broder 1997, On the resemblance and containment of documents (min-wise hashing); FNV-1a for the hash
 */
export function readingsMark(pressures: ArrayLike<number>): number[] {
  const steps = Array.from({ length: Math.max(0, pressures.length - 1) }, (_, k) =>
    Math.round((pressures[k + 1]! - pressures[k]!) / ROUNDED),
  )
  const smallest = new Set<number>()
  for (let from = 0; from + PIECE <= steps.length; from++) {
    const piece = steps.slice(from, from + PIECE)
    if (new Set(piece).size < STEPS) continue
    smallest.add(hashOf(piece))
    if (smallest.size > KEPT) smallest.delete(Math.max(...smallest))
  }
  return [...smallest].sort((a, b) => a - b)
}

/** FNV-1a over whole numbers, 32 bits. */
const hashOf = (values: readonly number[]): number =>
  values.reduce((hash, value) => Math.imul(hash ^ (value & 0xffff), 16_777_619) >>> 0, 2_166_136_261)

/** Whether two records share readings: half of what marks the one is in the other. */
export function shareReadings(a: readonly number[], b: readonly number[]): boolean {
  const least = Math.min(a.length, b.length)
  return least > 0 && a.filter(each => b.includes(each)).length >= Math.max(1, least / 2)
}
