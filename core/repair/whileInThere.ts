import type { Fixing } from '../circuit/fixings'

/** Something worth having at hand before it breaks, with the reason. */
export interface Suggestion { name: string, reason: string, measure: string, fixing: string }

/** Years from which rubber, and from which steel fasteners in the weather, are likely not to survive being taken off. General trade practice. */
const RUBBER_AGES = 10
const STEEL_AGES = 8

/**
 * What this craft's age and what is to come off make likely to be needed: clamps and hoses that perish, strap bolts that break, seals that are renewed each time.
 * @param age years; null when nobody knows, then as if it were old
 */
export function whileInThere(fixings: readonly Fixing[], age: number | null): Suggestion[] {
  const old = (years: number) => age === null || age >= years
  const told = age === null ? 'nobody knows its age' : `it is ${Math.round(age)} years old`
  return fixings.flatMap((fixing): Suggestion[] => {
    switch (fixing.kind) {
      case 'hose':
        return old(RUBBER_AGES)
          ? [{ name: `Hose and clamps, ${fixing.carries ?? 'line'}`, reason: `${told}: an old hose rarely survives being pulled, slit and peel it`, measure: 'inside and outside diameter, length, fuel grade', fixing: fixing.key }]
          : [{ name: `Clamps, ${fixing.carries ?? 'line'}`, reason: 'a clamp that was off is renewed', measure: 'outside diameter of the hose when on', fixing: fixing.key }]
      case 'strap':
        return old(STEEL_AGES) ? [{ name: fixing.name, reason: `${told}: strap bolts in the weather break`, measure: 'thread, length, class', fixing: fixing.key }] : []
      case 'ground':
        return old(STEEL_AGES) ? [{ name: 'Ground strap with its screws', reason: `${told}: braid corrodes and its screws shear`, measure: 'length, screw size', fixing: fixing.key }] : []
      case 'cover':
        return [{ name: 'Sender or pump seal', reason: 'a seal that was opened is renewed', measure: 'ring diameter, section, number of holes', fixing: fixing.key }]
      default: return []
    }
  })
}
