/** How many ends within WINDOW come back at once; each further one waits twice as long as the one before. */
const AT_ONCE = 3
const WINDOW = 60_000 // ms
const LONGEST = 30_000 // ms

/**
 * When something that ended is started again: at once, and ever later the more often it ended within a minute, for as long as the
 * program lives.
 * @returns for an end at a moment (ms): how long to wait, ms
 */
export function restartDelays() {
  let ends = []
  return now => {
    ends = [...ends.filter(end => now - end < WINDOW + LONGEST), now]
    const many = ends.filter(end => now - end < WINDOW).length - AT_ONCE
    return many <= 0 ? 0 : Math.min(LONGEST, 500 * 2 ** (many - 1))
  }
}
