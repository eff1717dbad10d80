import { causes, type Ageing, type Cause } from './causes'
import type { CasePart, Situation } from './situation'

/** One thing that may be wrong: a cause on a part, a cause that is not on the tank, or something else that is on no list. */
export interface Hypothesis {
  cause: Cause | null
  part: CasePart | null
  /** share of the weight before anything was said; they add up to 1 as long as nothing was repaired */
  prior: number
}

/** Share kept before anything is known for something that is on no list: judged from general trade practice. */
const OTHER_PRIOR = 0.05
/** Jobs that the starting weights count for against the shop's own outcomes: enough that one job moves them by a few per cent. */
export const PRIOR_JOBS = 25

/** How age moves a cause's weight: young, middle-aged (5 to 15 years) and old. Judged from general trade practice. */
const ageFactor: Record<Ageing, readonly [number, number, number]> = {
  'steady': [1, 1, 1],
  'perishes': [0.6, 1, 1.6],
  'corrodes': [0.5, 1, 1.8],
  'new work': [1, 1, 1],
}
const ageBand = (age: number) => (age < 5 ? 0 : age <= 15 ? 1 : 2)

/** What is left of the weight of a part that was repaired: most repairs hold. */
const REPAIRED = 0.15

const heightOf = ({ shape }: CasePart) => (shape.at === 'point' ? shape.y : (shape.y1 + shape.y2) / 2)
/** The middle of the map parts the upper half of a tank from the lower; what runs up a side counts as both. */
const MIDDLE = 190
const isAt = (part: CasePart, height: 'high' | 'low' | undefined) => {
  if (!height) return true
  const upright = part.shape.at === 'line' && Math.abs(part.shape.y2 - part.shape.y1) > 90
  return upright || (height === 'high' ? heightOf(part) < MIDDLE : heightOf(part) >= MIDDLE)
}

/** Parts of a case that a cause can sit on. */
const partsOfCause = (cause: Cause, parts: readonly CasePart[]): CasePart[] =>
  parts.filter(
    part =>
      cause.families.includes(part.family) &&
      isAt(part, cause.height) &&
      (!cause.traits || (part.trait !== null && cause.traits.includes(part.trait))),
  )

/**
 * Everything that may be wrong with this tank, with its weight by kind of craft and age, moved by the shop's own outcomes
 * (Dirichlet prior of `PRIOR_JOBS` jobs; any text on Bayesian inference for proportions).
 */
export function hypothesesOf(situation: Situation): Hypothesis[] {
  const possible = causes.flatMap(cause => {
    const parts = partsOfCause(cause, situation.parts)
    if (cause.families.length > 0 && parts.length === 0) return []
    if (cause.materials && !cause.materials.includes(situation.material)) return []
    if (
      cause.notWith?.some(family => situation.parts.some(part => part.family === family)) ||
      cause.notFuel?.includes(situation.fuel)
    )
      return []
    const weight =
      cause.weight[situation.craft] *
      (situation.age === null ? 1 : ageFactor[cause.ageing][ageBand(situation.age)]!) *
      Math.max(1, parts.length) ** 0.3
    return weight > 0 ? [{ cause, parts, weight }] : []
  })
  const total = possible.reduce((sum, each) => sum + each.weight, 0)
  const jobs = possible.reduce((sum, each) => sum + (situation.outcomes[each.cause.key] ?? 0), 0)
  return [
    ...possible.flatMap(({ cause, parts, weight }): Hypothesis[] => {
      const share =
        ((1 - OTHER_PRIOR) * ((PRIOR_JOBS * weight) / total + (situation.outcomes[cause.key] ?? 0))) / (PRIOR_JOBS + jobs)
      return parts.length > 0
        ? parts.map(part => ({
            cause,
            part,
            prior: (share / parts.length) * (situation.repaired.includes(part.id) ? REPAIRED : 1),
          }))
        : [{ cause, part: null, prior: share }]
    }),
    { cause: null, part: null, prior: OTHER_PRIOR },
  ]
}
