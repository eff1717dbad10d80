import type { CraftKind } from '../../circuit/tankKinds'
import type { JobState } from '../deriveLedger'
import { step, type NextStep } from '../nextStep'
import { lowerFirst } from '../../words/words'
import type { Instant } from '../ledger'
import type { Proof, ProofEntry, ProofRow } from './proofOf'

/** What a tank wants before it is handed back. */
export const handBackLacks = ['not sealed', 'steps in use', 'technician', 'inspector'] as const
export type HandBackLack = (typeof handBackLacks)[number]

/** Whether a craft goes back only under the name of somebody with authority to release it. Source: general practice; local rules win. */
export const asksInspector = (craft: CraftKind): boolean => craft === 'light aircraft'

/** A look that comes days later is taken in use, after it was handed back. */
const isLater = ({ step: { wait } }: ProofRow<ProofEntry>): boolean => wait > 0

/** The steps in use that are done while the craft is still here. */
const isHereDone = (proof: Proof<ProofEntry>): boolean =>
  proof.wet === null && proof.rows.every(row => isLater(row) || (row.entry !== null && row.entry.outcome !== 'wet'))

export interface HandBackCase {
  state: JobState
  proof: Proof<ProofEntry>
  craft: CraftKind
  /** signatures that stand: whether somebody who did the work signed, and somebody else with authority */
  signed: { technician: boolean; inspector: boolean }
}

/** What is wanting until a tank may be handed back, the first thing first; nothing when it may. */
export function lacksToHandBack({ state, proof, craft, signed }: HandBackCase): HandBackLack[] {
  const lacks: Record<HandBackLack, boolean> = {
    'not sealed': state !== 'sealed',
    'steps in use': !isHereDone(proof),
    'technician': !signed.technician,
    'inspector': asksInspector(craft) && !signed.inspector,
  }
  return handBackLacks.filter(lack => lacks[lack])
}

/**
 * What comes after sealed: the next step in use, a signature, handing it back, the looks after days.
 * @param sealed what the ledger says of it, for the sentence
 * @param closedAt when it left the shop; null while it is here
 */
export function nextAfterSealed(sealed: NextStep, theCase: HandBackCase, closedAt: Instant | null, now: Instant): NextStep {
  const { proof } = theCase
  const [lack] = lacksToHandBack(theCase)
  const { next } = proof
  if (closedAt !== null) {
    if (!next) return step('record', 'Back in use, and proved there: dry to the last look.')
    return step('prove', `Back in use. ${next.step.title}.`, { at: next.due, about: next.step.key })
  }
  if (next && (lack === 'steps in use' || (lack === undefined && next.due !== null && next.due <= now)))
    return step('prove', `${sealed.sentence} In use next: ${lowerFirst(next.step.title)}.`, { about: next.step.key })
  if (lack === 'technician')
    return step('sign', 'Sealed, and dry in use as far as it can be here. Read the record and sign it.', { about: lack })
  if (lack === 'inspector')
    return step('sign', 'Signed by who did the work. Somebody with authority looks and countersigns.', { about: lack })
  const later = next ? ` ${next.step.title} hangs on the rope.` : ''
  return step('hand back', `Signed: hand it back.${later}`)
}
