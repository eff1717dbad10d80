import { budgetParts, type Budget, type BudgetPart } from '../hold/budget'
import { improved, improvements, type Improvement } from './improvements'
import { SETTLING_TIME, type PlannedHold } from './plannedHold'
import { trial, type Trial } from './trial'

/** Longer than this nobody holds, s. */
export const LONGEST_HOLD = 8 * 3600

/** What a planned hold needs, as tried on simulated tanks with the estimate itself. */
export interface HoldPlan {
  /**
   * s until nine of ten tight tanks of the kind are called sealed, and of those that leak twice the limit leaking; null when no hold of
   * eight hours is enough
   */
  timeForLimit: number | null
  /**
   * s until nine of ten tight tanks are known to be below the strictest limit of their parts too; null when none that
   * was tried is enough, absent where no part has a stricter limit
   */
  timeForStrictest?: number | null
  /** how many of the simulated tanks are decided then, or at the time at which most are */
  best: Tries
  /** leak that nine of ten tight tanks are known to be below after each time, s and Pa·m3/s; Infinity where they are not */
  curve: { t: number; smallest: number }[]
  /** largest part of the doubt at that time */
  limitedBy: BudgetPart
}

/** What would shorten a hold. */
export interface Help {
  with: Improvement
  /** s */
  timeForLimit: number
  /** s that it saves of the hold, or of the longest one where nothing else decides */
  saves: number
}

/** Simulated tanks that were tried for a time, s, and how many were decided as they should. */
export interface Tries {
  t: number
  of: number
  sealed: number
  leaking: number
}

/** A plan as it grows: each piece is worth showing by itself. */
export type PlanPiece = { kind: 'trying'; t: number } | { kind: 'plan'; plan: HoldPlan } | { kind: 'help'; help: Help }

/** Tanks of each kind that are tried at a time, that a promise is made by, and that a help is ranked by. */
const TANKS = { looking: 10, promise: 20, help: 8 }
/** Of all tanks so many are to be decided. */
const NINE_IN_TEN = 0.9
/**
 * Of those that are tried a little more: the first time that does is a lucky one. With few of them, one that is not decided says
 * nothing.
 */
const WITH_LUCK = 0.94
const enoughOf = (tanks: number) => Math.min(tanks - 1, Math.ceil(WITH_LUCK * tanks))
const isEnough = ({ of, sealed, leaking }: Tries) => Math.min(sealed, leaking) >= enoughOf(of)
/** Times that are tried are so much longer each than the one before. */
const STEP = 1.25

/** Seeds of the tanks that a plan is tried on: always the same, so that two plans differ by what was changed. */
const seedOf = (k: number) => 1000 + 17 * k

/** Simulated tanks of a kind, each tight and with twice the limit, tried at longer and longer times. */
class Tanks {
  private readonly pairs: { tight: Trial; twice: Trial }[] = []
  constructor(private readonly planned: PlannedHold) {}

  /** @param t s, not before the last time that was tried */
  at(t: number, of: number): Tries & { smallest: number } {
    const { limit } = this.planned.setup
    while (this.pairs.length < of) {
      const seed = seedOf(this.pairs.length)
      this.pairs.push({ tight: trial(this.planned, 0, seed), twice: trial(this.planned, 2 * limit, seed) })
    }
    const found = this.pairs.slice(0, of).map(({ tight, twice }) => ({ tight: tight.at(t), twice: twice.at(t) }))
    const below = found.map(({ tight }) => (tight && !tight.belowZero ? tight.below95 : Infinity)).sort((a, b) => a - b)
    return {
      t,
      of,
      sealed: found.filter(({ tight }) => tight?.verdict === 'sealed').length,
      leaking: found.filter(({ twice }) => twice?.verdict === 'leaking').length,
      smallest: below[Math.ceil(NINE_IN_TEN * of) - 1]!,
    }
  }
}

/** Times that are tried, s. */
export function timesTried({ every }: Pick<PlannedHold, 'every'>): number[] {
  const times = [SETTLING_TIME + Math.max(240, 3 * every)]
  while (times.at(-1)! * STEP < LONGEST_HOLD) times.push(times.at(-1)! * STEP)
  return [...times, LONGEST_HOLD].map(Math.round)
}

/**
 * The first of longer and longer times at which nine in ten tanks of the kind are decided, and what was found on the way there.
 * @param trying is told of each time before it is tried
 * @param givenUp once it returns true nothing more is tried
 */
export function timeToDecide(
  planned: PlannedHold,
  trying: (t: number) => void = () => {},
  givenUp: () => boolean = () => false,
  { looking, promise }: Pick<typeof TANKS, 'looking' | 'promise'> = TANKS,
): Pick<HoldPlan, 'timeForLimit' | 'curve'> & { best: Tries | null } {
  const tanks = new Tanks(planned)
  const curve: HoldPlan['curve'] = []
  let best: Tries | null = null
  const hopeless = isHopeless(planned)
  for (const [k, t] of timesTried(planned).entries()) {
    if (givenUp()) break
    if (hopeless && k % SPARSE > 0 && t < LONGEST_HOLD) continue
    trying(t)
    const looked = tanks.at(t, hopeless ? FEW : looking)
    curve.push({ t, smallest: looked.smallest })
    const tries = isEnough(looked) ? tanks.at(t, promise) : looked
    if (!best || share(tries) >= share(best)) best = tries
    if (isEnough(tries)) return { timeForLimit: t, best, curve }
  }
  return { timeForLimit: null, best, curve }
}

/** Where even the longest hold decides none of a few tanks, few are tried at few times. */
const FEW = 4
const SPARSE = 4
function isHopeless(planned: PlannedHold): boolean {
  const { sealed, leaking } = new Tanks(planned).at(LONGEST_HOLD, FEW)
  return Math.min(sealed, leaking) === 0
}

/** The curve goes on in such steps once it is known when it decides, for what a longer hold would see. */
const BEYOND = 2

/**
 * Tries a planned hold on simulated tanks of its kind: when the estimate decides, what limits it, and what would help how much.
 * @param tell is told of each piece when it is known: the plan first, then what helps, as it is found
 * @param givenUp once it returns true nothing more is tried
 * @param of tanks that each is tried on
 */
export function planHold(
  planned: PlannedHold,
  tell: (piece: PlanPiece) => void,
  givenUp: () => boolean = () => false,
  of: typeof TANKS = TANKS,
): void {
  const { timeForLimit, best, curve } = timeToDecide(planned, t => tell({ kind: 'trying', t }), givenUp, of)
  if (!best || givenUp()) return
  const tanks = new Tanks(planned)
  for (let t = best.t * BEYOND; timeForLimit !== null && t < LONGEST_HOLD && !givenUp(); t *= BEYOND)
    curve.push({ t, smallest: tanks.at(t, of.looking).smallest })
  const stricter = timeForStrictest(planned, curve)
  tell({ kind: 'plan', plan: { timeForLimit, ...stricter, best, curve, limitedBy: limitOf(planned, best.t) } })
  const before = timeForLimit ?? LONGEST_HOLD
  for (const with_ of improvements) {
    const better = improved(planned, with_)
    const other = better && sooner(better, before, of.help, givenUp)
    if (givenUp()) return
    if (other !== null) tell({ kind: 'help', help: { with: with_, timeForLimit: other, saves: before - other } })
  }
}

/** When nine of ten tight tanks are known to be below the strictest limit, of the times that a plan was tried at. */
function timeForStrictest({ strictest, setup }: PlannedHold, curve: HoldPlan['curve']): Pick<HoldPlan, 'timeForStrictest'> {
  if (strictest === undefined || strictest >= setup.limit) return {}
  return { timeForStrictest: curve.find(({ smallest }) => smallest < strictest)?.t ?? null }
}

const share = ({ of, sealed, leaking }: Tries) => Math.min(sealed, leaking) / of

/** Time at which a hold decides before another one does, s; null where it does not, or was given up. */
function sooner(planned: PlannedHold, before: number, tried: number, givenUp: () => boolean): number | null {
  if (isHopeless(planned)) return null
  const tanks = new Tanks(planned)
  for (const t of timesTried(planned)) {
    if (t >= before || givenUp()) return null
    if (isEnough(tanks.at(t, tried))) return t
  }
  return null
}

/** The largest part of what is in doubt about tanks that leak half the limit. */
function limitOf(planned: PlannedHold, held: number): BudgetPart {
  const sums = Object.fromEntries(budgetParts.map(part => [part, 0])) as Budget
  for (let k = 0; k < 4; k++) {
    const estimate = trial(planned, 0.5 * planned.setup.limit, seedOf(k)).at(held)
    if (estimate) for (const part of budgetParts) sums[part] += estimate.budget[part] ** 2
  }
  return budgetParts.reduce((a, b) => (sums[b] > sums[a] ? b : a))
}
