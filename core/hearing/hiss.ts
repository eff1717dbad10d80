/** Edges of the bands that a hiss is listened for in, Hz: thirds of an octave or wider, from 2 to 20 kHz. */
export const hissEdges = [2000, 2800, 4000, 5600, 8000, 11_200, 16_000, 20_000] as const
export const HISS_BANDS = hissEdges.length - 1

/**
 * Level of each band, dB of full scale.
 * @param spectrum of a frame, dB a bin from 0 Hz up, as an analyser gives it @param rate samples a second
 * @returns -Infinity for a band that the microphone does not reach
 */
export function bandLevels(spectrum: ArrayLike<number>, rate: number): number[] {
  const bin = rate / 2 / spectrum.length
  return Array.from({ length: HISS_BANDS }, (_, band) => {
    const from = Math.ceil(hissEdges[band]! / bin)
    const to = Math.min(spectrum.length, Math.ceil(hissEdges[band + 1]! / bin))
    let power = 0
    for (let k = from; k < to; k++) power += 10 ** (spectrum[k]! / 10)
    return 10 * Math.log10(power)
  })
}

/** What is heard in a moment. */
export interface Heard {
  /** dB above the background in each band; 0 where it is not above it */
  above: number[]
  /** dB above the background over all bands together */
  loud: number
  /** standard deviation of that in a room where nothing hisses, dB; null until the room was listened to */
  doubt: number | null
  /** whether it is a hiss: well above the background, in bands beside each other */
  hisses: boolean
  /** why nothing is said of it */
  not: 'listening to the room' | 'too loud' | 'one tone' | null
}

/** The background is taken from so long before, s: longer than a pass along a seam, shorter than a compressor’s run. */
const BACKGROUND = 25
/** It is what is fallen below for so much of that time: what hisses now and then is not in it. */
const SHARE = 0.3
/** The room is listened to for so long before anything is said of it, s. */
const ROOM = 3
/** A hiss is so much above the background, dB, and by so many of its doubts. */
const LEAST = 3
const SURE = 4
/** A level of its own fluctuates less than the frames it is the mean of: s that it is taken over. */
const OVER = 0.25
/** Full scale less this is cut off by the microphone, dB. */
const CUT = -3
/** So much of all that is above the background in one band alone is a tone: a fan, a charger, a bird. */
const TONE = 0.93

/**
 * Listens for gas that escapes: noise of a jet is broad and highest above a few kilohertz (general acoustics of jets), while voices,
 * steps and engines are lowest there. A slow background is taken off band by band, as the level that is undercut for a third of the
 * last half minute (minimum statistics, Martin 2001, with a quantile in the minimum’s place).
 */
export function hissMeter() {
  let past: { t: number; levels: number[] }[] = []
  let recent: { t: number; levels: number[] }[] = []
  let begun: number | null = null

  return {
    /** @param levels of the bands, dB @param t s, ascending */
    hear(levels: readonly number[], t: number): Heard {
      begun ??= t
      recent = [...recent.filter(each => t - each.t < OVER), { t, levels: [...levels] }]
      const now = levels.map((_, band) => powerMean(recent.map(each => each.levels[band]!)))
      const last = past.at(-1)
      if (!last || t - last.t >= OVER) past = [...past.filter(each => t - each.t < BACKGROUND), { t, levels: now }]
      const floors = now.map((_, band) =>
        quantile(
          past.map(each => each.levels[band]!),
          SHARE,
        ),
      )
      const above = now.map((level, band) => (Number.isFinite(level) ? Math.max(0, level - floors[band]!) : 0))
      const loud = 10 * Math.log10(sum(now.map(power)) / sum(floors.map(power)))
      const doubt = t - begun < ROOM ? null : spreadOf(past.map(each => 10 * Math.log10(sum(each.levels.map(power)))))
      const extra = now.map((level, band) => Math.max(0, power(level) - power(floors[band]!)))
      const tone = sum(extra) > 0 && Math.max(...extra) > TONE * sum(extra)
      const not =
        doubt === null
          ? 'listening to the room'
          : Math.max(...levels) > CUT
            ? 'too loud'
            : tone && loud > LEAST
              ? 'one tone'
              : null
      const high = above.map(each => each > LEAST)
      const broad = high.some((each, band) => each && high[band + 1])
      return {
        above,
        loud: Math.max(0, Number.isFinite(loud) ? loud : 0),
        doubt,
        not,
        hisses: not === null && loud > Math.max(LEAST, SURE * doubt!) && broad,
      }
    },
  }
}

/** The loudest part of a sweep, and whether it is told from the one after it. */
interface LoudestPart {
  partId: string
  /** dB above the background */
  loud: number
  /** dB more than the next */
  ahead: number
  /** whether that is more than the doubt of both */
  clear: boolean
}

/** Two levels are told apart when they are this far from each other, dB, whatever their scatter: a hand’s breadth nearer is as much. */
const TOLD_APART = 3

/**
 * The loudest of the parts that were swept.
 * @param heard the most that was heard at each, dB above the background, where it hissed
 * @returns null where nothing hissed
 */
export function loudestPart(heard: ReadonlyMap<string, { loud: number; doubt: number }>): LoudestPart | null {
  const [first, second] = [...heard].sort(([, a], [, b]) => b.loud - a.loud)
  if (!first) return null
  const [partId, { loud, doubt }] = first
  const ahead = loud - (second?.[1].loud ?? 0)
  return { partId, loud, ahead, clear: ahead > Math.max(TOLD_APART, 2 * Math.hypot(doubt, second?.[1].doubt ?? 0)) }
}

const power = (level: number) => 10 ** (level / 10)
const sum = (list: readonly number[]) => list.reduce((all, each) => all + each, 0)
const powerMean = (levels: readonly number[]) => 10 * Math.log10(sum(levels.map(power)) / levels.length)
function quantile(list: readonly number[], share: number): number {
  const sorted = [...list].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}
/** Scatter of the quieter half, so that what hisses now and then does not widen it: half of a bell’s width, as its deviation. */
function spreadOf(levels: readonly number[]): number {
  return Math.max(0.3, quantile(levels, 0.5) - quantile(levels, 0.16))
}
