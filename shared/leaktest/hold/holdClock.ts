/** A hold's own time against the world's: it may run faster on a stand-in. Kept as the last moment its speed changed. */
export interface HoldClock {
  /** ms since 1970 at which `anchor` held */
  anchoredAt: number
  /** s of hold time at that moment */
  anchor: number
  speed: number
}

export const clockSpeeds = [1, 10, 60, 600] as const

/** Hold time at a moment, s. */
export const holdTimeAt = (clock: HoldClock, now: number) =>
  clock.anchor + (Math.max(0, now - clock.anchoredAt) / 1000) * clock.speed

/** The same clock going on at another speed from a moment. */
export const withSpeed = (clock: HoldClock, speed: number, now: number): HoldClock => ({
  anchoredAt: now,
  anchor: holdTimeAt(clock, now),
  speed,
})
