import { STANDARD_PRESSURE } from '../quantity/standardLeakRate'
import type { Fuel } from './fuels'

/** Where a tank is read, as a rule: vapour of fuel is heavier than air, so that the last of it lies low and far from what airs it. */
export const gasPoints = ['near an opening', 'in the middle', 'low in a far corner'] as const

/** A reading of a gas meter at one point of a tank. Times are milliseconds since 1970. */
export interface GasReading {
  point: string
  at: number
  /** share of the lower explosive limit, 0.1 being 10 % */
  explosive: number
  /** volume fraction of oxygen, when it was read */
  oxygen: number | null
  /** it was drained and cleaned inside before, as somebody said */
  cleaned: boolean
}

/**
 * Below this at every point a tank counts as gas-free: general practice (API 2015, OSHA 1910.146 and like codes put it at 10 %
 * of the lower limit); a local code wins.
 */
export const GAS_FREE_SHARE = 0.1
/** After this pause it is read again, ms: residue evaporates anew. */
export const SECOND_LOOK_AFTER = 15 * 60_000
/** A reading holds so long, ms: warmth and residue bring vapour back. */
export const READING_HOLDS = 30 * 60_000
/** Points at which a tank is read at the least: near an opening, in the middle and low in a far corner. */
export const LEAST_POINTS = 3
/**
 * Inert enough to put out a flame, volume fraction of oxygen: below the limiting oxygen concentration of fuels with a margin
 * (NFPA 69).
 */
export const INERT_OXYGEN = 0.08

/**
 * Oxygen that people and heat in air want, volume fraction: less means that another gas is in it, or that it is used up (OSHA
 * 1910.146, 19.5 %).
 */
export const ENOUGH_OXYGEN = 0.195

export type VapourStanding =
  | { state: 'not read'; sentence: string }
  | { state: 'too much'; sentence: string; points: string[] }
  | { state: 'low oxygen'; sentence: string; points: string[] }
  | { state: 'read again'; sentence: string; at: number }
  | { state: 'expired'; sentence: string }
  | { state: 'gas-free'; sentence: string; until: number }

/**
 * Oxygen below which a meter that burns what it draws reads nothing, volume fraction: catalytic meters need about half of air's
 * oxygen (makers' instructions).
 */
const BLIND_BELOW = 0.1

/**
 * What was read at one point in the present run of readings: its first reading below the limit, and the latest one after the
 * pause.
 */
interface PointRounds {
  point: string
  first: GasReading | null
  second: GasReading | null
  /** the latest reading, whatever it was */ last: GasReading
}

/**
 * Readings by point, as far as they count today: since the last one that was too high at any point, and without what came
 * before a gap
 * that is longer than a pause and a reading's life together.
 * @param readings sorted or not; those of a blind meter are left out
 */
export function vapourRounds(readings: readonly GasReading[]): PointRounds[] {
  const usable = readings
    .filter(reading => !(reading.oxygen !== null && reading.oxygen < BLIND_BELOW))
    .sort((a, b) => a.at - b.at)
  const lastBad = usable.findLast(reading => reading.explosive >= GAS_FREE_SHARE)
  const good = usable.filter(reading => reading.at > (lastBad?.at ?? -Infinity))
  const gap = good.findLastIndex((reading, i) => i > 0 && reading.at - good[i - 1]!.at > SECOND_LOOK_AFTER + READING_HOLDS)
  const run = good.slice(Math.max(0, gap))
  const points = [...new Set(usable.map(reading => reading.point))]
  const firsts = points.map(point => run.find(reading => reading.point === point) ?? null)
  // The pause begins when the last point of the first round was read.
  const firstRound = Math.max(...firsts.map(first => first?.at ?? -Infinity))
  return points.map((point, i) => ({
    point,
    first: firsts[i]!,
    second: run.findLast(reading => reading.point === point && reading.at >= firstRound + SECOND_LOOK_AFTER) ?? null,
    last: usable.findLast(reading => reading.point === point)!,
  }))
}

/**
 * Where a tank stands by its readings: gas-free only when at least three points were below a tenth of the lower limit, and were
 * again after a pause,
 * the second round not older than half an hour. Any reading that is too high starts it over, and so does a run that was left
 * alone too long.
 * A reading with so little oxygen that the meter cannot burn what it draws is no reading of vapour.
 * @param now ms
 */
export function vapourStanding(readings: readonly GasReading[], now: number): VapourStanding {
  const rounds = vapourRounds(readings)
  if (rounds.length === 0)
    return {
      state: 'not read',
      sentence:
        readings.length > 0
          ? 'With so little oxygen a gas meter reads nothing of vapour. Read it with an instrument made for inert gas, or air it out first.'
          : 'Vapour has not been read. An empty tank is the dangerous one: measure, do not guess.',
    }
  const high = rounds.filter(({ last }) => last.explosive >= GAS_FREE_SHARE).map(({ point }) => point)
  if (high.length > 0)
    return {
      state: 'too much',
      points: high,
      sentence: `Too much vapour: ${high.join(', ')}. Air it out or make it inert, then read every point again.`,
    }
  const read = rounds.filter(({ first }) => first !== null)
  if (read.length < LEAST_POINTS)
    return {
      state: 'not read',
      sentence: `Read at least ${LEAST_POINTS} points: near an opening, in the middle, and low in a far corner. ${read.length === 0 ? 'None counts now.' : read.length === 1 ? 'One is read.' : `${read.length} are read.`}`,
    }
  const unread = rounds.filter(({ first }) => first === null).map(({ point }) => point)
  if (unread.length > 0)
    return { state: 'not read', sentence: `Read ${unread.join(', ')} again: what was read there before no longer counts.` }
  if (read.some(({ second }) => second === null)) {
    const due = Math.max(...read.map(({ first }) => first!.at)) + SECOND_LOOK_AFTER
    // Nobody came for the second round: by now the first says nothing any more.
    if (now > due + READING_HOLDS)
      return { state: 'expired', sentence: 'The first round is too old. Read every point again, and again after the pause.' }
    return {
      state: 'read again',
      at: due,
      sentence: 'All points were below 10 % once. Residue evaporates again: read every point once more after the pause.',
    }
  }
  const thin = oxygenMissing(read)
  if (thin) return thin
  const until = Math.min(...read.map(({ second }) => second!.at)) + READING_HOLDS
  return now > until
    ? { state: 'expired', sentence: 'The readings are older than half an hour. Read every point again before you go on.' }
    : { state: 'gas-free', until, sentence: 'Below 10 % of the lower limit at every point, twice.' }
}

/** What is wrong with the oxygen at the last round, null when it is enough at every point. */
function oxygenMissing(rounds: readonly PointRounds[]): VapourStanding | null {
  const unread = rounds.filter(({ second }) => second!.oxygen === null).map(({ point }) => point)
  if (unread.length > 0)
    return {
      state: 'not read',
      sentence: `Read oxygen too: ${unread.join(', ')}. Without it nobody knows whether air or another gas is in there.`,
    }
  const low = rounds.filter(({ second }) => second!.oxygen! < ENOUGH_OXYGEN).map(({ point }) => point)
  if (low.length === 0) return null
  return {
    state: 'low oxygen',
    points: low,
    sentence: `Too little oxygen: ${low.join(', ')}, less than 19.5 %. Inert gas is no air: nobody breathes it, and heat in air wants air out of it first.`,
  }
}

/**
 * Why heat may not go to a tank although its readings stand, null when it may: what a cold reading does not show evaporates as it
 * is heated, so a fuel that burns only when warm asks for a clean tank most of all.
 * @param heated K, to which the work heats it
 */
export function heatProblem(
  readings: readonly GasReading[],
  fuel: Pick<Fuel, 'flashPoint' | 'name'>,
  heated: number,
): string | null {
  const counting = vapourRounds(readings).flatMap(({ second }) => (second ? [second] : []))
  if (counting.length > 0 && counting.every(reading => reading.cleaned)) return null
  const warm = fuel.flashPoint > ROOM && heated > fuel.flashPoint
  return warm
    ? `${fuel.name} gives little vapour cold and burns when it is heated past ${Math.round(fuel.flashPoint - 273.15)} °C: a cold reading says nothing of that. Drain it, clean it inside, and read it again.`
    : 'Drain it, clean it inside, and read it again: what is left evaporates as it is heated.'
}
/** A shop's temperature, K. */
const ROOM = 293.15

/**
 * Most of a fuel's vapour that air at 20 °C takes up, volume fraction: its vapour pressure over the atmosphere's (Dalton).
 * Warmth, a mist, or another fuel that was in it before give more.
 */
export const saturatedShare = (fuel: Pick<Fuel, 'vapourPressure'>): number =>
  Math.min(1, fuel.vapourPressure / STANDARD_PRESSURE)

/**
 * Changes of the tank's own volume that bring a concentration down: K ln(C0 / C) (dilution ventilation, ACGIH Industrial
 * Ventilation).
 * @param mixing K, 1 for perfect mixing to 5 for poor
 * @throws RangeError when there is nothing to bring down, or K is below 1
 */
export function volumesToDilute(from: number, to: number, mixing: number): number {
  if (!(from > 0 && to > 0 && to < from)) throw new RangeError('The target must be below where it starts, and above nothing.')
  if (!(mixing >= 1)) throw new RangeError('Mixing is 1 when perfect, up to 5 when poor.')
  return mixing * Math.log(from / to)
}

/** How long a fan or a bottle takes for so many volumes, s. @param volume m3 @param flow m3/s */
export const dilutionTime = (volumes: number, volume: number, flow: number): number => (volumes * volume) / flow

/** Old ways that are not offered, and why. */
export const notOffered = [
  {
    key: 'exhaust',
    name: 'Leading an engine’s exhaust through the tank',
    why: 'It is hot, poisonous, and nobody knows its oxygen from one minute to the next: it has set tanks off.',
  },
  {
    key: 'water-only',
    name: 'A cold rinse and straight to work',
    why: 'Seams and scale hold fuel that evaporates again: only a reading after a pause tells.',
  },
  {
    key: 'dry-ice-guess',
    name: 'A lump of dry ice and no oxygen reading',
    why: 'It fills from below and leaves the top as it was. Inert gas counts only with an oxygen reading at every point.',
  },
  {
    key: 'aired-for-days',
    name: 'It stood open for a week, so it is empty of vapour',
    why: 'Heavy vapour stays in a tank whose opening is on top. Read it.',
  },
] as const
