import { checks } from '../complaint/checks'
import { nextChecks } from '../complaint/nextCheck'
import { suspectsOf } from '../complaint/suspects'
import { isMended, searchOf, take, type Search, type Step } from './search'
import type { Hunt } from './hunt'

/** Sure enough to go and look at it, or to repair. */
export const FIRM = 0.5
/** More steps than this help nobody. */
export const MOST_STEPS = 40

/** Whether something in the circuit can stand shut though it should be open. */
const hasValves = ({ tank }: Hunt): boolean => tank.circuit.links.some(({ kind }) => kind !== 'passage')

/**
 * What the program itself would have somebody do next: the check that tells most for its minutes, and the suspect that is firm; what
 * was mended and was not it is not mended again.
 */
export function advisedStep({ hunt, situation, tried, verdict }: Search): Step | null {
  const suspects = suspectsOf(situation)
  const untried = suspects.list.filter(({ cause }) => !tried.includes(cause.key))
  const mend = (at: number): Step | null => {
    const first = untried[at]
    return first ? { do: 'mend', cause: first.cause.key, partId: first.parts[0]?.id ?? null } : null
  }
  // A hold says nothing of what is behind a valve that does not stand as it should: that gas arrives is seen, not believed.
  if (verdict === 'sealed' && hasValves(hunt) && !situation.answers.some(({ check }) => check === 'smoke'))
    return { do: 'check', check: 'smoke' }
  if (untried[0] && untried[0].chance > FIRM) return mend(0)
  const { before, after } = nextChecks(situation, suspects)
  const next = before[0] ?? after[0]
  return next ? { do: 'check', check: next.check.key } : mend(0)
}

/** A hunt in which somebody does as a policy says until nothing is wrong any more. */
export function followed(hunt: Hunt, policy: (search: Search) => Step | null): Search {
  let search = searchOf(hunt)
  while (!isMended(search) && search.steps.length < MOST_STEPS) {
    const step = policy(search)
    if (!step) break
    search = take(search, step)
  }
  return search
}

/** The same, with the checks in the order of the list, as a printed sheet has them. */
export function listStep({ situation, tried }: Search): Step | null {
  const suspects = suspectsOf(situation)
  const first = suspects.list.find(({ cause }) => !tried.includes(cause.key))
  const mend = first ? ({ do: 'mend', cause: first.cause.key, partId: first.parts[0]?.id ?? null } as const) : null
  if (first && first.chance > FIRM) return mend
  const { before, after } = nextChecks(situation, suspects)
  const offered = new Set((before.length > 0 ? before : after).map(({ check }) => check.key))
  const next = checks.find(({ key }) => offered.has(key))
  return next ? { do: 'check', check: next.key } : mend
}
