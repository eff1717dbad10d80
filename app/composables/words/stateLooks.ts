import type { JobState, PartStanding } from '#core/ledger/deriveLedger'
import type { LeakState } from '#core/ledger/leakState'
import type { HoldVerdict } from '#core/hold/belief/verdict'

/** The three looks of a state; never colour alone: a closed ring, a drop, a dashed ring. */
export type StateLook = 'sealed' | 'leaking' | 'unsure'

export const leakLook = (state: LeakState): StateLook =>
  state === 'sealed' ? 'sealed' : state === 'found' || state === 'back' ? 'leaking' : 'unsure'
export const jobLook = (state: JobState): StateLook =>
  state === 'sealed' ? 'sealed' : state === 'leaking' ? 'leaking' : 'unsure'
export const verdictLook = (verdict: HoldVerdict): StateLook => (verdict === 'cannot-tell' ? 'unsure' : verdict)
export const standingLook = (standing: PartStanding): StateLook =>
  standing === 'stands' ? 'sealed' : standing === 'open' ? 'leaking' : 'unsure'

export const verdictWords: Record<HoldVerdict, string> = {
  'sealed': 'Sealed',
  'leaking': 'Leaking',
  'cannot-tell': 'Cannot tell yet',
}
export const jobWords: Record<JobState, string> = {
  'sealed': 'Sealed',
  'leaking': 'Leaking',
  'repairing': 'Repaired, not proved',
  'cannot-tell': 'Cannot tell yet',
}

/** Outline of a drop around 0,0, about 18 by 24. */
export const DROP = 'M0-13C3-8 8.500-2.500 8.500 3.500A8.500 8.500 0 0 1-8.500 3.500C-8.500-2.500-3-8 0-13Z'
