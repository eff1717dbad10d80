import type { Fixing } from '../../circuit/fixings'

/** Something worth having at hand before it breaks, with the reason. */
export interface Suggestion {
  name: string
  reason: string
  measure: string
  fixing: string
}

/** How something looked as it came off. */
export const fixingConditions = ['good', 'perished', 'rusted', 'broken'] as const
export type FixingCondition = (typeof fixingConditions)[number]

interface WhileInThereCase {
  /** years; null when nobody knows, then as if it were old */
  age: number | null
  /** how what came off already looked, by key of the fixing */
  conditions?: ReadonlyMap<string, FixingCondition> | undefined
}

/**
 * Years from which rubber and plastic clips, and from which steel fasteners in the weather, are likely not to survive being
 * taken off. General trade practice.
 */
const RUBBER_AGES = 10
const STEEL_AGES = 8

/**
 * What this craft's age, its condition as it comes apart, and what is to come off make likely to be needed:
 * hoses, clamps, clips and pads that perish, bolts that break, seals that are renewed each time, what is cheap and reached only
 * now. Source: general trade practice.
 */
export function whileInThere(fixings: readonly Fixing[], { age, conditions }: WhileInThereCase): Suggestion[] {
  const old = (years: number) => age === null || age >= years
  const told = age === null ? 'nobody knows its age' : `it is ${Math.round(age)} years old`
  /** Why something is renewed: for what was seen of it, else for its age; null when it may go on again. */
  const why = (fixing: Fixing, years: number, byAge: string): string | null => {
    const seen = conditions?.get(fixing.key)
    if (seen && seen !== 'good') return `it came off ${seen}`
    return seen !== 'good' && old(years) ? `${told}: ${byAge}` : null
  }
  /** A bolt that is sound or broke says nothing of the pads; what rusted or perished round it does. */
  const padsWhy = (strap: Fixing): string | null => {
    const seen = conditions?.get(strap.key)
    if (seen === 'rusted' || seen === 'perished') return `it came off ${seen}`
    return old(RUBBER_AGES) ? `${told}: pads harden and hold water against the metal` : null
  }
  const list = (reason: string | null, name: string, measure: string, fixing: Fixing): Suggestion[] =>
    reason ? [{ name, reason, measure, fixing: fixing.key }] : []
  /** What it carries, or its own name where several carry the same. */
  const lineName = ({ name, carries }: Fixing): string =>
    carries !== null && fixings.filter(fixing => fixing.carries === carries).length === 1
      ? carries
      : name.replace(/, tank end$/, '').toLowerCase()
  const senders = fixings.filter(fixing => fixing.kind === 'wire' && fixing.forgotten)
  const each = fixings
    .filter(fixing => !fixing.away || conditions?.has(fixing.key))
    .flatMap((fixing): Suggestion[] => {
      switch (fixing.kind) {
        case 'hose': {
          const line = lineName(fixing)
          const reason = why(fixing, RUBBER_AGES, 'an old hose rarely survives being pulled, slit and peel it')
          return reason
            ? list(reason, `Hose and clamps, ${line}`, 'inside and outside diameter, length, fuel grade', fixing)
            : list('a clamp that was off is renewed', `Clamps, ${line}`, 'outside diameter of the hose when on', fixing)
        }
        case 'strap':
          return list(why(fixing, STEEL_AGES, 'strap bolts in the weather break'), fixing.name, 'thread, length, class', fixing)
        case 'ground':
          return list(
            why(fixing, STEEL_AGES, 'braid corrodes and its screws shear'),
            'Ground strap with its screws',
            'length, screw size',
            fixing,
          )
        case 'wire':
          return list(why(fixing, Infinity, ''), fixing.name, 'number of pins, lock, wire section', fixing)
        case 'clip':
          return list(
            why(fixing, RUBBER_AGES, 'plastic clips are brittle by then'),
            'Line clips',
            'diameter of the lines, hole in the frame',
            fixing,
          )
        case 'cover':
          return list(
            senders.length > 1
              ? `a seal that was opened is renewed, and the other ${senders.length > 2 ? 'tanks have' : 'tank has'} the same`
              : 'a seal that was opened is renewed',
            senders.length > 1 ? 'Sender or pump seals, one for each tank' : 'Sender or pump seal',
            'ring diameter, section, number of holes',
            fixing,
          )
      }
    })
  const strap = fixings.find(fixing => fixing.kind === 'strap'),
    feed = fixings.find(fixing => fixing.kind === 'hose' && fixing.carries === 'feed')
  return [
    ...each,
    ...(strap ? list(padsWhy(strap), 'Strap pads', 'width of the strap, length', strap) : []),
    ...(feed
      ? list(
          'reached only now, and what a repair stirs up clogs it',
          'Filter sock of the pickup',
          'diameter of the tube, length',
          feed,
        )
      : []),
  ]
}
