import type { FrameReading } from './frames'

/** A frame with when it was taken, ms. */
export interface TimedFrame {
  reading: FrameReading
  at: number
}

/** A reading that goes on: what frames that came close after each other say together. */
export interface SteadyReading {
  /** Pa, in the middle of the stretch */
  pressure: number
  /** standard deviation, Pa */
  noise: number
  /** the middle of the frames that were read, ms */
  at: number
}

/** Of the frames of a stretch at least so many have to be read, and so many of all: a hand that comes in is in the others too. */
const LEAST = 2
const LEAST_SHARE = 0.5
/** From so many on they show whether the needle goes somewhere. */
const SHOWS_TREND = 5

/**
 * The reading of a stretch of frames, or null where too few of them were read. A needle that falls within it is followed (median of
 * pairwise slopes, Theil and Sen), and one that shakes makes the reading less sure: neither is left out, since what is left out of a
 * falling record makes it look tight. What the picture leaves open in one frame it leaves open in the next, so that many are no surer
 * of that than one (GUM, JCGM 100, F.1.2.3).
 */
export function steadyReading(frames: readonly TimedFrame[]): SteadyReading | null {
  const read = frames.flatMap(({ reading, at }) => ('leftOut' in reading ? [] : [{ ...reading, at }]))
  if (read.length < LEAST || read.length < LEAST_SHARE * frames.length) return null
  const at = middle(read.map(each => each.at))
  const slope = read.length < SHOWS_TREND ? 0 : middle(slopes(read))
  const level = read.map(each => each.pressure - slope * (each.at - at))
  const pressure = middle(level)
  const apart = 1.2533 * (level.reduce((sum, each) => sum + Math.abs(each - pressure), 0) / level.length)
  return { pressure, noise: Math.hypot(middle(read.map(each => each.uncertainty)), apart), at }
}

function slopes(read: readonly { pressure: number; at: number }[]): number[] {
  return read.flatMap((one, k) =>
    read.slice(k + 1).flatMap(other => (other.at > one.at ? [(other.pressure - one.pressure) / (other.at - one.at)] : [])),
  )
}

function middle(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b)
  const half = sorted.length >> 1
  if (sorted.length === 0) return 0
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
