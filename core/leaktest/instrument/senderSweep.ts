import { senderStandards, type SenderStandard } from './senderStandards'

/** One reading of a sweep. */
export interface SweepPoint {
  /** share of the float's travel, 0 empty to 1 full */
  level: number
  /** ohm; null where nothing is connected */
  resistance: number | null
}

/** What is wrong, and over what of the travel. */
export interface SweepFault {
  kind: 'open' | 'jump' | 'flat' | 'backwards' | 'wrong way' | 'empty end' | 'full end'
  from: number
  to: number
}

interface SweepJudgement {
  faults: SweepFault[]
  /** the ends as read, ohm; null where it is open there */
  empty: number | null
  full: number | null
  /** the standard that fits both ends where the chosen one does not */
  fits: SenderStandard | null
  /** the largest step of the travel between two readings: a dead spot narrower than that may be missed */
  coarsest: number
  /** whether the readings are close enough, and reach both ends, to call it good */
  conclusive: boolean
}

/** Share of the whole range by which an end may be off, and ohm at least. Source: general trade practice. */
const END_SHARE = 0.1
const END_LEAST = 5
/** Share of the range that a reading may run back by before it counts: contact noise. */
const BACK_SHARE = 0.03
/** A step is a jump when it is so many times what the travel alone gives, and this share of the range more. */
const STEEPEST = 3
const JUMP_SHARE = 0.1
/** Nothing moves over this share of the travel, within this share of the range: a dead spot. */
const FLAT_TRAVEL = 0.15
const FLAT_SHARE = 0.015
/** Readings are no further apart than this, and begin and end so near the ends, to call a sweep good. */
const CLOSE = 0.1
const NEAR_END = 0.03

const endIsOff = (read: number | null, wanted: number, range: number) =>
  read !== null && Math.abs(read - wanted) > Math.max(END_LEAST, END_SHARE * range)

/**
 * Judges a slow sweep of a level sender: open places, jumps, places where nothing moves, running back, direction and ends against
 * the chosen standard.
 * @param points in any order, at least two levels; a level that was read twice counts twice, as it went
 * @throws RangeError for fewer than five readings or a level outside the travel
 */
export function judgeSweep(points: readonly SweepPoint[], standard: Pick<SenderStandard, 'empty' | 'full'>): SweepJudgement {
  if (points.length < 5) throw new RangeError('A sweep is at least five readings.')
  if (points.some(({ level }) => !(level >= 0 && level <= 1))) throw new RangeError('A level is from empty to full.')
  const swept = points.map((point, i) => ({ ...point, i })).sort((a, b) => a.level - b.level || a.i - b.i)
  const range = Math.abs(standard.full - standard.empty)
  const rises = standard.full > standard.empty
  const steps = swept.slice(1).map((point, i) => ({ a: swept[i]!, b: point }))
  const first = swept[0]!
  const last = swept.at(-1)!
  const isReversed =
    first.resistance !== null && last.resistance !== null && isWrongWay(first.resistance, last.resistance, rises, range)
  // Along which way running back is judged: as it goes, so that a sender that is only the other way round has that one fault.
  const upwards = rises !== isReversed
  const ends = isReversed ? { empty: standard.full, full: standard.empty } : standard
  const faults: SweepFault[] = [
    ...(isReversed ? [{ kind: 'wrong way' as const, from: 0, to: 1 }] : []),
    ...(endIsOff(first.resistance, ends.empty, range) ? [{ kind: 'empty end' as const, from: 0, to: first.level }] : []),
    ...(endIsOff(last.resistance, ends.full, range) ? [{ kind: 'full end' as const, from: last.level, to: 1 }] : []),
    ...opens(swept),
    ...steps.flatMap(({ a, b }): SweepFault[] => {
      if (a.resistance === null || b.resistance === null) return []
      const change = (upwards ? 1 : -1) * (b.resistance - a.resistance)
      const span = { from: a.level, to: b.level }
      if (change < -BACK_SHARE * range) return [{ kind: 'backwards', ...span }]
      if (change > range * (STEEPEST * (b.level - a.level) + JUMP_SHARE)) return [{ kind: 'jump', ...span }]
      return []
    }),
    ...flats(swept, range),
  ]
  const coarsest = Math.max(...steps.map(({ a, b }) => b.level - a.level))
  return {
    faults,
    empty: first.resistance,
    full: last.resistance,
    fits: faults.some(({ kind }) => kind === 'empty end' || kind === 'full end')
      ? fitting(first.resistance, last.resistance)
      : null,
    coarsest,
    conclusive: coarsest <= CLOSE + 1e-9 && first.level <= NEAR_END && last.level >= 1 - NEAR_END,
  }
}

const isWrongWay = (empty: number, full: number, rises: boolean, range: number) =>
  Math.abs(full - empty) > 0.3 * range && full > empty !== rises

/** Runs of readings without contact. */
function opens(swept: readonly SweepPoint[]): SweepFault[] {
  const faults: SweepFault[] = []
  swept.forEach(({ level, resistance }, i) => {
    if (resistance !== null) return
    const before = faults.at(-1)
    if (before && swept[i - 1]?.resistance === null) before.to = level
    else faults.push({ kind: 'open', from: level, to: level })
  })
  return faults
}

/** The longest runs over which nothing moves. */
function flats(swept: readonly SweepPoint[], range: number): SweepFault[] {
  const faults: SweepFault[] = []
  let from = 0
  const within = (i: number) => {
    const run = swept.slice(from, i + 1).map(each => each.resistance)
    if (run.includes(null)) return false
    const read = run as number[]
    return Math.max(...read) - Math.min(...read) <= FLAT_SHARE * range
  }
  for (let i = 1; i < swept.length; i++) {
    if (within(i)) {
      const fault = { kind: 'flat' as const, from: swept[from]!.level, to: swept[i]!.level }
      if (fault.to - fault.from < FLAT_TRAVEL) continue
      if (faults.at(-1)?.from === fault.from) faults[faults.length - 1] = fault
      else faults.push(fault)
    } else while (from < i && !within(i)) from++
  }
  return faults
}

/** The standard whose ends both fit; null when none does. */
const fitting = (empty: number | null, full: number | null): SenderStandard | null =>
  empty === null || full === null
    ? null
    : (senderStandards.find(each => {
        const range = Math.abs(each.full - each.empty)
        return !endIsOff(empty, each.empty, range) && !endIsOff(full, each.full, range)
      }) ?? null)
