/** A reading of a gas meter at one point of a tank. Times are milliseconds since 1970. */
export interface GasReading {
  point: string
  at: number
  /** share of the lower explosive limit, 0.1 being 10 % */
  explosive: number
  /** volume fraction of oxygen, when it was read */
  oxygen: number | null
}

/** Below this at every point a tank counts as gas-free: general practice (API 2015, OSHA 1910.146 and like codes put it at 10 % of the lower limit); a local code wins. */
export const GAS_FREE_SHARE = 0.1
/** After this pause it is read again, ms: residue evaporates anew. */
export const SECOND_LOOK_AFTER = 15 * 60_000
/** A reading holds so long, ms: warmth and residue bring vapour back. */
export const READING_HOLDS = 30 * 60_000
/** Points at which a tank is read at the least: near an opening, in the middle and low in a far corner. */
export const LEAST_POINTS = 3
/** Inert enough to put out a flame, volume fraction of oxygen: below the limiting oxygen concentration of fuels with a margin (NFPA 69). */
export const INERT_OXYGEN = 0.08

export type VapourStanding =
  | { state: 'not read', sentence: string }
  | { state: 'too much', sentence: string, points: string[] }
  | { state: 'read again', sentence: string, at: number }
  | { state: 'expired', sentence: string }
  | { state: 'gas-free', sentence: string, until: number }

/**
 * Where a tank stands by its readings: gas-free only when at least three points were below a tenth of the lower limit, and were again after a pause,
 * the second round not older than half an hour. Any reading that is too high starts it over.
 * A reading with so little oxygen that the meter cannot burn what it draws is no reading of vapour: catalytic meters need about a tenth of air's oxygen.
 * @param now ms
 */
export function vapourStanding(readings: readonly GasReading[], now: number): VapourStanding {
  const blind = readings.filter(reading => reading.oxygen !== null && reading.oxygen < 0.1)
  const usable = readings.filter(reading => !blind.includes(reading)).sort((a, b) => a.at - b.at)
  if (usable.length === 0) return { state: 'not read', sentence: blind.length > 0 ? 'With so little oxygen a gas meter reads nothing of vapour. Read it with an instrument made for inert gas, or air it out first.' : 'Vapour has not been read. An empty tank is the dangerous one: measure, do not guess.' }
  const lastBad = usable.filter(reading => reading.explosive >= GAS_FREE_SHARE).at(-1)
  if (lastBad) {
    const since = usable.filter(reading => reading.at > lastBad.at)
    const points = [...new Set(usable.filter(reading => reading.explosive >= GAS_FREE_SHARE && !since.some(later => later.point === reading.point)).map(reading => reading.point))]
    if (points.length > 0) return { state: 'too much', points, sentence: `Too much vapour at ${points.join(', ')}. Air it out or make it inert, then read every point again.` }
  }
  const good = usable.filter(reading => reading.at > (lastBad?.at ?? -Infinity))
  const points = [...new Set(good.map(reading => reading.point))]
  if (points.length < LEAST_POINTS) return { state: 'not read', sentence: `Read at least ${LEAST_POINTS} points: near an opening, in the middle, and low in a far corner. ${points.length === 1 ? 'One is' : `${points.length} are`} read.` }
  const firstRound = Math.max(...points.map(point => Math.min(...good.filter(reading => reading.point === point).map(reading => reading.at))))
  const second = points.map(point => good.filter(reading => reading.point === point && reading.at >= firstRound + SECOND_LOOK_AFTER).at(-1))
  if (second.some(reading => reading === undefined)) {
    const due = firstRound + SECOND_LOOK_AFTER
    // Nobody came for the second round: by now the first says nothing any more.
    if (now > due + READING_HOLDS) return { state: 'expired', sentence: 'The first round is too old. Read every point again, and again after the pause.' }
    return { state: 'read again', at: due, sentence: 'All points were below 10 % once. Residue evaporates again: read every point once more after the pause.' }
  }
  const until = Math.min(...second.map(reading => reading!.at)) + READING_HOLDS
  return now > until ? { state: 'expired', sentence: 'The readings are older than half an hour. Read every point again before you go on.' } : { state: 'gas-free', until, sentence: 'Below 10 % of the lower limit at every point, twice.' }
}

/**
 * Changes of the tank's own volume that bring a concentration down: K ln(C0 / C) (dilution ventilation, ACGIH Industrial Ventilation).
 * @param mixing K, 1 for perfect mixing to 5 for poor
 * @throws RangeError when there is nothing to bring down, or K is below 1
 */
export function volumesToDilute(from: number, to: number, mixing: number): number {
  if (!(from > 0 && to > 0 && to < from)) throw new RangeError('The target must be below where it starts, and above nothing.')
  if (!(mixing >= 1)) throw new RangeError('Mixing is 1 when perfect, up to 5 when poor.')
  return mixing * Math.log(from / to)
}

/** How long a fan or a bottle takes for so many volumes, s. @param volume m3 @param flow m3/s */
export const dilutionTime = (volumes: number, volume: number, flow: number): number => volumes * volume / flow

/** Old ways that are not offered, and why. */
export const notOffered = [
  { key: 'exhaust', name: 'Leading an engine’s exhaust through the tank', why: 'It is hot, poisonous, and nobody knows its oxygen from one minute to the next: it has set tanks off.' },
  { key: 'water-only', name: 'A cold rinse and straight to work', why: 'Seams and scale hold fuel that evaporates again: only a reading after a pause tells.' },
  { key: 'dry-ice-guess', name: 'A lump of dry ice and no oxygen reading', why: 'It fills from below and leaves the top as it was. Inert gas counts only with an oxygen reading at every point.' },
  { key: 'aired-for-days', name: 'It stood open for a week', why: 'Heavy vapour stays in a tank whose opening is on top. Read it.' },
] as const
