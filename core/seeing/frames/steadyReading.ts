import type { FrameReading } from './frames'

/** A reading that goes on: the middle of frames that came close after each other. */
export interface SteadyReading {
  /** Pa */
  pressure: number
  /** standard deviation, Pa */
  noise: number
}

/** Of the frames of a stretch at least so many have to be read, and so many of all: a hand that comes in is in the others too. */
const LEAST = 2
const LEAST_SHARE = 0.5
/** Frames apart by more than so many of their own uncertainties, do not show one pressure. */
const AGREE = 12

/**
 * The reading of a stretch of frames, or null where too few of them were read or they do not agree: it is left out, not guessed.
 * What the picture leaves open in one frame it leaves open in the next, so that the middle of many is no surer of that than one; only
 * what they differ by is averaged out (GUM, JCGM 100, 4.2.3 and F.1.2.3).
 */
export function steadyReading(frames: readonly FrameReading[]): SteadyReading | null {
  const read = frames.flatMap(frame => ('leftOut' in frame ? [] : [frame]))
  if (read.length < LEAST || read.length < LEAST_SHARE * frames.length) return null
  const pressure = middle(read.map(each => each.pressure))
  const own = middle(read.map(each => each.uncertainty))
  const apart = 1.4826 * middle(read.map(each => Math.abs(each.pressure - pressure)))
  if (apart > AGREE * own) return null
  return { pressure, noise: Math.hypot(own, (1.2533 * apart) / Math.sqrt(read.length)) }
}

function middle(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
