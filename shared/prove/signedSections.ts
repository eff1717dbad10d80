import type { JobState } from '../../core/ledger/deriveLedger'

/** What of a job a signature covers, each with a digest of its own, so that a change can be named. */
export const signedSections = [
  'tank and complaint',
  'making safe',
  'narrowing',
  'taking apart',
  'tests',
  'leaks',
  'repairs',
  'steps in use',
  'what it amounts to',
] as const
export type SignedSection = (typeof signedSections)[number]
/** SHA-256 by section, in hexadecimal. */
export type SignedSections = Record<SignedSection, string>

/** What was signed in figures, for whoever reads the signature. */
export interface SignedCover {
  state: JobState
  parts: number
  tests: number
  repairs: number
  steps: number
}
