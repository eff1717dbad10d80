/**
 * Deterministic noise: the same seed and index give the same draw on any machine and in any order (integer hash, then
 * Box-Muller).
 */
function hash(seed: number, channel: number, index: number): number {
  let h =
    Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^
    Math.imul(channel + 0x7f4a7c15, 0xc2b2ae35) ^
    Math.imul(index + 0x165667b1, 0x27d4eb2f)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39)
  return (h ^ (h >>> 15)) >>> 0
}

/** A channel of draws from its name, so that one more does not change the others (Horner's scheme). */
export const channelOf = (name: string) => [...name].reduce((sum, letter) => (Math.imul(sum, 31) + letter.charCodeAt(0)) | 0, 7)

/** Even over (0, 1). */
export const uniformAt = (seed: number, channel: number, index: number) => (hash(seed, channel, index) + 0.5) / 2 ** 32

/** Standard normal. */
export function normalAt(seed: number, channel: number, index: number): number {
  const radius = Math.sqrt(-2 * Math.log(uniformAt(seed, channel, 2 * index)))
  return radius * Math.cos(2 * Math.PI * uniformAt(seed, channel, 2 * index + 1))
}
