import { tankKind } from '../circuit/tankKinds'
import { uniformAt } from '../standin/seededRandom'
import { huntOf, type Hunt } from './hunt'
import { rungOf, type RungKey } from './rungs'
import type { Step } from './search'

const draws = { age: 260, size: 261 } as const

/** A hunt on a rung of the ladder: its tank and its trap as the rung has them, age and size drawn from the seed. */
export function huntOnRung(key: RungKey, seed: number): Hunt {
  const rung = rungOf(key)
  const tank = tankKind(rung.tank)
  const [youngest, oldest] = rung.age
  const size = 0.8 + 0.5 * uniformAt(seed, draws.size, 0)
  return {
    seed,
    world: 'tables',
    rung: key,
    tank,
    fuel: rung.fuel,
    age: Math.floor(youngest + (oldest - youngest) * uniformAt(seed, draws.age, 0)),
    signs: rung.signs,
    codes: rung.codes,
    faults: rung.faults.map(({ cause, part, times, whenMoving = false }) => ({
      cause,
      partId: part,
      rate: times * size * tank.acceptance,
      whenMoving,
    })),
    stuck: rung.stuck ?? {},
    unruliness: 0.1,
  }
}

/** A hunt as it was begun: on a rung, or drawn whole. */
export const huntBegun = ({ seed, world, rung }: Pick<Hunt, 'seed' | 'world' | 'rung'>): Hunt =>
  rung === null ? huntOf(seed, world) : huntOnRung(rung, seed)

/** The lesson of a rung, for a step that its trap led to; null for any other. */
export function lessonOf({ rung, faults }: Hunt, step: Step): string | null {
  if (rung === null || step.do !== 'mend' || faults.some(({ cause }) => cause === step.cause)) return null
  const { falls, lesson } = rungOf(rung)
  return falls.mends === 'anything' || falls.mends.includes(step.cause) ? lesson : null
}

/** The lesson of a rung, for whoever hands the tank back as tight while something is still wrong. */
export const lessonOfHandingBack = ({ rung }: Hunt): string => {
  const its = rung && rungOf(rung)
  return its?.falls.tight
    ? its.lesson
    : 'It was handed back while something was still wrong: what a test did not reach, it said nothing of.'
}
