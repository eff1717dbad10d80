import type { Gauge } from './holdSetup'

/** Whole numbers of the step that is told by which readings may really move. */
const FACTORS = [2, 5, 10, 20, 50, 100] as const
/** A value is on a mark when it is no further off it than this part of a step: units are converted and rounded. */
const ON_MARK = 0.02
/** That all values fall on a coarser lattice by luck is at most one in so many. */
const UNLIKELY = 10
/**
 * Of one value that never moves no coarser step is made than this, Pa: tanks are pumped to round figures, and the common dial has marks
 * of a tenth of a kilopascal.
 */
const COARSEST_ALONE = 100
/** Values that are told apart; more say nothing new. */
const MOST_VALUES = 8

/**
 * The lattice on which the readings of a gauge lie: readings that are all multiples of 0.1 are not from a gauge with marks of 0.01.
 * It takes readings as they come and never looks back.
 */
export class GaugeLattice {
  private possible: readonly number[] = FACTORS
  private readonly values = new Set<number>()

  constructor(private readonly gauge: Pick<Gauge, 'resolution'>) {}

  /** @param pressure Pa gauge; what reads nothing is on every lattice, and says nothing */
  take(pressure: number): void {
    if (this.possible.length === 0) return
    const steps = pressure / this.gauge.resolution
    if (Math.abs(steps) < 0.5) return
    this.possible = this.possible.filter(factor => Math.abs(steps / factor - Math.round(steps / factor)) * factor < ON_MARK)
    if (this.values.size < MOST_VALUES) this.values.add(Math.round(steps))
  }

  /** How many of the told steps the readings really move by, 1 where they do not show it. */
  get factor(): number {
    const count = this.values.size
    const coarsest = count > 1 ? Infinity : COARSEST_ALONE / this.gauge.resolution
    const likely = this.possible.filter(factor => factor ** count >= UNLIKELY && factor < coarsest + ON_MARK)
    return count === 0 ? 1 : Math.max(1, ...likely)
  }
}
